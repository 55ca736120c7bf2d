/** The circuit as wiring is read, supply above and ground below: probability by weight and tint, readings at points. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { type Element, reference, type State } from '@dormant-beacon/core/circuit';
import type { TraceCase } from '@dormant-beacon/core/trace';
import { percent, showValue } from '@dormant-beacon/core/units';
import { byContent } from '../entry';
import { FiguresPipe } from '../figures';
import { soundAmps, soundVolts } from './sound-volts';
import {
  type CircuitLayout,
  elementBox,
  glyphWidth,
  graphOf,
  isPoint,
  labelLines,
  type Place,
  pointBox,
  stacked,
} from './circuit-graph';
import { beginning, Hands, moved, shows, type View, zoomed } from './drawing-view';
import { Layouts } from './layouts';
import { shapeOf } from './symbols';

const margin = 10;

@Component({
  selector: 'db-circuit-drawing',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './circuit-drawing.html',
  styleUrl: './circuit-drawing.scss',
})
export class CircuitDrawing {
  readonly case = input.required<TraceCase>();
  readonly shares = input.required<ReadonlyMap<string, number>>();
  /** The points at which the chosen test measures. */
  readonly asked = input<readonly string[]>([]);
  /** In which state the chosen test is made; it is what the drawing shows. */
  readonly state = input<State | null>(null);
  /** A point was pressed. */
  readonly pointed = output<string>();
  /** Whether a point can be drawn onto another. */
  readonly joins = input(false);
  readonly joined = output<{ readonly point: string; readonly with: string }>();
  /** The point that is being drawn, the pointer that draws it, and where it is. */
  protected readonly drawing = signal<
    (Place & { readonly point: string; readonly pointerId: number }) | null
  >(null);

  private readonly layouts = inject(Layouts);
  private readonly circuit = byContent(() => this.case().circuit);
  private readonly now = computed((): State => ({ ...this.case().state, ...this.state() }));
  private readonly amps = computed(() => soundAmps(this.circuit(), this.now()));
  private readonly graph = computed(() => graphOf(this.circuit()));
  private readonly laidOut = signal<CircuitLayout | null>(null);
  private readonly layout = computed(
    () => this.laidOut() ?? { width: 480, height: 480, places: {}, lines: {} },
  );
  protected readonly drawn = computed(() => this.laidOut() !== null);
  /** What is shown of the drawing; null shows all of it. */
  private readonly view = signal<View | null>(null);
  private readonly hands = new Hands();
  private readonly host: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  private readonly whole = computed((): View => ({
    x: -margin,
    y: -margin,
    width: this.layout().width + 2 * margin,
    height: this.layout().height + 2 * margin,
  }));
  /** As the whole is, so that a wide circuit leaves no room above and below; it stays while one zooms. */
  protected readonly shape = computed(() => `${this.whole().width} / ${this.whole().height}`);
  protected readonly viewBox = computed(() => {
    const { x, y, width, height } = this.view() ?? this.whole();
    return `${x} ${y} ${width} ${height}`;
  });
  protected readonly lines = computed(() => {
    const { lines } = this.layout();
    return this.graph().edges.map(({ id }) => ({
      id,
      share: this.shares().get(id.slice(0, id.lastIndexOf(' '))) ?? 0,
      flows: this.amps().has(id.slice(0, id.lastIndexOf(' '))),
      d: (lines[id] ?? []).map(({ x, y }, at) => `${at === 0 ? 'M' : 'L'}${x} ${y}`).join(' '),
    }));
  });
  /** The line through each point, whether it can be reached or not. */
  protected readonly joints = computed(() =>
    this.graph()
      .boxes.filter(({ id }) => isPoint(id))
      .map(({ id, height }) => {
        const { x, y } = this.placeOf(id);
        return { name: id, d: `M${x + glyphWidth / 2} ${y} v${height}` };
      }),
  );
  protected readonly rows = computed(() =>
    this.circuit().elements.map((element) => {
      const share = this.shares().get(element.id) ?? 0;
      const { x, y } = this.placeOf(elementBox(element.id));
      return {
        id: element.id,
        x,
        y,
        shape: shapeOf(element),
        label: labelLines(element.label ?? element.id),
        grounded: element.kind !== 'ground' && (element.pins as readonly string[]).includes(reference),
        share,
        says: percent(share),
        flows: this.amps().has(element.id),
        parted: partedBy(element, this.now()),
      };
    }),
  );
  /** What is put in for the chosen test: jumpers and substitute loads, between the points that they join. */
  protected readonly bridges = computed(() => {
    const { jumpers, substituteLoads } = this.now();
    const joined = [
      ...(jumpers ?? []).map((pins) => ({ pins, says: 'jumper' })),
      ...(substituteLoads ?? []).map(({ pins, ohms }) => ({ pins, says: `load ${showValue(ohms, 'Ω')}` })),
    ];
    return joined.map(({ pins, says }, n) => {
      const ends = pins.filter((pin) => pin !== reference).map((pin) => this.middleOf(pin));
      const [a, b] = [ends[0]!, ends[1] ?? { x: ends[0]!.x - 34, y: ends[0]!.y + 26 }];
      const side = Math.min(a.x, b.x) - 26 - 12 * n;
      return {
        says,
        grounded: ends.length < 2,
        d: `M${a.x} ${a.y} H${side} V${b.y} H${b.x}`,
        x: side - 6,
        y: (a.y + b.y) / 2,
      };
    });
  });
  protected readonly points = computed(() => {
    const sound = soundVolts(this.circuit(), this.now());
    const read = this.readPoints();
    // Points inside a unit cannot be reached with a probe; their names are words of ours.
    const reachable = new Set(
      this.joins()
        ? this.circuit().elements.flatMap(({ pins }) => pins as readonly string[])
        : this.case().tests.flatMap((test) => ('from' in test ? [test.from, test.to] : [])),
    );
    const boxes = new Map(this.graph().boxes.map((box) => [box.id, box]));
    return [...reachable]
      .filter((name) => boxes.has(pointBox(name)))
      .map((name) => {
        const { x, y } = this.placeOf(pointBox(name));
        const { width, height } = boxes.get(pointBox(name))!;
        const volts = sound.get(name);
        return {
          name,
          x: x + glyphWidth / 2,
          y: y + height / 2,
          width,
          asked: this.asked().includes(name),
          read: read.get(name) ?? null,
          sound: volts?.value == null ? '–' : showValue(volts.value, 'V'),
        };
      });
  });
  private readonly askedAt = byContent((): Place | null => {
    const asked = this.points().filter((point) => point.asked);
    if (asked.length === 0 || !this.drawn()) return null;
    const mean = (of: (point: Place) => number) =>
      asked.reduce((sum, one) => sum + of(one), 0) / asked.length;
    return { x: mean(({ x }) => x), y: mean(({ y }) => y) };
  });
  /** Only a part of it is shown: a finger then moves the drawing, else the page. */
  protected readonly partly = computed(() => this.view() !== null);
  protected readonly spoken = computed(
    () =>
      `Circuit: ${this.rows()
        .map(({ label, share, says }) => (share >= 0.005 ? `${label.join(' ')} ${says}` : label.join(' ')))
        .join(', ')}`,
  );

  constructor() {
    effect((onCleanup) => {
      const asked = this.layouts.layOut(this.graph()).subscribe({
        next: (step) => {
          if ('answer' in step) this.begin(step.answer);
        },
        // Better all elements in a column than none.
        error: () => this.laidOut.set(stacked(this.graph())),
      });
      onCleanup(() => asked.unsubscribe());
    });
    // What the chosen test measures is brought into the picture of a large circuit.
    effect(() => {
      const asked = this.askedAt();
      const view = untracked(this.view);
      if (asked && view && !shows(view, asked))
        this.view.set(
          moved(view, this.whole(), {
            x: asked.x - view.x - view.width / 2,
            y: asked.y - view.y - view.height / 2,
          }),
        );
    });
  }

  /** A large circuit begins about what is asked, or what is likeliest. */
  private begin(layout: CircuitLayout): void {
    this.laidOut.set(layout);
    const [likeliest] = [...this.rows()].sort((a, b) => b.share - a.share);
    const about = this.askedAt() ?? likeliest ?? { x: 0, y: 0 };
    this.view.set(beginning(this.whole(), this.host.clientWidth, about));
  }

  private middleOf(point: string): Place {
    const { x, y } = this.placeOf(pointBox(point));
    return { x: x + glyphWidth / 2, y: y + 12 };
  }

  private placeOf(box: string): Place {
    return this.layout().places[box] ?? { x: 0, y: 0 };
  }

  private readPoints(): Map<string, string> {
    const tests = new Map(this.case().tests.map((test) => [test.id, test]));
    const read = new Map<string, string>();
    for (const reading of this.case().readings ?? []) {
      const test = tests.get(reading.test);
      if (test?.kind === 'volts' && test.to === reference && reading.value != null)
        read.set(test.from, showValue(reading.value, 'V'));
    }
    return read;
  }

  protected fit(): void {
    this.view.set(null);
  }

  /** Larger below 1, smaller above it, about the middle. */
  protected zoom(by: number): void {
    const { x, y, width, height } = this.view() ?? this.whole();
    this.zoomTo({ x: x + width / 2, y: y + height / 2 }, by);
  }

  /** The wheel alone moves the page; with the control key held, and so by two fingers on a pad, it zooms. */
  protected zoomAt(event: WheelEvent): void {
    if (!event.ctrlKey && !event.metaKey) return;
    event.preventDefault();
    this.zoomTo(this.onDrawing(event), Math.exp(Math.max(-0.4, Math.min(0.4, event.deltaY / 300))));
  }

  private zoomTo(at: Place, by: number): void {
    this.view.set(zoomed(this.view() ?? this.whole(), this.whole(), at, by));
  }

  protected grab(event: PointerEvent): void {
    const point = this.joins() ? pointUnder(event.target) : null;
    if (point === null) return this.hands.press(event);
    this.drawing.set({ ...this.onDrawing(event), point, pointerId: event.pointerId });
  }

  protected drag(event: PointerEvent): void {
    const drawing = this.drawing();
    if (drawing?.pointerId === event.pointerId)
      return this.drawing.set({ ...drawing, ...this.onDrawing(event) });
    const gesture = this.hands.move(event);
    if (!gesture) return;
    const svg = event.currentTarget as SVGSVGElement;
    // From here on the pointer is the drawing's, also beyond its edge.
    if (event.isTrusted) svg.setPointerCapture(event.pointerId);
    const { by, pinch } = gesture;
    if (pinch) {
      const { x, y } = pinch.middle;
      this.zoomTo(this.onDrawing({ currentTarget: svg, clientX: x, clientY: y }), pinch.ratio);
    }
    const view = this.view();
    if (view === null) return;
    const scale = view.width / Math.max(1, svg.clientWidth);
    this.view.set(moved(view, this.whole(), { x: -by.x * scale, y: -by.y * scale }));
  }

  protected drop(event: PointerEvent): void {
    const drawing = this.drawing();
    if (drawing?.pointerId !== event.pointerId) return this.hands.lift(event);
    this.drawing.set(null);
    if (event.type !== 'pointerup') return;
    const onto = pointUnder(document.elementFromPoint(event.clientX, event.clientY));
    if (onto !== null && onto !== drawing.point) this.joined.emit({ point: drawing.point, with: onto });
  }

  /** From the point that is drawn to where it is now. */
  protected readonly thread = computed(() => {
    const drawing = this.drawing();
    if (!drawing) return null;
    const { x, y } = this.placeOf(pointBox(drawing.point));
    const { height = 0 } = this.graph().boxes.find(({ id }) => id === pointBox(drawing.point)) ?? {};
    return `M${x + glyphWidth / 2} ${y + height / 2} L${drawing.x} ${drawing.y}`;
  });

  /** Where a pointer stands in the drawing's own measure. */
  private onDrawing(event: Pick<MouseEvent, 'currentTarget' | 'clientX' | 'clientY'>): Place {
    const svg = event.currentTarget as SVGSVGElement;
    const matrix = svg.getScreenCTM();
    if (!matrix) return { x: 0, y: 0 };
    return new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  }
}

/** The point whose place an element of the drawing is, or null. */
function pointUnder(target: EventTarget | null): string | null {
  return target instanceof globalThis.Element
    ? (target.closest<SVGGElement>('g[data-point]')?.dataset['point'] ?? null)
    : null;
}

/** How the state parts an element, or null. */
function partedBy(element: Element, state: State): string | null {
  if (element.kind === 'contact' && state.unplugged?.includes(element.connector ?? element.id))
    return 'unplugged';
  if (state.pulled?.includes(element.id)) return 'pulled';
  return state.open?.includes(element.id) ? 'held open' : null;
}
