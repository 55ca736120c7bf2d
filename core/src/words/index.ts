export {
  lampShows,
  readingWords,
  testName,
  testRead,
  unitOf,
  outcomeName,
  valueWords,
} from './reading-words.js';
