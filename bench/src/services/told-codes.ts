/** The codes in a module’s answer to the reading of codes. */
import { type CodeStatus, readCodeBytes, statusOfByte } from '@dormant-beacon/core/codes';
import { toHex } from '../frames/index.js';

export interface ToldCode {
  readonly code: string;
  readonly failureType: string;
  readonly status: CodeStatus;
}

/** Service, sub-function and the mask of status bits. */
const head = 3;

/** Four bytes each: two of the code, failure type, status. Bytes that are left over are passed over. */
export function toldCodes(answer: Uint8Array): ToldCode[] {
  const told: ToldCode[] = [];
  for (let at = head; at + 4 <= answer.length; at += 4) {
    const { code, failureType } = readCodeBytes(toHex(answer.subarray(at, at + 3)))!;
    told.push({ code, failureType: failureType!, status: statusOfByte(answer[at + 3]!) });
  }
  return told;
}
