import { TestBed } from '@angular/core/testing';
import type { State } from '@dormant-beacon/core/circuit';
import { templates } from '@dormant-beacon/core/trace/templates';
import { type Bench, benchFor, recordOf, shown } from '../testing/bench';
import { CircuitDrawing } from './circuit-drawing';

const flap = templates[0]!.build({});

describe('the drawing of a circuit', () => {
  async function drawn(more: object = {}): Promise<Bench<CircuitDrawing>> {
    const bench = await benchFor(CircuitDrawing, recordOf(), {
      case: flap,
      shares: new Map([['SWITCH', 0.6]]),
      ...more,
    });
    await shown(bench, '.at');
    return bench;
  }
  const classed = (bench: Bench<CircuitDrawing>, selector: string) =>
    bench.page.querySelectorAll(selector).length;

  it('weighs the likely element, and shows where current would flow', async () => {
    const bench = await drawn();
    expect(bench.page.querySelector('.likely')!.textContent).toContain('end switch');
    expect(bench.page.querySelector('.likely')!.textContent).toMatch(/60\s%/);
    // The pull-up feeds 2 mA through the closed switch.
    expect(classed(bench, 'line.flows')).toBe(flap.circuit.elements.length);
  });

  it('shows no current where the line is parted', async () => {
    const bench = await drawn({ state: { open: ['MECHANISM'] } satisfies State });
    expect(classed(bench, 'line.flows')).toBe(0);
    expect(bench.text()).toContain('held open');
  });

  it('marks what is unplugged and bridged for the chosen test', async () => {
    const { state } = flap.tests.find(({ id }) => id === 'bridge')!;
    const bench = await drawn({ state });
    expect(bench.text().match(/unplugged/g)!.length).toBe(2);
    expect(bench.text()).toContain('jumper');
    expect(classed(bench, 'path.bridge')).toBe(1);
  });

  it('draws a load to ground with its own ground', async () => {
    const bench = await drawn({ state: { substituteLoads: [{ pins: ['C31.2', 'gnd'], ohms: 220 }] } });
    expect(bench.text()).toContain('load 220 Ω');
    expect(classed(bench, 'path.bridge')).toBe(2);
  });

  it('sets the reading beside what it would be, and hands a pressed point on', async () => {
    const bench = await drawn({ case: { ...flap, readings: [{ test: 'signal', value: 4.92 }] } });
    expect(bench.page.querySelector('.read')!.textContent.replace(/\s+/g, ' ')).toContain('4.92 V (0 V)');
    const pressed: string[] = [];
    bench.fixture.componentInstance.pointed.subscribe((point) => pressed.push(point));
    const point = [...bench.page.querySelectorAll('.at')].find((at) => at.textContent.includes('C31.1'))!;
    point.dispatchEvent(new MouseEvent('click'));
    expect(pressed).toEqual(['C31.1']);
  });

  it('joins a point that is drawn onto another, where it may, and none that is let go elsewhere', async () => {
    const joined: object[] = [];
    const attempt = async (joins: boolean, onto: string | null, ending = 'pointerup') => {
      const bench = await drawn({ joins });
      bench.fixture.componentInstance.joined.subscribe((pair) => joined.push(pair));
      const at = (name: string) =>
        bench.page.querySelector(`[data-point="${name}"] circle`)!.getBoundingClientRect();
      const touch = (type: string, target: Element, { x, y }: { x: number; y: number }) =>
        target.dispatchEvent(
          new PointerEvent(type, { pointerId: 7, clientX: x + 3, clientY: y + 3, bubbles: true }),
        );
      const from = bench.page.querySelector('[data-point="C31.2"]')!;
      from.scrollIntoView({ block: 'center' });
      touch('pointerdown', from, at('C31.2'));
      const end = onto === null ? { x: 2, y: 2 } : at(onto);
      touch('pointermove', from, end);
      await bench.fixture.whenStable();
      expect(classed(bench, 'path.thread')).toBe(joins ? 1 : 0);
      touch(ending, from, end);
      await bench.fixture.whenStable();
      expect(classed(bench, 'path.thread')).toBe(0);
      TestBed.resetTestingModule();
    };
    await attempt(true, 'C31.1');
    expect(joined).toEqual([{ point: 'C31.2', with: 'C31.1' }]);
    await attempt(true, 'C31.2');
    await attempt(true, null);
    await attempt(true, 'C31.1', 'pointercancel');
    await attempt(false, 'C31.1');
    expect(joined.length).toBe(1);
  }, 30_000);

  it('zooms about the middle and goes back to the whole', async () => {
    const bench = await drawn();
    const box = () => bench.page.querySelector('svg')!.getAttribute('viewBox')!.split(' ').map(Number);
    const [, , whole] = box();
    await bench.press('+');
    expect(box()[2]).toBeCloseTo(0.8 * whole!, 6);
    await bench.press('Whole');
    expect(box()[2]).toBe(whole!);
  });

  it('leaves the wheel to the page, and zooms where control is held or two fingers part', async () => {
    const bench = await drawn();
    const svg = bench.page.querySelector('svg')!;
    const width = () => Number(svg.getAttribute('viewBox')!.split(' ')[2]);
    const whole = width();
    const wheel = async (ctrlKey: boolean) => {
      const event = new WheelEvent('wheel', { deltaY: -100, ctrlKey, cancelable: true });
      svg.dispatchEvent(event);
      await bench.fixture.whenStable();
      return event.defaultPrevented;
    };
    expect([await wheel(false), width()]).toEqual([false, whole]);
    expect(await wheel(true)).toBeTrue();
    expect(width()).toBeLessThan(whole);
    await bench.press('Whole');
    const touch = (type: string, pointerId: number, clientX: number) =>
      svg.dispatchEvent(new PointerEvent(type, { pointerId, clientX, clientY: 100 }));
    touch('pointerdown', 1, 100);
    touch('pointerdown', 2, 140);
    touch('pointermove', 2, 170);
    await bench.fixture.whenStable();
    expect(width()).toBeCloseTo((4 / 7) * whole, 6);
    expect(svg.classList).toContain('partly');
  });
});
