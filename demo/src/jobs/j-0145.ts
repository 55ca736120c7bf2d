/** J-0145: the charge flap that is "open" in the cold. From intake to a proof in progress. */
import { flapCase } from '../circuits.js';
import { flapOpened } from './strips.js';
import { goodBattery, JobStory, pell, report, tomas, yuki } from '../world.js';

export function j0145(now: Date): JobStory {
  const job = new JobStory(
    145,
    now,
    {
      customer: 'Noor Halloran',
      customerWords:
        'On cold mornings it says the charge flap is open and will not charge. Push the flap a few times and it works.',
      event: 'wear',
      eventNote: 'Charge flap, cold mornings',
      promised: [2, '16:00'],
    },
    {
      make: 'Corvane',
      model: 'Lumen',
      year: 2022,
      plate: 'LR 40 KWE',
      vin: 'CVNLM4E20N0003142',
      odometerKm: 38412,
      highVoltage: true,
    },
  );
  const flap = job.enter('beacons', pell, [-3, '08:20'], {
    kind: 'beacon',
    name: 'Charge flap open',
    lamp: 'charge-lead',
    bulbCheck: 'not-seen',
    seen: 'comes-and-goes',
    thereBefore: 'no',
    conditions: ['cold'],
    shown: 6,
    exposures: 20,
  });
  const refused = job.enter('beacons', pell, [-3, '08:22'], {
    kind: 'complaint',
    name: 'Charging refused',
    seen: 'comes-and-goes',
    thereBefore: 'no',
    conditions: ['cold'],
    shown: 5,
    exposures: 20,
  });
  job.enter('batteries', yuki, [-3, '08:32'], goodBattery);
  job.enter('scans', yuki, [-3, '08:40'], { kind: 'baseline', text: report('j-0145-baseline') });
  job.enter('notes', yuki, [-3, '09:05'], {
    stage: 'make-safe',
    text: 'High-voltage record: nothing behind the inlet was touched; flap and switch are reached from outside. Work behind it waits for a qualified person.',
  });
  const traceId = job.enter('traces', yuki, [-3, '09:10'], {
    title: 'Flap end switch',
    beaconIds: [flap, refused],
    case: flapCase(),
  });
  job.enter('readings', yuki, [-3, '09:14'], { traceId, test: 'listen', found: false });
  job.enter('readings', yuki, [-3, '09:20'], { traceId, test: 'signal', value: 4.92 });
  job.enter('readings', yuki, [-3, '09:31'], { traceId, test: 'switch-ohms', overload: true });
  job.enter('readings', yuki, [-3, '09:34'], { traceId, test: 'press', value: 4.97 });
  job.enter('readings', yuki, [-3, '09:35'], { traceId, test: 'look-plug', found: false });
  const endSwitch = {
    item: 'End switch of the charge flap',
    origin: 'maker-new',
    by: 'Noor Halloran',
    ceilingCents: 16_000,
  } as const;
  job.enter('approvals', pell, [-3, '10:20'], { ...endSwitch, answer: 'asked', how: 'message' });
  job.enter('approvals', pell, [-3, '11:02'], { ...endSwitch, answer: 'yes', how: 'message' });
  flapOpened(job);
  job.enter('repairs', yuki, [-2, '11:05'], {
    traceId,
    element: 'SWITCH',
    beaconIds: [flap, refused],
    label: 'Replace the end switch',
    method: 'replace',
    part: 'CV-2210-07A',
    root: 'found-and-removed',
    rootNote: 'seal of the switch torn, water inside; drain of the flap bowl cleared',
    cured: true,
  });
  job.enter('clearings', yuki, [-2, '11:20'], { reader: 'ODDLIGHT R2' });
  job.enter('scans', yuki, [-2, '11:30'], { kind: 'final', text: report('j-0145-final') });
  job.enter('module-ends', yuki, [-2, '11:32'], {
    module: 'Telematics',
    end: 'out-of-scope',
    note: 'its contract has ended, it sleeps as before; the customer knows',
  });
  const clean = { shown: false, bulbCheck: 'passed', monitorRan: true, reportedBy: 'technician' } as const;
  for (const beaconId of [flap, refused]) {
    job.enter('exposures', yuki, [-2, '14:10'], { ...clean, beaconId, coldStart: false, conditions: [] });
    job.enter('exposures', tomas, [-1, '07:30'], {
      ...clean,
      beaconId,
      coldStart: true,
      conditions: ['cold'],
    });
  }
  return job;
}
