/** How much event and codes multiply a suspect, with the words that are shown: shop data, judgement and no statistics. */
import { wordTable } from '../../codes/index.js';
import type { Element, FaultMode } from '../../circuit/index.js';
import type { EventKind } from '../../event/index.js';

type Raises = (element: Element, mode: FaultMode) => boolean;

/** How much what is known multiplies a suspect, and which: judgement, not statistics. */
export const knownWeaknessCap = 5;
export const oldLampYears = 8;

const isJoint: Raises = ({ kind }) => kind === 'contact' || kind === 'ground';
const opens: ReadonlySet<FaultMode> = new Set([
  'open',
  'stuckOpen',
  'intermittent',
  'endNotReached',
  'notSeated',
]);

/** `placed`: it raises only what lies where the event was. */
export const eventFactors: Partial<
  Record<EventKind, readonly { what: string; times: number; raises: Raises; placed?: boolean }[]>
> = {
  water: [{ what: 'water raises contacts and grounds', times: 3, raises: isJoint, placed: true }],
  collision: [
    {
      what: 'a collision raises wiring, plugs and sensors',
      times: 2,
      raises: ({ kind }) => ['wire', 'contact', 'sensor', 'lamp'].includes(kind),
      placed: true,
    },
  ],
  battery: [
    {
      what: 'a jump or short raises fuses and outputs',
      times: 3,
      raises: ({ kind }) => kind === 'fuse' || kind === 'moduleOutput' || kind === 'moduleInput',
    },
  ],
  'earlier-repair': [{ what: 'earlier work raises plugs', times: 3, raises: isJoint }],
};

/** What a condition in which alone the beacon shows says of the suspects; the words are those of a technician. */
export const conditionFactors: readonly { says: RegExp; what: string; times: number; raises: Raises }[] = [
  {
    says: /\b(?:cold|frost|ice|icy)\b/i,
    what: 'a fault that comes in the cold raises joints, switches and relays',
    times: 2,
    raises: ({ kind }) => ['contact', 'ground', 'switch', 'relay'].includes(kind),
  },
  {
    says: /\b(?:hot|heat|warm|long drive)\b/i,
    what: 'a fault that comes in the heat raises relays, outputs, motors and drivers',
    times: 2,
    raises: ({ kind }) => ['relay', 'moduleOutput', 'motor', 'led', 'resistor'].includes(kind),
  },
  {
    says: /\b(?:rain|wet|damp|wash|water)\b/i,
    what: 'a fault that comes in the wet raises joints and what touches ground',
    times: 3,
    raises: (element, mode) => isJoint(element, mode) || mode === 'shortToGround' || mode === 'bridged',
  },
  {
    says: /\b(?:rough road|bumps?|vibration|moving|door|turn(?:ing)?)\b/i,
    what: 'a fault that comes with motion raises wires and plugs that move',
    times: 3,
    raises: ({ kind }, mode) => (kind === 'wire' || kind === 'contact') && opens.has(mode),
  },
  {
    says: /\b(?:load|everything on|cranking)\b/i,
    what: 'a fault that comes under load raises added resistance',
    times: 3,
    raises: (_, mode) => mode === 'resistive',
  },
];

/** What a code's failure type says of the mode, by its public number. */
export const failureTypeFactors: Readonly<Record<string, { what: string; times: number; raises: Raises }>> =
  wordTable({
    '11': { what: 'the code says short to ground', times: 6, raises: (_, mode) => mode === 'shortToGround' },
    '12': { what: 'the code says short to supply', times: 6, raises: (_, mode) => mode === 'shortToSupply' },
    '13': { what: 'the code says open', times: 3, raises: (_, mode) => opens.has(mode) },
    '14': {
      what: 'the code says short to ground or open',
      times: 3,
      raises: (_, mode) => opens.has(mode) || mode === 'shortToGround',
    },
    '15': {
      what: 'the code says short to supply or open',
      times: 3,
      raises: (_, mode) => opens.has(mode) || mode === 'shortToSupply',
    },
    '1A': {
      what: 'the code says too little resistance',
      times: 4,
      raises: (_, mode) => ['shortToGround', 'bridged', 'stuckClosed'].includes(mode),
    },
    '1B': { what: 'the code says too much resistance', times: 4, raises: (_, mode) => mode === 'resistive' },
    '1F': { what: 'the code says it comes and goes', times: 4, raises: (_, mode) => mode === 'intermittent' },
    '49': {
      what: 'the code says a fault inside the module',
      times: 3,
      raises: ({ kind }) => kind === 'moduleInput' || kind === 'moduleOutput',
    },
  });
