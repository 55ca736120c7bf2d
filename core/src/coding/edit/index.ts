export {
  readCarries,
  readLayoutChecksums,
  readLayoutFields,
  readProcedures,
  readRules,
  readTrimLine,
  writeCarries,
  writeLayoutChecksums,
  writeLayoutFields,
  writeProcedures,
  writeRules,
  writeTrimLine,
} from './lines.js';
