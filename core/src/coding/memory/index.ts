export { checkBook } from './check-book.js';
export { checksum } from './checksum.js';
export {
  compareFields,
  comparing,
  type Comparison,
  type Difference,
  type FieldPair,
  mostDifferences,
  stripCells,
} from './compare.js';
export { formOf, mostFileBytes, readImage, readingImage, writeImage } from './forms.js';
export {
  bytesAt,
  type Image,
  mostImageBytes,
  readSegments,
  type Segment,
  sizeOf,
  writeSegments,
} from './image.js';
export {
  checkLayout,
  type ChecksumReading,
  type FieldReading,
  fieldValue,
  isBlank,
  numberBytes,
  readChecksums,
  readField,
  readFields,
  storesOf,
} from './layout.js';
export {
  type ByteChange,
  type FieldChange,
  merge,
  type Merged,
  mergeImages,
  type MergeOutcome,
} from './merge.js';
export {
  type MergeRefusal,
  type MergeRefusalKind,
  mergeRefusalKinds,
  odometerRange,
  type OdometerRange,
} from './merge-rules.js';
export { writeField } from './write-field.js';
export { fromHex, showAddress, toHex } from '../hex.js';
