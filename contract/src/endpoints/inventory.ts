/** Stock of other yards. */
import * as inventory from '../inventory.js';
import { added } from '../library.js';
import { everyone, withCustomer } from '../who.js';
import { type Endpoint, small } from './endpoint.js';

export const inventoryEndpoints = {
  sources: {
    method: 'GET',
    path: '/api/inventory/sources',
    says: 'the yards whose stock is known, and how their lists were read',
    who: everyone,
    answer: inventory.sources,
  },
  addSource: {
    method: 'POST',
    path: '/api/inventory/sources',
    says: 'adds a yard',
    who: withCustomer,
    body: inventory.addSource,
    answer: added,
    bodyLimit: small,
    entry: true,
  },
  beginImport: {
    method: 'POST',
    path: '/api/inventory/imports',
    says: 'begins a yard’s list, or goes on with the same one where it was cut off',
    who: withCustomer,
    body: inventory.beginImport,
    answer: inventory.importState,
    bodyLimit: small,
    entry: true,
  },
  import: {
    method: 'GET',
    path: '/api/inventory/imports/{importId}',
    says: 'how far a list is, and the lines that were no rows',
    who: everyone,
    answer: inventory.importReport,
  },
  importRows: {
    method: 'POST',
    path: '/api/inventory/imports/{importId}/rows',
    says: 'brings the next lines of a list; nothing of it is found before it ends',
    who: withCustomer,
    body: inventory.importRows,
    answer: inventory.importState,
    bodyLimit: 6_000_000,
    entry: true,
  },
  endImport: {
    method: 'POST',
    path: '/api/inventory/imports/{importId}/end',
    says: 'takes a list in the place of the yard’s last one, all at once, or undoes it',
    who: withCustomer,
    body: inventory.endImport,
    answer: inventory.importState,
    bodyLimit: small,
    entry: true,
  },
  searchInventory: {
    method: 'GET',
    path: '/api/inventory/search',
    says: 'parts in stock: by number through its supersessions, by vehicle and kind, or by plug and kind',
    who: everyone,
    answer: inventory.found,
    query: {
      number: 'a part number; those that took its place are found too',
      make: 'with a model: the vehicle',
      model: 'with a make',
      kind: 'what it is, or how its name begins',
      from: 'built from this month on, such as 2019-04',
      to: 'built up to this month',
      cavities: 'with a kind: cavities of its plug',
      key: 'with cavities: the key of its plug',
    },
  },
} as const satisfies Record<string, Endpoint>;
