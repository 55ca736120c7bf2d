// Proves that the lint's import rules bite: each forbidden import must be refused, each allowed one taken.
import { ESLint } from 'eslint';
import { join } from 'node:path';
import { root } from './paths.mjs';

/** @type {readonly [file: string, line: string, refused: boolean][]} */
const cases = [
  ['core/src/watch/probe.ts', "import '@dormant-beacon/contract';", true],
  ['core/src/watch/probe.ts', "import 'express';", true],
  ['core/src/watch/probe.ts', "import 'node:fs';", true],
  ['core/src/watch/probe.ts', "import { solve } from '../circuit/solve.js';\nsolve;", true],
  ['core/src/watch/probe.ts', "import { solve } from '../circuit/index.js';\nvoid solve;", false],
  ['core/src/trace/model/probe.ts', "import { solve } from '../../circuit/solve.js';\nsolve;", true],
  ['core/src/trace/model/probe.ts', "import { update } from '../observe/evidence.js';\nvoid update;", true],
  ['core/src/trace/observe/probe.ts', "import { Costs } from '../plan/costs.js';\nvoid Costs;", true],
  ['core/src/trace/plan/probe.ts', "import { update } from '../observe/evidence.js';\nvoid update;", false],
  ['core/src/worlds/probe.ts', "import { solve } from '../circuit/index.js';\nvoid solve;", true],
  ['core/src/worlds/probe.ts', "import { nextTests } from '../trace/index.js';\nvoid nextTests;", true],
  [
    'core/src/worlds/probe.ts',
    "import { randomNumbers } from '../random/index.js';\nvoid randomNumbers;",
    false,
  ],
  ['contract/src/probe.ts', "import '@dormant-beacon/server';", true],
  ['contract/src/probe.ts', "import '@dormant-beacon/core/record';", false],
  ['bench/src/probe.ts', "import '@dormant-beacon/contract';", true],
  ['bench/src/probe.ts', "import 'node:net';", true],
  ['bench/src/probe.ts', "import '@dormant-beacon/core/circuit';", false],
  ['core/src/probe.ts', "import '@dormant-beacon/bench/frames';", true],
  ['server/src/probe.ts', "import '@dormant-beacon/web';", true],
  ['server/src/probe.ts', "import '../../core/src/record/index.js';", true],
  ['server/src/probe.ts', "import '@dormant-beacon/core/dist/record/index.js';", true],
  ['web/src/app/probe.ts', "import '@dormant-beacon/server';", true],
  ['web/src/app/probe.ts', "import '@dormant-beacon/contract';", false],
  ['web/src/app/entry/probe.ts', "import '../trace/trace';", true],
  ['web/src/app/entry/probe.ts', "import '../report';", true],
  ['web/src/app/entry/probe.ts', "import '../api';", false],
  ['web/src/app/trace/probe.ts', "import '../entry/desk';", true],
  ['web/src/app/trace/sheets/probe.ts', "import '../../make-safe/plan-view';", true],
  ['web/src/app/trace/sheets/probe.ts', "import '../trace';", false],
  ['web/src/app/trace/probe.ts', "import '@dormant-beacon/server';", true],
  ['web/src/app/trace/probe.ts', "import { Outbox } from '../api';\nvoid Outbox;", true],
  ['web/src/app/trace/probe.ts', "import { Client } from '../api';\nvoid Client;", true],
  ['web/src/app/shop/probe-desk.ts', "import { Client } from '../api';\nvoid Client;", false],
  ['web/src/app/shop/probe-desk.ts', "import { Outbox } from '../api';\nvoid Outbox;", true],
  ['web/src/app/trace/probe.ts', "void fetch('/api/bays');", true],
  ['web/src/app/trace/probe.ts', "void window.fetch('/api/bays');", true],
  ['web/src/app/trace/probe.ts', 'export const probe = `<form (submit)="save()"></form>`;', true],
  ['web/src/app/api/probe.ts', "void fetch('/api/bays');", false],
  ['web/src/app/trace/probe.html', '<form (submit)="save()"></form>', true],
  ['web/src/app/trace/probe.html', '<db-entry [form]="form"></db-entry>', false],
  ['bin/src/probe.ts', "import '@dormant-beacon/contract';", true],
  ['demo/src/probe.ts', "import '@dormant-beacon/server';", true],
  ['e2e/src/probe.ts', "import '@dormant-beacon/core/record';", true],
  ['scripts/probe.mjs', "import '@dormant-beacon/core/record';", true],
];

const eslint = new ESLint({ cwd: root });
let failed = 0;
for (const [file, text, refused] of cases) {
  const [result] = await eslint.lintText(`${text}\n`, { filePath: join(root, file) });
  const bites =
    result?.messages.some((message) => /no-restricted-(imports|syntax|globals)/.test(message.ruleId ?? '')) ??
    false;
  if (bites === refused) continue;
  failed += 1;
  process.stdout.write(`${file}: "${text}" was ${bites ? 'refused' : 'taken'}\n`);
}
process.stdout.write(`${cases.length - failed} checks passed, ${failed} failed\n`);
process.exitCode = failed === 0 ? 0 : 1;
