/** Jobs: the bays, a record, its photos, its logbook, its story. */
import * as answers from '../answers.js';
import { withdrawal } from '../facts.js';
import { mostStoryBytes } from '../headers.js';
import * as coding from '../coding.js';
import { atTheCar, everyone, leadOnly, withCustomer } from '../who.js';
import { type Endpoint, small } from './endpoint.js';

/** Photos, after they were made smaller on the device. */
export const mostPhotoBytes = 1_000_000;
export { mostStoryBytes };
export const photoTypes = ['image/jpeg', 'image/png', 'image/webp'] as const;

export const jobEndpoints = {
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
  keepImagePiece: {
    method: 'PUT',
    path: '/api/jobs/{jobId}/images/{imageId}/{piece}',
    says: 'keeps a piece of a memory image, the first is 0; a fact of the kind `coding-images` says what they are',
    who: atTheCar,
    answer: coding.imagePieceKept,
    bodyLimit: coding.imagePieceBytes,
    bodyTypes: ['application/octet-stream'],
    entry: true,
  },
  image: {
    method: 'GET',
    path: '/api/jobs/{jobId}/images/{imageId}',
    says: 'the file of a memory image, byte by byte as it was kept',
    who: atTheCar,
    answer: null,
  },
  logbook: {
    method: 'GET',
    path: '/api/jobs/{jobId}/logbook',
    says: 'every entry, with its hash; `whole` tells that the chain is unbroken and every fact what its entry says',
    who: withCustomer,
    answer: answers.logbook,
    query: { after: 'only entries with a higher seq' },
  },
  story: {
    method: 'GET',
    path: '/api/jobs/{jobId}/story.zip',
    says: 'a job’s whole story as an archive: record, reports as pasted, photos, logbook with its hashes, signed',
    who: withCustomer,
    answer: null,
  },
  handBackPdf: {
    method: 'GET',
    path: '/api/jobs/{jobId}/hand-back.pdf',
    says: 'the hand-back as it prints, with the code by which an export is held against it',
    query: { paper: '`a4` or `letter`; left out, `a4`' },
    who: withCustomer,
    answer: null,
  },
  handBackTable: {
    method: 'GET',
    path: '/api/jobs/{jobId}/hand-back.csv',
    says: 'the hand-back as a table for a spreadsheet: part, section, then its columns',
    who: withCustomer,
    answer: null,
  },
  handBackData: {
    method: 'GET',
    path: '/api/jobs/{jobId}/hand-back.json',
    says: 'the hand-back as data: the same blocks as on the screen and on paper, with the code',
    who: withCustomer,
    answer: null,
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
    says: 'takes in a story from another installation; its hashes and its signature must hold',
    who: leadOnly,
    answer: answers.storyImported,
    bodyLimit: mostStoryBytes,
    bodyTypes: ['application/zip', 'application/json'],
    entry: true,
    streamed: true,
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
