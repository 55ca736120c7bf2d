export { eventChoices, verdictWords } from './intake-words';
