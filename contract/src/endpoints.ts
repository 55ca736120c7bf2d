/** Every endpoint: method, address, what goes in and what comes out. The server and the client both follow it. */
import type * as z from 'zod';
import * as accounts from './accounts.js';
import * as answers from './answers.js';
import { factKinds, withdrawal } from './facts.js';
import * as library from './library.js';
import { atTheCar, everyone, leadOnly, type Who, withCustomer } from './who.js';

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
  /** An entry in a job: it carries a key of its own and names its person. */
  readonly entry?: true;
}

const small = 100_000;

/** Photos, after they were made smaller on the device. */
export const mostPhotoBytes = 1_000_000;
export const photoTypes = ['image/jpeg', 'image/png', 'image/webp'] as const;

const accountEndpoints = {
  session: {
    method: 'GET',
    path: '/api/session',
    says: 'who works at this device',
    who: 'anyone',
    answer: accounts.session,
  },
  signIn: {
    method: 'POST',
    path: '/api/session',
    says: 'signs in with a password',
    who: 'anyone',
    body: accounts.signIn,
    answer: accounts.session,
    bodyLimit: small,
  },
  pinSwitch: {
    method: 'POST',
    path: '/api/session/pin',
    says: 'changes the person at this device by a PIN',
    who: 'anyone',
    body: accounts.pinSwitch,
    answer: accounts.session,
    bodyLimit: small,
  },
  signOut: {
    method: 'POST',
    path: '/api/session/end',
    says: 'signs out here',
    who: 'anyone',
    answer: accounts.session,
    bodyLimit: small,
  },
  signOutEverywhere: {
    method: 'POST',
    path: '/api/session/end-everywhere',
    says: 'ends every session of this person, and their PIN on every device until they sign in there again',
    who: everyone,
    answer: accounts.session,
    bodyLimit: small,
  },
  newPassword: {
    method: 'PUT',
    path: '/api/session/password',
    says: 'changes the own password; every other session ends',
    who: everyone,
    body: accounts.newPassword,
    answer: accounts.session,
    bodyLimit: small,
  },
  newPin: {
    method: 'PUT',
    path: '/api/session/own-pin',
    says: 'sets the own PIN, or takes it away',
    who: everyone,
    body: accounts.newPin,
    answer: accounts.session,
    bodyLimit: small,
  },
  people: {
    method: 'GET',
    path: '/api/people',
    says: 'the shop’s people',
    who: everyone,
    answer: answers.people,
  },
  accounts: {
    method: 'GET',
    path: '/api/accounts',
    says: 'people with the state of their accounts',
    who: leadOnly,
    answer: accounts.accounts,
  },
  addAccount: {
    method: 'POST',
    path: '/api/accounts',
    says: 'adds a person with a first password',
    who: leadOnly,
    body: accounts.newAccount,
    answer: accounts.account,
    bodyLimit: small,
  },
  changeAccount: {
    method: 'PUT',
    path: '/api/accounts/{personId}',
    says: 'changes a person’s name, role, or whether they may sign in; gives a new first password',
    who: leadOnly,
    body: accounts.changeAccount,
    answer: accounts.account,
    bodyLimit: small,
  },
  devices: {
    method: 'GET',
    path: '/api/devices',
    says: 'devices on which someone has signed in',
    who: everyone,
    answer: accounts.devices,
  },
  nameDevice: {
    method: 'PUT',
    path: '/api/devices/{deviceId}',
    says: 'gives a device a name',
    who: leadOnly,
    body: accounts.nameDevice,
    answer: accounts.device,
    bodyLimit: small,
  },
  shop: {
    method: 'GET',
    path: '/api/shop',
    says: 'the shop’s units, money and policies; ETag is its revision',
    who: everyone,
    answer: accounts.shop,
  },
  changeShop: {
    method: 'PUT',
    path: '/api/shop',
    says: 'changes them; If-Match names the revision seen',
    who: leadOnly,
    body: accounts.changeShop,
    answer: accounts.shop,
    bodyLimit: small,
  },
  shopLog: {
    method: 'GET',
    path: '/api/shop/log',
    says: 'what was changed in the shop, newest first',
    who: leadOnly,
    answer: accounts.shopLog,
  },
} as const satisfies Record<string, Endpoint>;

const libraryEndpoints = {
  patterns: {
    method: 'GET',
    path: '/api/library/patterns',
    says: 'how the shop’s readers print codes of their own, and what lines mean that no rule understands',
    who: everyone,
    answer: library.patterns,
  },
  addPattern: {
    method: 'POST',
    path: '/api/library/patterns',
    says: 'teaches a pattern; every report read from now on follows it',
    who: atTheCar,
    body: library.addPattern,
    answer: library.added,
    bodyLimit: small,
  },
  codeFile: {
    method: 'GET',
    path: '/api/library/codes',
    says: 'what the shop knows of the codes of a vehicle: notes, links, and what proven jobs found',
    who: everyone,
    answer: library.codeFile,
    query: { make: 'the make', model: 'the model; left out, notes of every model' },
  },
  addCodeNote: {
    method: 'POST',
    path: '/api/library/code-notes',
    says: 'adds a note or known weakness with its source',
    who: atTheCar,
    body: library.addCodeNote,
    answer: library.added,
    bodyLimit: small,
  },
  addCodeLink: {
    method: 'POST',
    path: '/api/library/code-links',
    says: 'adds to a vehicle’s file what a module or code hangs on',
    who: atTheCar,
    body: library.addCodeLink,
    answer: library.added,
    bodyLimit: small,
  },
  withdrawEntry: {
    method: 'POST',
    path: '/api/library/entries/{entryId}/withdrawal',
    says: 'takes a pattern, note or link back; what was read with it stays',
    who: atTheCar,
    answer: library.added,
    bodyLimit: small,
  },
} as const satisfies Record<string, Endpoint>;

const jobEndpoints = {
  bays: {
    method: 'GET',
    path: '/api/bays',
    says: 'open jobs by promised time, a page at a time',
    who: everyone,
    answer: answers.bays,
    query: {
      after: 'the `after` of the page before',
      limit: 'rows, 1 to 200, default 100',
      text: 'narrow to number, plate, vehicle, name or code',
      all: 'with 1, also jobs that are done',
      order: '`promised`, the default, or `newest`',
    },
  },
  vehiclesKnown: {
    method: 'GET',
    path: '/api/vehicles',
    says: 'vehicles that were here before, by plate, end of VIN, model or customer',
    who: withCustomer,
    answer: answers.vehiclesKnown,
    query: { text: 'two characters or more' },
  },
  openJob: {
    method: 'POST',
    path: '/api/jobs',
    says: 'opens a job with its vehicle',
    who: withCustomer,
    body: answers.openJob,
    answer: answers.jobOpened,
    bodyLimit: small,
    entry: true,
  },
  job: {
    method: 'GET',
    path: '/api/jobs/{jobId}',
    says: 'a job’s whole record; ETag is its revision',
    who: everyone,
    answer: answers.record,
  },
  changeHead: {
    method: 'PUT',
    path: '/api/jobs/{jobId}/head',
    says: 'changes the head; If-Match names the revision seen',
    who: withCustomer,
    body: answers.changeHead,
    answer: answers.headChanged,
    bodyLimit: small,
    entry: true,
  },
  keepAttachment: {
    method: 'PUT',
    path: '/api/jobs/{jobId}/attachments/{attachmentId}',
    says: 'keeps the bytes of a photo, one megabyte at most; a fact of the kind `photos` says what they show',
    who: withCustomer,
    answer: answers.attachmentKept,
    bodyLimit: mostPhotoBytes,
    bodyTypes: photoTypes,
    entry: true,
  },
  attachment: {
    method: 'GET',
    path: '/api/jobs/{jobId}/attachments/{attachmentId}',
    says: 'a photo',
    who: everyone,
    answer: null,
  },
  logbook: {
    method: 'GET',
    path: '/api/jobs/{jobId}/logbook',
    says: 'every entry, with its hash; `whole` tells that the chain is unbroken',
    who: everyone,
    answer: answers.logbook,
    query: { after: 'only entries with a higher seq' },
  },
  story: {
    method: 'GET',
    path: '/api/jobs/{jobId}/story.json',
    says: 'a job’s whole story as a file: record, reports as pasted, photos, logbook with its hashes',
    who: withCustomer,
    answer: answers.story,
  },
  storyTable: {
    method: 'GET',
    path: '/api/jobs/{jobId}/story.csv',
    says: 'a job’s logbook as a table for a spreadsheet',
    who: withCustomer,
    answer: null,
  },
  importStory: {
    method: 'POST',
    path: '/api/stories',
    says: 'takes in a story from another installation; its hashes must hold',
    who: leadOnly,
    body: answers.story,
    answer: answers.storyImported,
    bodyLimit: 60_000_000,
    entry: true,
  },
  report: {
    method: 'GET',
    path: '/api/jobs/{jobId}/scans/{scanId}/text',
    says: 'a report as it was pasted',
    who: everyone,
    answer: answers.reportText,
  },
  withdraw: {
    method: 'POST',
    path: '/api/jobs/{jobId}/withdrawals',
    says: 'takes a fact back; who may enter its kind may take it back',
    who: everyone,
    body: withdrawal,
    answer: answers.entered,
    bodyLimit: small,
    entry: true,
  },
  events: {
    method: 'GET',
    path: '/api/events',
    says: 'server-sent events of all jobs; id is job:seq, resumed by Last-Event-ID',
    who: everyone,
    answer: null,
  },
} as const satisfies Record<string, Endpoint>;

export const endpoints = {
  health: {
    method: 'GET',
    path: '/api/health',
    says: 'whether the server and its database answer',
    who: 'anyone',
    answer: answers.health,
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
  ...jobEndpoints,
} as const satisfies Record<string, Endpoint>;

/** Bytes that an entry of each kind may have: a report of a million characters, a circuit of a thousand elements. */
const factLimits: Partial<Record<string, number>> = { scans: 4_500_000, traces: 2_000_000 };

export const factEndpoints: readonly (Endpoint & { readonly kind: keyof typeof factKinds })[] =
  Object.entries(factKinds).map(([kind, { entry, says, who }]) => ({
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
