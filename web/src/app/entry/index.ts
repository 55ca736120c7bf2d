export { asChoices, type Choice, ChoiceMany, ChoiceOne, usualConditions } from './choices';
export { Conflict, type Difference, differences } from './conflict';
export { Desk } from './desk';
export { type Draft, keepDraft } from './draft';
export { NotTaken } from './not-taken';
export { TextField } from './text-field';
export { numberOf, numberOrNull } from './typed-number';
