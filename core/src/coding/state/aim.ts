/** What has to be aimed or calibrated after work that disturbed it: the same on every car, so that no library is needed. */
import type { CodingBook } from '../book.js';

export type AimKind = 'beam' | 'radar-and-camera';

const book = (unit: string, does: readonly string[]): CodingBook => ({
  title: unit,
  make: 'any make',
  unit,
  carries: does.map((one, n) => ({ id: `aim-${n + 1}`, kind: 'aim', how: 'teach', does: one })),
});

export const aimBooks: Readonly<Record<AimKind, CodingBook>> = {
  beam: book('Beam aim', [
    'Set the tyres, load as specified, level ground, leveller zeroed',
    'Check the beam’s aim on the screen, both sides, and set it',
  ]),
  'radar-and-camera': book('Radar and camera', [
    'Ask the service data which sensors look through what was disturbed, and how each is calibrated',
    'Calibrate them, or have them calibrated, and keep the sheet',
  ]),
};
