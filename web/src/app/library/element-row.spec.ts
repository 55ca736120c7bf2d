import type { Element } from '@dormant-beacon/core/circuit';
import type { CircuitEdit } from '@dormant-beacon/core/circuit/edit';
import { type Bench, benchFor, recordOf } from '../testing/bench';
import { ElementRow } from './element-row';

const wire: Element = { id: 'W1', kind: 'wire', label: 'harness', pins: ['a', 'b'], ohms: 0.05 };
const relay: Element = {
  id: 'K1',
  kind: 'relay',
  pins: ['86', '85', '30', '87', '87a'],
  coilOhms: 90,
  pullInVolts: 7.2,
  releaseVolts: 1.2,
  contactOhms: 0.01,
};

describe('an element in the editor', () => {
  let edits: CircuitEdit[];
  async function row(element: Element): Promise<Bench<ElementRow>> {
    edits = [];
    const bench = await benchFor(ElementRow, recordOf(), { element, points: ['a', 'b', 'C12.1'] });
    bench.fixture.componentInstance.edit.subscribe((edit) => edits.push(edit));
    return bench;
  }
  async function change(bench: Bench<ElementRow>, label: string, value: string): Promise<void> {
    const own = [...bench.page.querySelectorAll('label')].find((one) => one.textContent.trim() === label)!;
    const field = own.control as HTMLInputElement;
    field.value = value;
    for (const event of ['input', 'change', 'blur']) field.dispatchEvent(new Event(event));
    await bench.fixture.whenStable();
  }
  const changed = () => (edits.at(-1) as { element: Record<string, unknown> }).element;

  it('becomes what is typed, a comma for the decimal mark', async () => {
    const bench = await row(wire);
    await change(bench, 'Ω', '0,12');
    expect(edits).toEqual([{ do: 'change', id: 'W1', element: { ...wire, ohms: 0.12 } as Element }]);
    await change(bench, 'Name', 'harness, red');
    expect(changed()['label']).toBe('harness, red');
    await change(bench, 'to', 'C12.1');
    expect(changed()['pins']).toEqual(['a', 'C12.1']);
  });

  it('may be given by its length instead of its ohms', async () => {
    const bench = await row({ ...wire, metres: 3 } as Element);
    await change(bench, 'Ω', '');
    expect(bench.page.querySelector('.problem')!.textContent).toContain(
      'a wire needs its ohms, or its metres',
    );
    expect(edits).toEqual([]);
    await change(bench, 'mm²', '0.75');
    expect(changed()['squareMillimetres']).toBe(0.75);
    await bench.pick('material', 'aluminium');
    expect(changed()['material']).toBe('aluminium');
  });

  it('stays as it was where a figure cannot be', async () => {
    const bench = await row(relay);
    await change(bench, 'coil Ω', 'many');
    expect(bench.page.querySelector('.problem')!.textContent).toContain('coilOhms');
    await change(bench, 'coil Ω', '-90');
    expect(edits).toEqual([]);
    await change(bench, 'coil Ω', '85');
    expect(bench.page.querySelector('.problem')).toBeNull();
    expect(changed()['coilOhms']).toBe(85);
  });

  it('calls the pins of a relay by what they are, and a switch by its ticks', async () => {
    const bench = await row(relay);
    const names = [...bench.page.querySelectorAll('.grid label')]
      .slice(0, 5)
      .map((one) => one.firstChild!.textContent!.trim());
    expect(names).toEqual(['coil', 'coil', 'common', 'normally open', 'normally closed']);
  });

  it('of a switch ticks what it is', async () => {
    const bench = await row({ id: 'S', kind: 'switch', pins: ['a', 'b'], closed: true });
    await bench.press('is the ignition');
    expect(changed()).toEqual({ id: 'S', kind: 'switch', pins: ['a', 'b'], closed: true, ignition: true });
  });

  it('is taken out', async () => {
    const bench = await row(wire);
    await bench.press('Take out');
    expect(edits).toEqual([{ do: 'remove', id: 'W1' }]);
  });
});
