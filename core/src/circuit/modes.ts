/** Which kinds of element can fail in which modes. */
import type { ElementKind, FaultMode } from './schema.js';

/** Modes that only some kinds have; every element can open, gain resistance, touch something or be the wrong one. */
const only: Partial<Record<FaultMode, readonly ElementKind[]>> = {
  stuckOpen: ['switch', 'relay', 'moduleOutput'],
  stuckClosed: ['switch', 'relay', 'moduleOutput', 'shortingBar'],
  binding: ['motor'],
};

export const canHave = (kind: ElementKind, mode: FaultMode): boolean => only[mode]?.includes(kind) ?? true;
