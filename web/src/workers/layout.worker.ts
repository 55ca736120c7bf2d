/** Lays a circuit out beside the page: layers from the supply down, lines at right angles. */
import ELK from 'elkjs/lib/elk.bundled.js';
import { type CircuitGraph, type CircuitLayout, glyphWidth, type Place } from '../app/circuit/circuit-graph';
import type { WorkerAnswer, WorkerRequest } from './serve';

const elk = new ELK();
const options = {
  'elk.algorithm': 'layered',
  'elk.direction': 'DOWN',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.spacing.nodeNodeBetweenLayers': '3',
  'elk.spacing.nodeNode': '26',
  'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
};

/** Lines meet a box at its stem, left of the label. */
const stem = glyphWidth / 2;
const above = (id: string) => `${id} above`;
const below = (id: string) => `${id} below`;

async function layOut({ boxes, edges }: CircuitGraph): Promise<CircuitLayout> {
  const graph = await elk.layout({
    id: 'circuit',
    layoutOptions: options,
    children: boxes.map((box) => ({
      ...box,
      layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
      ports: [
        { id: above(box.id), x: stem, y: 0, layoutOptions: { 'elk.port.side': 'NORTH' } },
        { id: below(box.id), x: stem, y: box.height, layoutOptions: { 'elk.port.side': 'SOUTH' } },
      ].map((port) => ({ ...port, width: 0, height: 0 })),
    })),
    edges: edges.map(({ id, from, to }) => ({ id, sources: [below(from)], targets: [above(to)] })),
  });
  const places = (graph.children ?? []).map(({ id, x, y }): [string, Place] => [
    id,
    { x: x ?? 0, y: y ?? 0 },
  ]);
  const lines = (graph.edges ?? []).map(({ id, sections }): [string, Place[]] => [
    id,
    (sections ?? []).flatMap(({ startPoint, bendPoints, endPoint }) => [
      startPoint,
      ...(bendPoints ?? []),
      endPoint,
    ]),
  ]);
  return {
    width: graph.width ?? 0,
    height: graph.height ?? 0,
    places: Object.fromEntries(places),
    lines: Object.fromEntries(lines),
  };
}

addEventListener('message', ({ data }: MessageEvent<WorkerRequest<CircuitGraph>>) => {
  if ('giveUp' in data) return;
  layOut(data.request).then(
    (answer) => postMessage({ ticket: data.ticket, answer } satisfies WorkerAnswer<CircuitLayout>),
    (error: unknown) =>
      postMessage({
        ticket: data.ticket,
        problem: (error as Error).message,
      } satisfies WorkerAnswer<CircuitLayout>),
  );
});
