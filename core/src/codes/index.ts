export { codeNumber, type CodeReading, isCodeBytes, readCode, readCodeBytes, writeCode } from './code.js';
export { failureTypes, failureTypeText } from './failure-types.js';
export { type CodeStatus, codeStatus, plainWord, statusOfByte, strongestStatus } from './status.js';
export { wordTable } from './word-table.js';
