/** Cars of the demo whose units are coded: a module whose memory is saved, a zero point, a door with its cylinder. */
import { createHash } from 'node:crypto';
import { writeImage } from '@dormant-beacon/core/coding/memory';
import { bookIds, estateMat, lumenCylinder, lumenDoor, marnBody, marnImages } from '../coding/index.js';
import { ines, type JobStory, tomas } from '../world.js';

/** J-0138: the old module is read out, the chosen donor too; the sheet goes on once it is fitted. */
export function memorySaved(job: JobStory, planId: string): void {
  const at = (minute: number) => [-1, `17:${minute}`] as const;
  const codingId = job.enter('coding-plans', tomas, at(10), {
    unit: 'body module',
    planId,
    route: 'clone',
    book: marnBody,
    kept: { bookId: bookIds.marnBody, version: 1 },
  });
  const enter = (minute: number, entry: object) =>
    job.enter('coding-entries', tomas, at(minute), { codingId, entry: entry as never });
  enter(12, { what: 'odometer', store: 'Cluster', of: 'car', moment: 'before', km: 118_300 });
  enter(14, { what: 'odometer', store: 'Body module', of: 'car', moment: 'before', km: 118_291 });
  enter(16, { what: 'odometer', store: 'Body module', of: 'donor', moment: 'before', km: 96_012 });
  const image = (minute: number, role: 'original' | 'donor', memory: Uint8Array, reader: string) => {
    const file = writeImage([{ address: 0, bytes: memory }], 'ihex');
    const imageId = job.keepFile(tomas, file);
    job.enter('coding-images', tomas, at(minute), {
      codingId,
      imageId,
      role,
      form: 'ihex',
      bytes: file.length,
      sha256: createHash('sha256').update(file).digest('hex'),
      reader,
    });
  };
  image(24, 'original', marnImages['old-module'], 'clip on the board, read twice');
  image(31, 'donor', marnImages['donor-mill-lane'], 'clip on the board, read twice');
  enter(33, { what: 'item', item: 'memory', as: 'done' });
  enter(35, { what: 'item', item: 'labels', as: 'done', note: 'photos with the job' });
}

/** J-0147: nothing is fitted; the mat is taught, and was given up once. */
export function zeroPointBegun(job: JobStory): void {
  const at = (minute: number) => [0, `09:${String(minute).padStart(2, '0')}`] as const;
  const codingId = job.enter('coding-plans', tomas, at(0), {
    unit: 'occupant mat',
    teachOnly: true,
    book: estateMat,
    kept: { bookId: bookIds.estateMat, version: 1 },
  });
  job.enter('notes', ines, at(5), {
    stage: 'code',
    text: 'Zero point first. A new mat is the tempting wrong move: this one answers.',
  });
  job.enter('coding-entries', tomas, at(8), {
    codingId,
    entry: { what: 'check', check: 'zero:supply', volts: 13.1 },
  });
}

/** J-0116: the door’s modules, and its cylinder set to the owner’s worn key. */
export function doorCoded(job: JobStory): void {
  const at = (minute: number) => [-5, `10:${minute}`] as const;
  const codingId = job.enter('coding-plans', tomas, at(30), {
    unit: 'front door',
    route: 'used',
    book: lumenDoor,
    kept: { bookId: bookIds.lumenDoor, version: 1 },
  });
  job.enter('coding-entries', tomas, at(34), {
    codingId,
    entry: {
      what: 'options',
      base: '0001',
      bytes: '0311',
      options: ['folding mirror', 'heated mirror', 'left door', 'laminated glass'],
    },
  });
  job.enter('coding-entries', tomas, at(35), {
    codingId,
    entry: { what: 'item', item: 'coding', as: 'done' },
  });
  job.enter('lock-sets', tomas, at(50), {
    codingId,
    where: 'left front door',
    table: lumenCylinder,
    measured: [7.06, 6.38, 6.7, 6.34, 6.02, 6.35, 6.71, 7.03],
    accuracyMm: 0.05,
    codes: ['1', '3', '2', '3', '4', '3', '2', '1'],
    kit: { 1: 6, 2: 1, 3: 4, 4: 5 },
  });
}
