/** Services, sessions and refusals by their numbers. Source: ISO 14229-1. */

export const services = {
  session: 0x10,
  reset: 0x11,
  clearCodes: 0x14,
  readCodes: 0x19,
  readData: 0x22,
  readMemory: 0x23,
  security: 0x27,
  communication: 0x28,
  writeData: 0x2e,
  control: 0x2f,
  routine: 0x31,
  writeMemory: 0x3d,
  testerPresent: 0x3e,
  codeSetting: 0x85,
} as const;

/** Added to a service’s number where it answers what was asked. */
export const positive = 0x40;
export const negative = 0x7f;

/** Why a request is refused. */
export const refusals = {
  serviceUnknown: 0x11,
  subFunctionUnknown: 0x12,
  wrongLength: 0x13,
  tooLong: 0x14,
  conditions: 0x22,
  sequence: 0x24,
  outOfRange: 0x31,
  locked: 0x33,
  wrongKey: 0x35,
  tooManyKeys: 0x36,
  keyTooSoon: 0x37,
  pending: 0x78,
  subFunctionNotInSession: 0x7e,
  serviceNotInSession: 0x7f,
  voltageTooLow: 0x93,
} as const;
export type RefusalCode = (typeof refusals)[keyof typeof refusals];

export const sessions = { default: 1, programming: 2, extended: 3 } as const;
export type Session = keyof typeof sessions;

/** A tester asks so not to be answered where the answer is yes. */
export const quietBit = 0x80;

/** A refusal as a person says it. */
export const refusalWords: Readonly<Record<number, string>> = {
  [refusals.serviceUnknown]: 'service not supported',
  [refusals.subFunctionUnknown]: 'sub-function not supported',
  [refusals.wrongLength]: 'message length or format not valid',
  [refusals.tooLong]: 'the answer is too long',
  [refusals.conditions]: 'conditions not correct',
  [refusals.sequence]: 'asked out of sequence',
  [refusals.outOfRange]: 'request out of range',
  [refusals.locked]: 'security access denied',
  [refusals.wrongKey]: 'the key is not valid',
  [refusals.tooManyKeys]: 'too many keys were tried',
  [refusals.keyTooSoon]: 'the waiting time has not passed',
  [refusals.pending]: 'the answer is still to come',
  [refusals.subFunctionNotInSession]: 'sub-function not supported in this session',
  [refusals.serviceNotInSession]: 'service not supported in this session',
  [refusals.voltageTooLow]: 'the supply is too low',
};
