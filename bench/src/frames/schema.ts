/** What is asked to be split into frames. */
import * as z from 'zod';
import { mostBytes } from './split.js';

const pairs = z.string().regex(/^(?:[0-9A-Fa-f]{2})*$/, 'expected pairs of hexadecimal figures');

export const splitRequest = z.strictObject({
  /** Of the sender: it stands before each frame on the network, not in it. */
  id: z.string().regex(/^(?:[0-9A-Fa-f]{3}|[0-9A-Fa-f]{8})$/, 'expected three or eight hexadecimal figures'),
  payload: pairs
    .min(2, 'expected one byte or more')
    .max(2 * mostBytes, `expected ${mostBytes} bytes at most`),
  pad: z
    .string()
    .regex(/^[0-9A-Fa-f]{2}$/, 'expected two hexadecimal figures')
    .nullish(),
});
export type SplitRequest = z.infer<typeof splitRequest>;
