/** The calculations that the command offers: each a schema, a function and an example that runs. */
import { fromHex, joinLog, splitMessage, splitRequest, toHex } from '@dormant-beacon/bench/frames';
import { askVehicle, listVehicles, vehicleAskRequest } from '@dormant-beacon/bench/vehicle';
import { explainCauses, explainRequest } from '@dormant-beacon/core/causes';
import { solve, solveRequest } from '@dormant-beacon/core/circuit';
import {
  type ImageForm,
  imageForms,
  mergeRequest,
  optionReadRequest,
  optionWriteRequest,
  segments,
} from '@dormant-beacon/core/coding';
import { readOptions, writeOptions } from '@dormant-beacon/core/coding/options';
import {
  mergeImages,
  readImage,
  readSegments,
  writeImage,
  writeSegments,
} from '@dormant-beacon/core/coding/memory';
import { checkFit, fitRequest } from '@dormant-beacon/core/fit';
import { countLedger, ledgerCountRequest, ledgerPlanRequest, planLedger } from '@dormant-beacon/core/ledger';
import { lockRequest } from '@dormant-beacon/core/lock';
import { setCylinder } from '@dormant-beacon/core/lock/cylinder';
import { check, Refusal } from '@dormant-beacon/core/refusal';
import { guardOf, guardRequest, packageRequest, scopeRequest } from '@dormant-beacon/core/restraints';
import { restraintPackage, restraintScope } from '@dormant-beacon/core/restraints/scope';
import { compareRoutes, coverageOf, coverageRequest, routeRequest } from '@dormant-beacon/core/route';
import {
  compareScans,
  comparison,
  readReport,
  type ReportForm,
  reportForms,
} from '@dormant-beacon/core/scans';
import { nextTests, traceBench, traceCase } from '@dormant-beacon/core/trace';
import { assess, watchRequest } from '@dormant-beacon/core/watch';
import { planWatch, watchPlanRequest } from '@dormant-beacon/core/watch/plan';
import * as examples from './examples.js';
import { recordExample } from './record-example.js';

export interface Options {
  readonly as?: string;
  readonly code?: string;
  readonly cases?: number;
  readonly seed?: number;
}

export interface Verb {
  readonly says: string;
  /**
   * `text`: the input is the report itself, `file`: the bytes of a file; with `--lines` a JSON string, or an object with
   * `text`.
   */
  readonly input: 'json' | 'text' | 'file';
  readonly options: readonly (keyof Options)[];
  readonly example: unknown;
  /** The options with which the example runs. */
  readonly exampleOptions?: Options;
  /** What is answered is JSON; bytes are a file, and are written as they are. */
  run(input: unknown, options: Options): unknown;
  /** What there is to ask of: with `--list`. */
  readonly list?: () => unknown;
  /** Of what is read piece by piece: in the place of `run`, which then refuses. */
  readonly later?: (input: unknown, options: Options) => Promise<unknown>;
}

export const verbs: Readonly<Record<string, Readonly<Record<string, Verb>>>> = {
  scan: {
    read: {
      says: 'reads a report as a reader prints it into codes, modules and what was not understood',
      input: 'text',
      options: ['as'],
      example: examples.report,
      run: (input, options) => readReport(reportText(input), { form: reportForm(options.as) }),
    },
    compare: {
      says: 'compares a scan with an earlier one: every code with its result',
      input: 'json',
      options: [],
      example: examples.comparison,
      run: (input) => compareScans(check(comparison, input)),
    },
    explain: {
      says: 'finds the fewest causes that explain the codes, with reasons and the runner-up',
      input: 'json',
      options: [],
      example: examples.explanation,
      run: (input) => explainCauses(check(explainRequest, input)),
    },
  },
  circuit: {
    solve: {
      says: 'solves a circuit in a state: volts, amps, relays, fuses, meters',
      input: 'json',
      options: [],
      example: examples.circuit,
      run: (input) => solve(check(solveRequest, input)),
    },
  },
  trace: {
    next: {
      says: 'ranks the suspects and says which test or repair comes next',
      input: 'json',
      options: [],
      example: examples.trace,
      run: (input) => nextTests(check(traceCase, input)),
    },
    bench: {
      says: 'plays hidden faults with the planner and with two habits (--cases 500 --seed 7)',
      input: 'json',
      options: ['cases', 'seed'],
      example: examples.bench,
      run: (input, { cases, seed }) => traceBench(check(traceCase, input), cases ?? 500, seed ?? 7),
    },
  },
  restraint: {
    scope: {
      says: 'says for each restraint item what has to be done with it after an event, and why',
      input: 'json',
      options: [],
      example: examples.restraintScope,
      run: (input) => restraintScope(check(scopeRequest, input)),
    },
    guard: {
      says: 'says from words, module, code and work whether something may hurt someone',
      input: 'json',
      options: [],
      example: examples.restraintGuard,
      run: (input) => guardOf(check(guardRequest, input)),
    },
    package: {
      says: 'sums a restraint repair: for each item the cheapest route that the policy allows',
      input: 'json',
      options: [],
      example: examples.restraintPackage,
      run: (input) => restraintPackage(check(packageRequest, input)),
    },
  },
  coverage: {
    check: {
      says: 'says which warranties still cover a car, or by how many days or how far they are missed',
      input: 'json',
      options: [],
      example: examples.coverage,
      run: (input) => coverageOf(check(coverageRequest, input)),
    },
  },
  fit: {
    check: {
      says: 'compares parts on offer with the one that came out, best first, with the work that each implies',
      input: 'json',
      options: [],
      example: examples.fit,
      run: (input) => checkFit(check(fitRequest, input)),
    },
  },
  image: {
    read: {
      says: 'reads the file of a memory image into its segments (--as ihex, srec, bin or hextext)',
      input: 'file',
      options: ['as'],
      example: examples.imageFile,
      exampleOptions: { as: 'ihex' },
      run: (input, { as }) => ({
        segments: writeSegments(readImage(fileBytes(input, imageForm(as)), imageForm(as))),
      }),
    },
    write: {
      says: 'writes segments as the file of a memory image (--as ihex, srec, bin or hextext)',
      input: 'json',
      options: ['as'],
      example: examples.imageSegments,
      exampleOptions: { as: 'srec' },
      run: (input, { as }) => writeImage(readSegments(check(segments, input), ''), imageForm(as)),
    },
    merge: {
      says: 'makes the image that goes into the car from the old unit’s and the donor’s, by a recipe',
      input: 'json',
      options: [],
      example: examples.merge,
      run: (input) => mergeImages(check(mergeRequest, input)),
    },
  },
  option: {
    read: {
      says: 'says which options coding bytes stand for, and which bits no rule knows',
      input: 'json',
      options: [],
      example: examples.optionBytes,
      run: (input) => readOptions(check(optionReadRequest, input)),
    },
    write: {
      says: 'makes the coding bytes of a list of options, and says what changes and why',
      input: 'json',
      options: [],
      example: examples.optionList,
      run: (input) => writeOptions(check(optionWriteRequest, input)),
    },
  },
  lock: {
    wafers: {
      says: 'reads the codes of a measured key, and says which wafers are needed, lacking or in the way',
      input: 'json',
      options: [],
      example: examples.lock,
      run: (input) => setCylinder(check(lockRequest, input)),
    },
  },
  ledger: {
    plan: {
      says: 'finds the least minutes that reach what has to be reached, with the tools and the way back',
      input: 'json',
      options: [],
      example: examples.ledgerPlan,
      run: (input) => planLedger(check(ledgerPlanRequest, input)),
    },
    count: {
      says: 'counts what came off against what went back, by bag',
      input: 'json',
      options: [],
      example: examples.ledgerCount,
      run: (input) => countLedger(check(ledgerCountRequest, input)),
    },
  },
  route: {
    compare: {
      says: 'compares ways to put a unit right: money, days, chance, cheapest first',
      input: 'json',
      options: [],
      example: examples.routes,
      run: (input) => compareRoutes(check(routeRequest, input)),
    },
  },
  record: {
    verify: {
      says: 'proves that an exported record is whole to its last byte, or names where it was changed',
      input: 'file',
      options: ['as', 'code'],
      example: recordExample,
      exampleOptions: { as: 'base64' },
      run: () => {
        throw new Refusal('--lines', 'one archive at a time: leave it out');
      },
      later: async (input, options) => {
        const { verifyRecord } = await import('@dormant-beacon/server/verify');
        return verifyRecord(archive(input as Uint8Array, options), options.code ?? null);
      },
    },
  },
  frames: {
    split: {
      says: 'splits a message into the frames of eight bytes in which it is sent',
      input: 'json',
      options: [],
      example: examples.framesSplit,
      run: (input) => {
        const { payload, pad } = check(splitRequest, input);
        return { frames: splitMessage(fromHex(payload), Number.parseInt(pad ?? '00', 16)).map(toHex) };
      },
    },
    join: {
      says: 'joins the frames of a log to messages, each sender by itself, and names what breaks',
      input: 'text',
      options: [],
      example: examples.framesLog,
      run: (input) => joinLog(reportText(input)),
    },
  },
  vehicle: {
    ask: {
      says: 'asks the modules of a simulated car with faults, and says which warnings are lit',
      input: 'json',
      options: [],
      example: examples.vehicleAsk,
      list: listVehicles,
      run: (input) => askVehicle(check(vehicleAskRequest, input)),
    },
  },
  watch: {
    assess: {
      says: 'says how sure it is that a warning stays off, and how many clean exposures are still needed',
      input: 'json',
      options: [],
      example: examples.watch,
      run: (input) => assess(check(watchRequest, input)),
    },
    plan: {
      says: 'sets the cheapest exposures that prove it, each with its time',
      input: 'json',
      options: [],
      example: examples.watchPlan,
      run: (input) => planWatch(check(watchPlanRequest, input)),
    },
  },
};

/** @throws Refusal where it is not said as what it comes */
function archive(input: Uint8Array | string, { as }: Options): Uint8Array {
  if (as !== undefined && as !== 'zip' && as !== 'base64')
    throw new Refusal('--as', `expected zip, base64, got "${as}"`);
  const text = () => (typeof input === 'string' ? input : new TextDecoder().decode(input));
  return as === 'base64' ? Buffer.from(text(), 'base64') : (input as Uint8Array);
}

function imageForm(as: string | undefined): ImageForm {
  const form = imageForms.find((known) => known === as);
  if (!form)
    throw new Refusal(
      '--as',
      `expected ${imageForms.join(', ')}, got ${as === undefined ? 'nothing' : `"${as}"`}`,
    );
  return form;
}

function fileBytes(input: unknown, form: ImageForm): Uint8Array {
  if (input instanceof Uint8Array) return input;
  if (form === 'bin') throw new Refusal('--as', 'a binary is no text: read it without --lines');
  return new TextEncoder().encode(reportText(input));
}

function reportText(input: unknown): string {
  if (typeof input === 'string') return input;
  const text = (input as { text?: unknown } | null)?.text;
  if (typeof text !== 'string') throw new Refusal('text', 'expected the text as a string');
  return text;
}

function reportForm(as: string | undefined): ReportForm {
  const form = reportForms.find((known) => known === (as ?? 'auto'));
  if (!form) throw new Refusal('--as', `expected ${reportForms.join(', ')}, got "${as}"`);
  return form;
}
