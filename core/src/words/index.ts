export {
  caseRead,
  lampShows,
  readingWords,
  testName,
  testRead,
  unitOf,
  outcomeName,
  supplyWords,
  valueWords,
} from './reading-words.js';
export { type Said, say, type SentenceKey } from './sentences.js';
