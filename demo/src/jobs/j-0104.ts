/** J-0104: a tail lamp, proven dormant and handed back, and back again. */
import { fusedLampCase } from '../circuits.js';
import { goodBattery, ines, JobStory, nothingFound, pell, report, tomas } from '../world.js';

export function j0104(now: Date): JobStory {
  const job = new JobStory(
    104,
    now,
    {
      customer: 'Ada Lindqvist',
      customerWords: 'Dash says the right tail lamp is out, mostly when it rains.',
      event: 'water',
      eventNote: 'Tail lamp, rain',
      eventDetails: { waterPlace: 'right tail lamp' },
      promised: null,
    },
    {
      make: 'Ostrel',
      model: 'Marn wagon',
      year: 2017,
      plate: 'OM 11 TRB',
      vin: 'STRMN2W14H0077310',
      odometerKm: 162040,
    },
  );
  const lamp = job.enter('beacons', pell, [-40, '08:10'], {
    kind: 'beacon',
    name: 'Right tail lamp out',
    lamp: 'bulb-out',
    bulbCheck: 'stayed-lit',
    seen: 'lit',
    thereBefore: 'no',
    conditions: ['rain'],
    shown: 12,
    exposures: 20,
  });
  job.enter('powerings', tomas, [-40, '08:20'], nothingFound);
  job.enter('batteries', tomas, [-40, '08:24'], goodBattery);
  job.enter('scans', tomas, [-40, '08:30'], {
    kind: 'baseline',
    reader: 'KESTREL PRO',
    text: report('j-0104-baseline'),
  });
  for (const item of ['water', 'grounds'] as const)
    job.enter('basics', tomas, [-40, '08:40'], { item, result: 'good' });
  const traceId = job.enter('traces', tomas, [-40, '08:45'], {
    title: 'Right tail lamp',
    beaconIds: [lamp],
    case: fusedLampCase,
  });
  job.enter('readings', tomas, [-40, '08:50'], { traceId, test: 'feed', value: 12.5 });
  job.enter('readings', tomas, [-40, '08:56'], { traceId, test: 'look-plug', found: true });
  job.enter('repairs', tomas, [-40, '09:30'], {
    traceId,
    element: 'PLUG',
    beaconIds: [lamp],
    label: 'Clean and retension plug C12',
    method: 'clean',
    root: 'unknown',
    cured: true,
  });
  job.enter('clearings', tomas, [-40, '09:40'], {});
  job.enter('scans', tomas, [-40, '09:50'], {
    kind: 'final',
    reader: 'KESTREL PRO',
    text: report('j-0104-final'),
  });
  const clean = {
    beaconId: lamp,
    shown: false,
    coldStart: true,
    conditions: ['rain'],
    bulbCheck: 'passed' as const,
    monitorRan: true,
  };
  for (const day of [-39, -38, -37])
    job.enter('exposures', tomas, [day, '07:45'], { ...clean, reportedBy: 'technician' });
  job.enter('hand-backs', ines, [-37, '16:30'], {
    note: 'Water mark in the right lamp bowl; owner told to watch after rain.',
  });
  job.enter('exposures', pell, [-1, '08:05'], {
    ...clean,
    shown: true,
    bulbCheck: 'not-seen',
    monitorRan: false,
    reportedBy: 'customer',
  });
  return job;
}
