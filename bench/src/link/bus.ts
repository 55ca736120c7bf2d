/** A bus on which frames wait for each other: who has the lowest identifier goes first. Source: ISO 11898-1. */
import { type LoggedFrame } from '../frames/index.js';

export interface BusFrame {
  /** Three hexadecimal figures, or eight. */
  readonly id: string;
  readonly data: Uint8Array;
}

/** Bits of a frame with as many stuffed ones as there may be, and the pause behind it. */
export function frameBits({ id, data }: BusFrame): number {
  const extended = id.length > 3;
  const stuffed = (extended ? 54 : 34) + 8 * data.length;
  return (extended ? 67 : 47) + 8 * data.length + Math.floor((stuffed - 1) / 4);
}

interface Waiting {
  readonly frame: BusFrame;
  readonly readyAt: number;
  /** In which order they came: of one sender, none overtakes another. */
  readonly turn: number;
  readonly sent: (at: number) => void;
}

interface Timer {
  readonly at: number;
  readonly turn: number;
  readonly ring: (at: number) => void;
  stopped: boolean;
}

export interface BusOptions {
  /** Bits in a second. */
  readonly bitrate?: number;
  readonly channel?: string;
  /** Seconds at which it begins. */
  readonly from?: number;
  /** Frames that are lost on the way, counted from 0 in the order in which they are sent. */
  readonly lost?: (frame: number) => boolean;
}

/** Time in seconds; nothing happens but what was sent, or asked for by a timer. */
export class Bus {
  readonly log: LoggedFrame[] = [];
  private readonly waiting: Waiting[] = [];
  private readonly timers: Timer[] = [];
  private readonly listeners: ((frame: BusFrame, at: number) => void)[] = [];
  private freeAt: number;
  private clock: number;
  private turn = 0;
  private busy = 0;
  private readonly bitrate: number;
  private readonly channel: string;

  constructor(private readonly options: BusOptions = {}) {
    this.bitrate = options.bitrate ?? 500_000;
    this.channel = options.channel ?? 'can0';
    this.clock = options.from ?? 0;
    this.freeAt = this.clock;
  }

  get now(): number {
    return this.clock;
  }

  /** Share of the time in which the bus was taken. */
  get load(): number {
    const passed = this.clock - (this.options.from ?? 0);
    return passed === 0 ? 0 : this.busy / passed;
  }

  listen(heard: (frame: BusFrame, at: number) => void): void {
    this.listeners.push(heard);
  }

  send(frame: BusFrame, readyAt = this.clock, sent: (at: number) => void = () => undefined): void {
    this.waiting.push({ frame, readyAt, turn: this.turn++, sent });
  }

  /** @returns stops it */
  after(seconds: number, ring: (at: number) => void): () => void {
    const timer: Timer = { at: this.clock + seconds, turn: this.turn++, ring, stopped: false };
    this.timers.push(timer);
    return () => {
      timer.stopped = true;
    };
  }

  /** Until nothing waits any more, or `until` says that it is enough. */
  run(until: () => boolean = () => false): void {
    while (!until()) {
      const start = this.nextStart();
      const timer = this.nextTimer();
      if (start === null && !timer) return;
      if (timer && (start === null || timer.at <= start)) {
        this.timers.splice(this.timers.indexOf(timer), 1);
        this.clock = Math.max(this.clock, timer.at);
        timer.ring(this.clock);
      } else this.transmit(start!);
    }
  }

  private nextStart(): number | null {
    if (this.waiting.length === 0) return null;
    return Math.max(this.freeAt, Math.min(...this.waiting.map(({ readyAt }) => readyAt)));
  }

  private nextTimer(): Timer | undefined {
    for (let n = this.timers.length - 1; n >= 0; n--) if (this.timers[n]!.stopped) this.timers.splice(n, 1);
    return this.timers.reduce<Timer | undefined>(
      (first, own) =>
        !first || own.at < first.at || (own.at === first.at && own.turn < first.turn) ? own : first,
      undefined,
    );
  }

  private transmit(start: number): void {
    const ready = this.waiting.filter(({ readyAt }) => readyAt <= start);
    const won = ready.reduce((first, own) => (wins(own, first) ? own : first));
    this.waiting.splice(this.waiting.indexOf(won), 1);
    const seconds = frameBits(won.frame) / this.bitrate;
    this.busy += seconds;
    this.freeAt = start + seconds;
    this.clock = this.freeAt;
    const number = this.log.push({ at: this.clock, channel: this.channel, ...won.frame }) - 1;
    won.sent(this.clock);
    if (this.options.lost?.(number)) return;
    for (const heard of this.listeners) heard(won.frame, this.clock);
  }
}

/** A short identifier goes before a long one that begins like it. */
function wins(a: Waiting, b: Waiting): boolean {
  const [first, second] = [priority(a.frame.id), priority(b.frame.id)];
  return first < second || (first === second && a.turn < b.turn);
}

function priority(id: string): number {
  const value = Number.parseInt(id, 16);
  return id.length > 3 ? value + 0.5 : value * 2 ** 18;
}
