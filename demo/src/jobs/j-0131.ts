/** J-0131: the sliding door that warns on rough roads. In trace: the harness or its plug is left. */
import { flapCase } from '../circuits.js';
import { weighed } from '@dormant-beacon/core/trace';
import { slidingDoor, slidingDoorWeakness } from '../notes.js';
import { trackOpened } from './strips.js';
import { goodBattery, JobStory, pell, report, tomas } from '../world.js';

export function j0131(now: Date): JobStory {
  const job = new JobStory(
    131,
    now,
    {
      customer: 'Quayside Deliveries',
      customerWords: 'Chimes that the side door is open, on cobbles and in the yard. The door is shut.',
      event: 'wear',
      eventNote: 'Sliding door, rough roads',
      promised: [2, '10:00'],
    },
    {
      make: 'Hallmer',
      model: 'Drover',
      year: 2019,
      plate: 'QD 73 LMT',
      vin: 'HLMDR7V13K0018844',
      odometerKm: 141877,
    },
  );
  const door = job.enter('beacons', pell, [-1, '09:05'], {
    kind: 'beacon',
    name: 'Sliding door open',
    lamp: 'door-open',
    bulbCheck: 'not-seen',
    seen: 'comes-and-goes',
    thereBefore: 'no',
    conditions: ['rough road'],
    shown: 9,
    exposures: 30,
  });
  job.enter('batteries', tomas, [-1, '09:15'], { ...goodBattery, restingVolts: 12.72, restHours: 9 });
  job.enter('scans', tomas, [-1, '09:25'], { kind: 'baseline', text: report('j-0131-baseline') });
  const built = weighed(flapCase(slidingDoor), { weaknesses: [slidingDoorWeakness] });
  const traceId = job.enter('traces', tomas, [-1, '09:40'], {
    title: 'Door contact',
    beaconIds: [door],
    case: built,
  });
  job.enter('readings', tomas, [-1, '09:44'], { traceId, test: 'listen', found: false });
  job.enter('readings', tomas, [-1, '09:52'], { traceId, test: 'signal', value: 0.01 });
  job.enter('readings', tomas, [-1, '10:06'], { traceId, test: 'switch-ohms', value: 0.01 });
  job.enter('epochs', tomas, [-1, '10:08'], { traceId, after: 'switch-ohms', shows: true });
  trackOpened(job, traceId, tomas);
  return job;
}
