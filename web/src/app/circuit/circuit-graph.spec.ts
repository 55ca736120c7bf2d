import { templates } from '@dormant-beacon/core/trace/templates';
import type { CircuitLayout } from './circuit-graph';
import { type CircuitGraph, graphOf, isPoint, labelLines } from './circuit-graph';
import { WorkerDesk } from '../worker';

describe('graphOf', () => {
  for (const template of templates)
    it(`${template.id}: every element and point once, every pin by one edge, supply above what it feeds`, () => {
      const { circuit } = template.build({});
      const { boxes, edges } = graphOf(circuit);
      expect(new Set(boxes.map(({ id }) => id)).size).toBe(boxes.length);
      expect(boxes.filter(({ id }) => !isPoint(id)).length).toBe(circuit.elements.length);
      const pins = circuit.elements.flatMap((element) =>
        (element.pins as string[]).filter((pin) => pin !== 'gnd'),
      );
      expect(edges.length).toBe(pins.length);
      const battery = circuit.elements.find(({ kind }) => kind === 'battery');
      if (battery) expect(edges.some(({ from }) => from === `element ${battery.id}`)).toBeTrue();
    });

  it('draws a lamp’s feed from above and its return to below', () => {
    const { edges } = graphOf(templates.find(({ id }) => id === 'fused-lamp')!.build({}).circuit);
    const of = (id: string) => edges.filter(({ from, to }) => from === id || to === id);
    expect(of('element LAMP').map(({ from, to }) => `${from} → ${to}`)).toEqual([
      'point lamp → element LAMP',
      'element LAMP → point C12.2',
    ]);
  });

  it('breaks long labels into two lines and cuts what is longer', () => {
    expect(labelLines('fuse F7')).toEqual(['fuse F7']);
    expect(labelLines('harness in the guide track')).toEqual(['harness in the guide', 'track']);
    expect(labelLines('an endless name of a thing that nobody would ever read to its end').length).toBe(2);
  });
});

describe('the layout', () => {
  it('puts supply above ground, nothing on top of another, and every line has its way', async () => {
    const desk = new WorkerDesk<CircuitGraph, CircuitLayout>(
      () => new Worker(new URL('../../workers/layout.worker', import.meta.url), { type: 'module' }),
    );
    const graph = graphOf(templates.find(({ id }) => id === 'latch-motor')!.build({}).circuit);
    const layout = await new Promise<CircuitLayout>((resolve, reject) =>
      desk.ask(graph).subscribe({ next: (step) => 'answer' in step && resolve(step.answer), error: reject }),
    );
    desk.end();
    expect(layout.places['element BATTERY']!.y).toBeLessThan(layout.places['element MOTOR']!.y);
    for (const above of ['element MOTOR', 'element AJAR'])
      expect(layout.places[above]!.y).withContext(above).toBeLessThan(layout.places['element GROUND']!.y);
    for (const { id } of graph.edges) expect(layout.lines[id]!.length).withContext(id).toBeGreaterThan(1);
    const placed = graph.boxes.map((box) => ({ ...box, ...layout.places[box.id]! }));
    for (const a of placed)
      for (const b of placed)
        if (a.id < b.id) {
          const apart =
            a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
          expect(apart).withContext(`${a.id} and ${b.id}`).toBeTrue();
        }
  });
});
