/** Basics first: when supply, grounds, water and the reader are looked at before any module is suspected. */
import { type BatteryAnswer, judgeBattery } from '../readings/index.js';
import { compareScans, type Scan } from '../scans/index.js';
import type { BasicsItem, JobRecord } from './schema.js';
import { standing } from './standing.js';

/** From so many codes in so many modules on, one cause behind them is looked for first. */
const manyCodes = 10;
const manyModules = 4;

export const basicsWords: Readonly<Record<BasicsItem, string>> = {
  charging: 'Charging: volts with the engine running, lamps and fan on',
  links: 'Main links and battery terminals: corrosion, heat, a blown link',
  grounds: 'Main grounds: drop under load to battery negative',
  water: 'Water: carpets, module boxes, plugs, drains',
  unplugged: 'What was unplugged: every connector of the earlier work mated and locked',
  reader: 'The reader: right vehicle chosen, software current, the same codes with another',
};

/** The last battery reading that stands, with its verdict, or null. */
export function batteryOf(record: JobRecord): BatteryAnswer | null {
  const last = standing(record.batteries).at(-1);
  return last ? judgeBattery(last) : null;
}

export interface BasicsAsked {
  /** Why, in a few words each. */
  readonly reasons: readonly string[];
  readonly items: readonly BasicsItem[];
  /** Those not yet looked at, or found bad. */
  readonly left: readonly BasicsItem[];
}

/** Which basics this job asks for; none where codes are few and steady and the event gives no reason. */
export function basicsAsked(record: JobRecord): BasicsAsked {
  const reasons: string[] = [];
  const items = new Set<BasicsItem>();
  const ask = (reason: string, ...wanted: BasicsItem[]) => {
    reasons.push(reason);
    for (const item of wanted) items.add(item);
  };
  const { event } = record.head;
  if (event === 'water') ask('water', 'water', 'grounds');
  if (event === 'battery') ask('the battery was flat, jumped or off', 'links', 'charging');
  if (event === 'earlier-repair') ask('earlier work', 'unplugged');
  const scans = standing(record.scans);
  const baseline = scans.find((scan) => scan.kind === 'baseline');
  if (baseline) {
    const modules = new Set(baseline.scan.codes.map(({ module }) => module));
    if (baseline.scan.codes.length >= manyCodes && modules.size >= manyModules)
      ask(
        `${baseline.scan.codes.length} codes in ${modules.size} modules`,
        'charging',
        'links',
        'grounds',
        'reader',
      );
    const again = scans.find((scan) => scan.kind === 'interim');
    if (again && changes(baseline.scan, again.scan))
      ask('the codes change from scan to scan', 'grounds', 'links', 'water');
  }
  const looked = standing(record.basics);
  const left = [...items].filter((item) => looked.findLast((look) => look.item === item)?.result !== 'good');
  return { reasons, items: [...items], left };
}

/** More than a third of the codes of either scan are not in the other. */
function changes(before: Scan, after: Scan): boolean {
  const { rows } = compareScans({ before, after });
  const moved = rows.filter(({ result }) => result === 'new' || result.startsWith('absent')).length;
  return rows.length >= 3 && moved * 3 > rows.length;
}
