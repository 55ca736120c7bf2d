export { checksum, type ChecksumKind, checksumKinds } from './checksum.js';
export {
  compareFields,
  comparing,
  type Comparison,
  type Difference,
  type FieldPair,
  mostDifferences,
} from './compare.js';
export {
  formOf,
  type ImageForm,
  imageForms,
  mostFileBytes,
  readImage,
  readingImage,
  writeImage,
} from './forms.js';
export { fromHex, showAddress, toHex } from './hex.js';
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
export { type OptionChange, type OptionField, optionFields, readOptions, writeOptions } from './options.js';
export {
  type FieldRole,
  fieldEncodings,
  fieldRoles,
  type Layout,
  layout,
  type LayoutField,
  type MergeFacts,
  mergeFacts,
  type MergeRequest,
  mergeRequest,
  optionReadRequest,
  type OptionRule,
  optionRule,
  optionRules,
  optionWriteRequest,
  type Recipe,
  recipe,
  type RecipeSource,
  segments,
  type Segments,
} from './schema.js';
export {
  compareTrims,
  readTrim,
  trimCheck,
  type TrimFinding,
  type TrimPosition,
  type TrimReading,
  type TrimScheme,
  trimScheme,
} from './trim.js';
