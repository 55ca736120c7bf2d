/** What an endpoint is: method, address, what goes in and what comes out. */
import type * as z from 'zod';
import type { Who } from '../who.js';

export interface Endpoint {
  readonly method: 'GET' | 'POST' | 'PUT';
  /** With parameters as `{name}`. */
  readonly path: string;
  readonly says: string;
  readonly who: Who;
  readonly body?: z.ZodType;
  readonly answer: z.ZodType | null;
  readonly query?: Readonly<Record<string, string>>;
  /** Bytes of a body that are taken at most. */
  readonly bodyLimit?: number;
  /** Content types of a body that is no JSON. */
  readonly bodyTypes?: readonly string[];
  /** A write: it carries a key of its own, so that it is done once however often it is sent, and names its person. */
  readonly entry?: true;
  /** A body that is read as it comes, never held whole. */
  readonly streamed?: true;
}

/** Bytes of a body that is no more than a form. */
export const small = 100_000;
