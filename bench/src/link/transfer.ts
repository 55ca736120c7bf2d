/** A message on its way, with flow control; and a receiver that asks for it. Source: ISO 15765-2. */
import { frameKinds, Joiner, splitMessage } from '../frames/index.js';
import type { Bus } from './bus.js';

/** Seconds for which flow control, and the next frame, are waited for. */
const flowSeconds = 1;
const nextSeconds = 1;
/** Waits that a sender bears one after the other. */
const mostWaits = 10;
const flowStates = { go: 0, wait: 1, overflow: 2 } as const;

/** Seconds that a byte of flow control asks for between two frames: 0 to 127 ms, or 100 to 900 µs. */
export function separationOf(byte: number): number {
  if (byte <= 0x7f) return byte / 1000;
  if (byte >= 0xf1 && byte <= 0xf9) return (byte - 0xf0) / 10_000;
  // What is reserved counts as the longest.
  return 0.127;
}

export type TransferEnd = 'sent' | 'no flow control' | 'too many waits' | 'the receiver has no room';

/** Sends one message, and waits where its receiver wants that. */
export class Transfer {
  private readonly frames: Uint8Array[];
  private at = 0;
  private waits = 0;
  private stopTimer: () => void = () => undefined;
  private ended = false;

  constructor(
    private readonly bus: Bus,
    private readonly id: string,
    payload: Uint8Array,
    private readonly done: (end: TransferEnd) => void,
    pad = 0,
  ) {
    this.frames = splitMessage(payload, pad);
  }

  begin(): void {
    if (this.frames.length === 1) return this.put(() => this.end('sent'));
    this.put(() => this.waitForFlow());
  }

  /** Flow control of its receiver. */
  flow(state: number, block: number, separation: number): void {
    if (this.ended || this.at === 0 || this.at >= this.frames.length) return;
    this.stopTimer();
    if (state === flowStates.overflow) return this.end('the receiver has no room');
    if (state === flowStates.wait) {
      this.waits += 1;
      return this.waits > mostWaits ? this.end('too many waits') : this.waitForFlow();
    }
    this.waits = 0;
    this.next(block === 0 ? Infinity : block, separationOf(separation));
  }

  private next(left: number, separation: number): void {
    this.put(() => {
      if (this.at >= this.frames.length) return this.end('sent');
      if (left <= 1) return this.waitForFlow();
      this.bus.after(separation, () => this.next(left - 1, separation));
    });
  }

  private put(then: () => void): void {
    const data = this.frames[this.at]!;
    this.at += 1;
    this.bus.send({ id: this.id, data }, this.bus.now, then);
  }

  private waitForFlow(): void {
    this.stopTimer = this.bus.after(flowSeconds, () => this.end('no flow control'));
  }

  private end(how: TransferEnd): void {
    if (this.ended) return;
    this.ended = true;
    this.stopTimer();
    this.done(how);
  }
}

export interface ReceiverOptions {
  /** Frames after which it wants to be asked again; 0 for none. */
  readonly block?: number;
  /** The byte by which it asks for a pause. */
  readonly separation?: number;
  readonly pad?: number;
}

/** Takes the frames of one sender, and answers with flow control by its own identifier. */
export class Receiver {
  private readonly joiner = new Joiner();
  private inBlock = 0;
  private stopTimer: () => void = () => undefined;

  constructor(
    private readonly bus: Bus,
    private readonly ownId: string,
    private readonly heard: {
      message(payload: Uint8Array): void;
      flow(state: number, block: number, separation: number): void;
      problem(why: string): void;
    },
    private readonly options: ReceiverOptions = {},
  ) {}

  take(data: Uint8Array): void {
    for (const one of this.joiner.push(data, 0))
      switch (one.kind) {
        case 'message':
          this.stopTimer();
          this.heard.message(one.payload);
          break;
        case 'more':
          this.more(one.first);
          break;
        case 'flow':
          this.heard.flow(one.state, one.block, one.separation);
          break;
        case 'problem':
          this.stopTimer();
          this.heard.problem(one.why);
      }
  }

  private more(first: boolean): void {
    const { block = 0 } = this.options;
    this.inBlock = first ? 0 : this.inBlock + 1;
    this.stopTimer();
    this.stopTimer = this.bus.after(nextSeconds, () => {
      this.joiner.drop();
      this.heard.problem('the next frame did not come');
    });
    if (first || (block > 0 && this.inBlock >= block)) {
      this.inBlock = 0;
      this.bus.send({ id: this.ownId, data: this.flowFrame(block) });
    }
  }

  private flowFrame(block: number): Uint8Array {
    const { separation = 0, pad = 0 } = this.options;
    return Uint8Array.of(frameKinds.flow << 4, block, separation, pad, pad, pad, pad, pad);
  }
}
