/** What goes into the box when a unit is sent in for repair. */
import type { UnitSort } from './plan-schema.js';
import type { Consignment } from './records.js';

/** Sorts that answer to their car’s own key: a service cannot try them without it. */
const paired: ReadonlySet<UnitSort> = new Set(['module', 'instruments', 'lock']);
/** Sorts that hold data of the car. */
const holdsData: ReadonlySet<UnitSort> = new Set(['module', 'instruments', 'restraint-module']);

/** @example boxContents('sensor') // ['the unit, packed against knocks and static', 'the fault in writing, with the job’s number'] */
export function boxContents(sort: UnitSort): readonly string[] {
  return [
    'the unit, packed against knocks and static',
    'the fault in writing, with the job’s number',
    ...(paired.has(sort)
      ? ['a key, where it is paired', 'the access module, where the service asks for it']
      : []),
  ];
}

/** What keeps the box from being closed, in sentences; empty where nothing does. What is left out needs its reason. */
export function leftOut(
  { contents, dataSaved }: Pick<Consignment, 'contents' | 'dataSaved'>,
  sort: UnitSort,
): readonly string[] {
  const listed = new Map(contents.map((own) => [own.item, own]));
  const open = boxContents(sort).filter((item) => {
    const own = listed.get(item);
    return own === undefined || (!own.packed && !own.why);
  });
  return [
    ...open.map((item) => `${item}: not packed, and no reason given`),
    ...(holdsData.has(sort) && !dataSaved ? ['its data is saved before it leaves: nobody else has it'] : []),
  ];
}
