export { editedMap, emptyMap, type MapEdit } from './edit-map.js';
export {
  readClips,
  readFasteners,
  readLines,
  readMaterials,
  readPlugs,
  readPreconditions,
  writeClips,
  writeFasteners,
  writeLines,
  writeMaterials,
  writePlugs,
  writePreconditions,
} from './lines.js';
