export { LampGlyph } from './lamp-glyph';
export { LampPicker } from './lamp-picker';
export { findLamps, type Lamp, lampOf, lamps } from './lamps';
