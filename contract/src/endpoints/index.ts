/** Every endpoint. The server and the client both follow it. */
import * as answers from '../answers.js';
import { type FactKindRow, factKinds } from '../facts.js';
import { accountEndpoints } from './accounts.js';
import { customerEndpoints } from './customer.js';
import { type Endpoint, small } from './endpoint.js';
import { inventoryEndpoints } from './inventory.js';
import { jobEndpoints } from './jobs.js';
import { everyone } from '../who.js';
import { libraryEndpoints } from './library.js';
import { practiceEndpoints } from './practice.js';

export type { Endpoint } from './endpoint.js';
export { mostPhotoBytes, mostStoryBytes, photoTypes } from './jobs.js';

export const endpoints = {
  health: {
    method: 'GET',
    path: '/api/health',
    says: 'whether the server and its database answer',
    who: 'anyone',
    answer: answers.health,
  },
  clock: {
    method: 'GET',
    path: '/api/clock',
    says: 'what the server’s clock says, by which a wait is counted, and when it last jumped',
    who: everyone,
    answer: answers.clock,
  },
  openapi: {
    method: 'GET',
    path: '/api/openapi.json',
    says: 'this description',
    who: 'anyone',
    answer: null,
  },
  ...accountEndpoints,
  ...libraryEndpoints,
  ...inventoryEndpoints,
  ...jobEndpoints,
  ...customerEndpoints,
  ...practiceEndpoints,
} as const satisfies Record<string, Endpoint>;

/** Bytes that an entry of each kind may have: a report of a million characters, a circuit of a thousand elements. */
const factLimits: Partial<Record<string, number>> = {
  scans: 4_500_000,
  traces: 2_000_000,
  sheets: 2_000_000,
  'strip-plans': 2_000_000,
};

export const factEndpoints: readonly (Endpoint & { readonly kind: keyof typeof factKinds })[] =
  Object.entries<FactKindRow>(factKinds)
    .filter(([, { ownDoor }]) => ownDoor !== true)
    .map(([kind, { entry, says, who }]) => ({
      kind: kind as keyof typeof factKinds,
      method: 'POST',
      path: `/api/jobs/{jobId}/${kind}`,
      says: `enters ${says}`,
      who,
      entry: true as const,
      body: entry,
      answer: answers.entered,
      bodyLimit: factLimits[kind] ?? small,
    }));
