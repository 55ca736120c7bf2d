/**
 * The function sheet of a part: every mode and control that is tried before anything is closed over it, and again when
 * all is closed; and the rules by which such a part is fitted. Source: the trade's own practice; a map adds to it.
 */

interface KindRow {
  readonly words: RegExp;
  readonly modes: readonly string[];
  readonly rules?: readonly string[];
}

const lampRules = [
  'Bulb glass is not touched; grease goes on the terminals only.',
  'Seating is felt and heard. Force means bent tabs: take it out and look.',
];

const rows: readonly KindRow[] = [
  {
    words: /charge (?:flap|lid)|fuel (?:flap|lid)|\bflap\b/,
    modes: ['opens', 'shuts and holds', 'end position is told open and shut', 'opens by its second way'],
    rules: ['The gear is set at its end stop before the lever goes on; nothing is turned against its motor.'],
  },
  {
    words: /\b(?:latch|lock|catch|striker)/,
    modes: [
      'tried open: latches over a screwdriver',
      'tried open: released again from inside',
      'tried open: released again from outside',
      'second way in is known and works',
      'ajar switch tells open and shut',
    ],
    rules: ['Nothing is shut before it was tried open and released again, and a second way in is known.'],
  },
  {
    words: /sliding door|door track|guide track/,
    modes: [
      'runs the whole way by hand',
      'harness runs free at both ends',
      'latches shut',
      'latches open',
      'ajar is told',
    ],
    rules: [
      'The door is moved the whole way by hand before power moves it: nothing chafes, nothing is pinched.',
    ],
  },
  {
    words: /wiper/,
    modes: ['single wipe', 'intermittent', 'slow', 'fast', 'washers with wipe', 'parks'],
    rules: ['The motor is run to its park position before the arm goes on.'],
  },
  {
    words: /head ?lamp|head ?light|xenon|ballast|burner/,
    modes: ['dipped beam', 'main beam', 'flash', 'position light', 'leveller moves'],
    rules: [...lampRules, 'The beam’s aim is checked afterwards.'],
  },
  {
    words: /fog lamp|fog light/,
    modes: ['on', 'off', 'telltale in the instruments'],
    rules: lampRules,
  },
  {
    words: /\btail(?: ?lamp| ?light)?\b|brake light|stop lamp|rear lamp|\bbulb/,
    modes: ['tail', 'brake', 'both together', 'turn signal', 'reversing'],
    rules: lampRules,
  },
  {
    words: /daytime|led unit|led driver|(?<!c)lamp|light\b/,
    modes: ['on', 'dimmed', 'off', 'no bulb message'],
    rules: lampRules,
  },
  {
    words: /window|glass|regulator/,
    modes: ['down', 'up', 'one touch', 'stops at an obstacle', 'from each switch'],
    rules: ['The end stops are taught before anything relies on the pinch guard.'],
  },
  { words: /\bmirror/, modes: ['left and right', 'up and down', 'folds', 'heats', 'turn signal in it'] },
  {
    words: /clock ?spring|steering wheel|column switch|contact reel/,
    modes: [
      'horn',
      'each button of the wheel',
      'turns lock to lock without a noise',
      'turn signals cancel',
      'restraint lamp lights and goes out',
    ],
    rules: [
      'The reel is centred by the maker’s procedure, wheels straight ahead; it is never turned against its stop.',
    ],
  },
  {
    words: /belt|buckle|pretension|retractor/,
    modes: [
      'latches and lets go',
      'locks at a sharp pull',
      'winds back in',
      'belt reminder goes out',
      'restraint lamp lights and goes out',
    ],
    rules: ['No squib is measured. It goes in while the car is safe, with its own bolt and torque.'],
  },
  {
    words: /air ?bag|knee bag|curtain|restraint|impact sensor|crash sensor/,
    modes: ['restraint lamp lights and goes out', 'the module answers without its codes'],
    rules: ['Nothing of it is tried but its lamp and its module. It goes in while the car is safe.'],
  },
  {
    words: /\bseat/,
    modes: ['each motor both ways', 'heats', 'belt reminder', 'occupant sensing by its live value'],
    rules: ['The harness below is laid as it was; nothing is pinched over the whole travel.'],
  },
  { words: /door/, modes: ['window', 'mirror', 'lock', 'loudspeaker', 'courtesy light', 'ajar is told'] },
  { words: /socket/, modes: ['gives its voltage', 'holds it under load'] },
  {
    words: /module|control unit/,
    modes: ['answers in the scan', 'each of its outputs', 'sleeps afterwards'],
  },
  {
    words: /harness|wiring|plug|connector/,
    modes: ['works over the whole travel', 'works while it is moved'],
    rules: [
      'Same gauge and colour, sealed crimp, splices staggered, twist kept on network pairs, on the old route.',
    ],
  },
  { words: /switch/, modes: ['each position', 'lights up'] },
  { words: /motor|actuator|pump/, modes: ['runs each way', 'stops at its ends', 'runs without a noise'] },
];

const rowsOf = (kind: string): readonly KindRow[] => {
  const words = kind.toLowerCase();
  const row = rows.find((own) => own.words.test(words));
  return row ? [row] : [];
};

/** @example modesOf({ kind: 'boot latch' })[0] // 'tried open: latches over a screwdriver' */
export function modesOf(part: {
  readonly kind: string;
  readonly modes?: readonly string[] | null | undefined;
}): readonly string[] {
  const usual = rowsOf(part.kind).flatMap(({ modes }) => modes);
  const all = [...new Set([...usual, ...(part.modes ?? [])])];
  return all.length > 0 ? all : ['works as it did before'];
}

/** How such a part is fitted; the maker's procedure stands above it. */
export const fitRulesOf = ({ kind }: { readonly kind: string }): readonly string[] =>
  rowsOf(kind).flatMap(({ rules }) => rules ?? []);

/** Shut without a second way in, a car with a bad latch stays shut: parts that are tried while open. */
export const isTriedOpen = (mode: string): boolean => mode.startsWith('tried open');
