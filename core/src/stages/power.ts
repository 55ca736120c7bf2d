/** May it be powered? Five looks after a collision or water, before the ignition goes on. */
import { type JobRecord, type Powering, powerLooks, standing } from '../record/index.js';

export type Powered =
  /** The event gives no reason to ask. */
  'not-asked' | 'ask' | 'no' | 'yes';

type Look = (typeof powerLooks)[number];

/** What is looked for, and what must be done first where it is found. */
export const powerQuestions: Readonly<
  Record<Look, { readonly found: string; readonly clear: string; readonly first: string }>
> = {
  smell: {
    found: 'smell of fuel or coolant',
    clear: 'no smell of fuel or coolant',
    first: 'Find the leak and stop it; air the car; no spark, no ignition.',
  },
  harness: {
    found: 'a harness is damaged, or an orange one is open',
    clear: 'no harness damaged, no orange one open',
    first: 'Insulate it while dead; an orange one is for a qualified person alone.',
  },
  hanging: {
    found: 'a unit hangs or is half fired',
    clear: 'no unit hangs or is half fired',
    first: 'Keep out of its path; make the restraints safe by the maker’s procedure before anything else.',
  },
  wet: {
    found: 'a module is wet',
    clear: 'no module is wet',
    first: 'Take the battery off, take the module out while dead, dry it.',
  },
  cabin: {
    found: 'the cabin is not empty',
    clear: 'the cabin is empty',
    first: 'Clear the cabin: nobody and nothing in the way of a bag.',
  },
};

/** What the record says: the last looks that stand decide. */
export function mayBePowered(record: JobRecord): Powered {
  if (record.head.event !== 'collision' && record.head.event !== 'water') return 'not-asked';
  const last = standing(record.powerings).at(-1);
  if (!last) return 'ask';
  return powerLooks.every((look) => last[look] === 'clear') ? 'yes' : 'no';
}

/** What must be done before the looks are repeated, a sentence for each sign that was found. */
export function doFirst(powering: Pick<Powering, Look>): string[] {
  return powerLooks.filter((look) => powering[look] === 'found').map((look) => powerQuestions[look].first);
}
