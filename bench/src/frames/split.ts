/** A message as the frames of eight bytes in which it is sent. Source: ISO 15765-2, normal addressing. */
import { Refusal } from '@dormant-beacon/core/refusal';

/** Bytes of a frame, of a message at most, and of a message that needs no more than one frame. */
export const frameBytes = 8;
export const mostBytes = 4095;
export const singleBytes = 7;

/** Bytes of a message that its first frame carries, and each that follows. */
export const firstBytes = 6;
export const nextBytes = 7;

/** What a frame is, by the upper half of its first byte. */
export const frameKinds = { single: 0, first: 1, next: 2, flow: 3 } as const;

/**
 * A single frame up to seven bytes; beyond that a first frame with the length in twelve bits, and others whose sequence
 * begins at 1 and goes from 15 to 0.
 *
 * @param pad fills the last frame
 * @throws Refusal of a message without bytes or with more than 4095
 * @example splitMessage(Uint8Array.of(0x22, 0xf1, 0x90)) // [03 22 f1 90 00 00 00 00]
 */
export function splitMessage(payload: Uint8Array, pad = 0): Uint8Array[] {
  if (payload.length < 1 || payload.length > mostBytes)
    throw new Refusal('payload', `expected 1 to ${mostBytes} bytes, got ${payload.length}`);
  if (payload.length <= singleBytes) return [framed([payload.length], payload, pad)];
  const first = framed(
    [(frameKinds.first << 4) | (payload.length >> 8), payload.length & 0xff],
    payload.subarray(0, firstBytes),
    pad,
  );
  const frames = [first];
  for (let at = firstBytes; at < payload.length; at += nextBytes) {
    const sequence = frames.length & 0x0f;
    frames.push(framed([(frameKinds.next << 4) | sequence], payload.subarray(at, at + nextBytes), pad));
  }
  return frames;
}

function framed(head: readonly number[], bytes: Uint8Array, pad: number): Uint8Array {
  const frame = new Uint8Array(frameBytes).fill(pad);
  frame.set(head);
  frame.set(bytes, head.length);
  return frame;
}
