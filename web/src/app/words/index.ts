export { eventChoices, verdictWords } from './intake-words';
export { oftenWords, showedWords } from './often-words';
