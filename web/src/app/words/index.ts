export { eventChoices, verdictWords } from './intake-words';
export { oftenWords } from './often-words';
