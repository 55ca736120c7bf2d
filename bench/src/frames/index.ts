export { type Joined, Joiner } from './join.js';
export { fromHex, type LoggedFrame, type LogProblem, readLine, toHex, writeLine } from './log.js';
export { type JoinedLog, joinLog, type LoggedMessage } from './messages.js';
export { firstBytes, frameBytes, frameKinds, mostBytes, nextBytes, splitMessage } from './split.js';
export { type SplitRequest, splitRequest } from './schema.js';
