/** Works out the way to the parts of a job beside the page. */
import '../page-policy';
import { type AccessMap, planningWay, type StripAim, type StripWay } from '@dormant-beacon/core/ledger';
import { serve } from './serve';

export interface StripRequest {
  readonly map: AccessMap;
  readonly aim: StripAim;
}

serve<StripRequest, StripWay>(({ map, aim }) => planningWay(map, aim));
