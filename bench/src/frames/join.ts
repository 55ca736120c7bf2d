/** Frames joined to messages, each sender by itself. Source: ISO 15765-2, normal addressing. */
import { frameKinds, frameBytes, nextBytes, singleBytes } from './split.js';

/** What a frame brought about. */
export type Joined =
  | { readonly kind: 'message'; readonly payload: Uint8Array; readonly from: number }
  /** More frames of it are expected; `first` where it has just begun. */
  | { readonly kind: 'more'; readonly first: boolean }
  | { readonly kind: 'flow'; readonly state: number; readonly block: number; readonly separation: number }
  | { readonly kind: 'problem'; readonly why: string };

interface Open {
  /** Where its first frame stands, as the caller counts. */
  readonly from: number;
  readonly length: number;
  readonly bytes: Uint8Array;
  got: number;
  sequence: number;
}

/** Joins the frames of one sender. */
export class Joiner {
  private open: Open | null = null;
  /** A message of it has just ended as a problem: what is left of it is not told of again. */
  private skipping = false;

  /** Where the first frame of a message stands that has not come to its end; null where there is none. */
  get openFrom(): number | null {
    return this.open?.from ?? null;
  }

  /** Nobody waits for the rest of the message any more. */
  drop(): void {
    this.skipping = this.open !== null;
    this.open = null;
  }

  /**
   * @param at where the frame stands, as the caller counts: a line, a time
   * @returns in most cases one thing; two where a frame ends another message and begins its own
   */
  push(data: Uint8Array, at: number): Joined[] {
    const [head] = data;
    if (head === undefined) return [problem('a frame without bytes')];
    switch (head >> 4) {
      case frameKinds.single:
        return this.single(data, at);
      case frameKinds.first:
        return this.first(data, at);
      case frameKinds.next:
        return this.next(data, head & 0x0f);
      case frameKinds.flow:
        return [flow(data, head & 0x0f)];
      default:
        return [problem(`no kind of frame begins with ${hex(head)}`)];
    }
  }

  private single(data: Uint8Array, at: number): Joined[] {
    const before = this.cutShort();
    const length = data[0]! & 0x0f;
    if (length < 1 || length > singleBytes)
      return [...before, problem(`a single frame of ${length} bytes; 1 to ${singleBytes} are possible`)];
    if (data.length < 1 + length)
      return [...before, problem(`a single frame says ${length} bytes and has ${data.length - 1}`)];
    return [...before, { kind: 'message', payload: data.slice(1, 1 + length), from: at }];
  }

  private first(data: Uint8Array, at: number): Joined[] {
    const before = this.cutShort();
    const length = ((data[0]! & 0x0f) << 8) | (data[1] ?? 0);
    if (data.length < frameBytes) {
      this.skipping = true;
      return [...before, problem(`a first frame of ${data.length} bytes; it has ${frameBytes}`)];
    }
    if (length <= singleBytes) {
      this.skipping = true;
      return [...before, problem(`a first frame of a message of ${length} bytes, which one frame holds`)];
    }
    const bytes = new Uint8Array(length);
    bytes.set(data.subarray(2));
    this.open = { from: at, length, bytes, got: data.length - 2, sequence: 1 };
    this.skipping = false;
    return [...before, { kind: 'more', first: true }];
  }

  private next(data: Uint8Array, sequence: number): Joined[] {
    const { open } = this;
    if (!open) {
      if (this.skipping) return [];
      this.skipping = true;
      return [problem('a consecutive frame without a first one')];
    }
    if (sequence !== open.sequence) {
      this.open = null;
      this.skipping = true;
      return [problem(`sequence ${sequence} where ${open.sequence} was expected`)];
    }
    const left = Math.min(nextBytes, open.length - open.got);
    if (data.length - 1 < left) {
      this.open = null;
      this.skipping = true;
      return [problem(`a consecutive frame brings ${data.length - 1} bytes where ${left} were left`)];
    }
    open.bytes.set(data.subarray(1, 1 + left), open.got);
    open.got += left;
    open.sequence = (open.sequence + 1) & 0x0f;
    if (open.got < open.length) return [{ kind: 'more', first: false }];
    this.open = null;
    // What follows its last frame belongs to nothing.
    this.skipping = false;
    return [{ kind: 'message', payload: open.bytes, from: open.from }];
  }

  /** A new start before the end of the message before. */
  private cutShort(): Joined[] {
    const { open } = this;
    this.open = null;
    this.skipping = false;
    return open ? [problem(`a new message begins after ${open.got} of ${open.length} bytes`)] : [];
  }
}

const problem = (why: string): Joined => ({ kind: 'problem', why });

function flow(data: Uint8Array, state: number): Joined {
  if (data.length < 3) return problem(`a flow-control frame of ${data.length} bytes; it has 3`);
  if (state > 2) return problem(`a flow-control frame of the unknown state ${state}`);
  return { kind: 'flow', state, block: data[1]!, separation: data[2]! };
}

const hex = (byte: number): string => byte.toString(16).toUpperCase().padStart(2, '0');
