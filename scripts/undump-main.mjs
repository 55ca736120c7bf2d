// Reads a backup into a database that runs: a program of its own, so that it can be killed.
import { undump } from './dump.mjs';
import { runScript } from './say.mjs';

const [reached = '{}', name = '', file = ''] = process.argv.slice(2);
await runScript(() => undump(JSON.parse(reached), name, file));
