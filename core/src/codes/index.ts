export { type CodeReading, readCode, readCodeBytes, writeCode } from './code.js';
export { failureTypes, failureTypeText } from './failure-types.js';
export { type CodeStatus, codeStatus, plainWord, statusOfByte } from './status.js';
export { wordTable } from './word-table.js';
