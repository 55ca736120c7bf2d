/** The occupant mat of the Velanta Quill Estate: nothing is written, its zero point is taught. */
import type { CodingBook } from '@dormant-beacon/core/coding';

export const estateMat: CodingBook = {
  title: 'Occupant mat of the Quill Estate',
  make: 'Velanta',
  model: 'Quill Estate',
  unit: 'occupant mat',
  carries: [
    {
      id: 'record',
      kind: 'guarantee',
      how: 'declare',
      does: 'Note the live value with the seat empty, before and after, in the hand-back',
    },
  ],
  procedures: [
    {
      id: 'zero',
      title: 'Zero point of the mat',
      source: 'service text of the Quill Estate, chapter 74, sheet 6',
      before: ['supply', 'seat-empty', 'doors-shut', 'ignition-off'],
      supply: { least: 12.4, most: 14.5 },
      socket: {
        name: 'Service plug under the dash',
        rows: [8, 8],
        pins: [3, 12],
        confirmVolts: 12,
        source: 'service text, chapter 74, sheet 7',
      },
      caution:
        'Passenger airbag: nobody sits in the seat or leans across it, and no plug of the restraints is opened while this runs.',
      abort: 'ignition off, bridge out, wait one minute',
      steps: [
        {
          id: 'place',
          does: 'Measure pin 3, then place the bridge with its link open',
          bridge: 'in',
          sets: { bridge: 'open' },
        },
        { id: 'off', does: 'Ignition off, key out', sets: { ignition: 'off' } },
        { id: 'link', does: 'Close the link of the bridge', sets: { bridge: 'closed' } },
        {
          id: 'on',
          does: 'Ignition on, engine off: wait',
          sets: { ignition: 'on' },
          seconds: { least: 30, most: 300 },
          sign: 'the passenger-bag-off lamp flashes twice, then stays lit',
          ifMissing:
            'It did not take: the seat was not empty, or the volts fell. Stop, look at both, and begin anew.',
        },
        { id: 'off-again', does: 'Ignition off', sets: { ignition: 'off' }, seconds: { least: 10 } },
        { id: 'remove', does: 'Take the bridge out of its socket', bridge: 'out', sets: { bridge: 'none' } },
        {
          id: 'start',
          does: 'Start the engine; press the button of the lamp’s check',
          sets: { ignition: 'running' },
          sign: 'the lamp lights with the seat empty, and goes out with someone of 40 kg in it',
          ifMissing: 'The zero point is not kept: read the restraint module before anything else is tried.',
        },
      ],
    },
  ],
};
