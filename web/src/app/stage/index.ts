export { StageNotes } from './stage-notes';
