/** Finds the fewest causes beside the page. */
import '../page-policy';
import { explaining, type Explanation, type ExplainRequest } from '@dormant-beacon/core/causes';
import { serve } from './serve';

serve<ExplainRequest, Explanation>((request) => explaining(request));
