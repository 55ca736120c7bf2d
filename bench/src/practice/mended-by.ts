/** What a repair puts right: the part that its trace named, else what its words name. */
import type { JobRecord } from '@dormant-beacon/core/record';
import type { CarFile } from '../vehicle/index.js';
import { moduleOf } from './units.js';

type Repair = Pick<JobRecord['repairs'][number], 'element' | 'method' | 'label' | 'part'>;

/** The module that another unit is put in the place of; null where it is about something else. */
export function replacedModule(file: CarFile, { element, method, label, part }: Repair): string | null {
  if (method !== 'replace') return null;
  const named = file.modules.find(({ name }) => element != null && name.toUpperCase() === element);
  if (named) return named.name;
  return element == null && /\bmodule\b/iu.test(`${label} ${part ?? ''}`) ? moduleOf(file, label) : null;
}

/** Elements of the wiring; what is inside a module goes with the module. */
export function mendedBy(file: CarFile, repair: Repair): string[] {
  return repair.element == null ? elementsNamed(file, repair.label) : [repair.element];
}

/** Parts whose name stands in what was done, such as “reseat plug C103”; the longest name alone. */
function elementsNamed({ circuit }: CarFile, label: string): string[] {
  const said = label.toLowerCase();
  const plugs = new Set(said.toUpperCase().split(/[^\p{L}\p{N}]+/u));
  const named = circuit.elements.filter((element) =>
    said.includes((element.label ?? element.id).toLowerCase()),
  );
  const longest = Math.max(0, ...named.map((element) => (element.label ?? element.id).length));
  const byName = named.filter((element) => (element.label ?? element.id).length === longest);
  if (byName.length > 0) return byName.map(({ id }) => id);
  return circuit.elements.flatMap((element) =>
    ('connector' in element && element.connector && plugs.has(element.connector)) || plugs.has(element.id)
      ? [element.id]
      : [],
  );
}
