/** Prints a drawn report, and says what it must be read as. */
import { randomNumbers } from '@dormant-beacon/core/random';
import type { Truth } from '../truth.js';
import { type Draw, type DrawnCode, type DrawnModule, drawModules, pickOf } from './facts.js';
import { type DrawnLayout, drawLayout, type Field } from './layout.js';
import { type ReaderWords, readerWords, type Status } from './words.js';

interface Press {
  readonly draw: Draw;
  readonly layout: DrawnLayout;
  readonly words: ReaderWords;
  /** The word of each column, drawn once for a report. */
  readonly say: Readonly<Record<keyof ReaderWords, string>>;
}

/** @example drawnReport(7).text */
export function drawnReport(seed: number): { layout: DrawnLayout; text: string; truth: Truth } {
  const numbers = randomNumbers(seed);
  const draw = () => numbers.uniform();
  const layout = drawLayout(draw);
  const words = readerWords[layout.language]!;
  const modules = drawModules(draw, words, layout.statuses, layout.codeForm !== 'bytes' || draw() < 0.5);
  const say = Object.fromEntries(
    Object.entries(words).map(([key, value]) => [
      key,
      Array.isArray(value) ? pickOf(draw, value as string[]) : value,
    ]),
  ) as Press['say'];
  const press: Press = { draw, layout, words, say };
  const shown = layout.structure === 'byStatus' ? modules.filter(({ codes }) => codes.length > 0) : modules;
  const body = bodies[layout.structure](press, shown);
  const total = shown.reduce((sum, { codes }) => sum + codes.length, 0);
  const lines = [...head(press), ...body, ...(layout.total ? ['', words.total(total)] : [])];
  const text = lines.map((line) => (layout.quoted ? `> ${line}` : line).trimEnd()).join('\n');
  return {
    layout,
    text: `${text}\n`,
    truth: {
      codes: shown.flatMap(({ name, codes }) =>
        codes.map(({ code, failureType, status }) => ({ module: name, code, failureType, status })),
      ),
      modules: shown.map(({ name, reach }) => ({ name, reach })),
    },
  };
}

function head({ draw, words, say, layout }: Press): string[] {
  const facts = [
    `${words.odometer}: ${pickOf(draw, ['61 204', '118450', '38 412'])} km`,
    `${words.supply}: ${pickOf(draw, ['12.4', '11,9', '12.61'])} V`,
    `VIN: ${pickOf(draw, ['VLTQL1C4XR0007731', 'OSTMN5W77P0012098', 'HLMDV3A10T0021774'])}`,
    `${words.date}: ${pickOf(draw, ['2026-03-14', '14.03.2026', '14/03/2026'])}`,
  ];
  const name = pickOf(draw, ['ODDLIGHT R7', 'Tallow 9', 'Brindle Link', 'Mossback 300']);
  const legend =
    layout.statusForm === 'letter'
      ? [layout.statuses.map((s) => `${letterOf(s)} = ${wordOf(say, words, s)}`).join(', ')]
      : [];
  return [`${say.title}   ${name}`, ...(draw() < 0.5 ? [facts.join('   ')] : facts), ...legend, ''];
}

const letters: Readonly<Record<Status, string>> = { active: 'A', stored: 'M', pending: 'P', history: 'H' };
const letterOf = (status: Status) => letters[status];
/** The first word of a status: the same one all over a legend or a heading of columns. */
const wordOf = (_: Press['say'], words: ReaderWords, status: Status) => words.statuses[status][0]!;

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const shouted = ({ layout: { shout } }: Press, word: string) =>
  shout === 'WORD' ? word.toUpperCase() : shout === 'Word' ? capital(word) : word;
const named = ({ layout }: Press, { name }: DrawnModule) => (layout.namesShout ? name.toUpperCase() : name);

const stateOf = ({ draw, words }: Press, { reach, codes }: DrawnModule): string | null =>
  reach === 'answered'
    ? codes.length > 0
      ? null
      : pickOf(draw, words.reaches.clean)
    : pickOf(draw, words.reaches[reach]);

/** Headings that nobody takes for anything else, with the name or with name and address. */
const headings: readonly ((press: Press, module: DrawnModule, at: number) => string[])[] = [
  (press, module) => [`${named(press, module)} (${module.address})`],
  (press, module) => [`${named(press, module)} (0x${module.address})`],
  (press, module) => [`${named(press, module)} [${module.address}]`],
  (press, module) => [`[${module.address}] ${named(press, module)}`],
  (press, module) => [`${press.say.address} ${module.address}: ${named(press, module)}`],
  (press, module) => [`${press.say.module}: ${named(press, module)}`],
  (press, module) => [
    `${press.say.module}: ${named(press, module)} (${press.say.address} ${module.address})`,
  ],
  (press, module) => [`=== ${named(press, module)} ===`],
  (press, module, at) => [`${at + 1}. ${named(press, module)}`],
  (press, module) => [`${named(press, module)} <${module.address}>`],
  (press, module) => [`${named(press, module)}`, '-'.repeat(module.name.length)],
  (press, module) => [`* ${named(press, module)} (${module.address})`],
];
const headingOf = (press: Press, module: DrawnModule, at: number) =>
  headings[press.layout.heading % headings.length]!(press, module, at);

const statusBytes: Readonly<Record<Status, readonly string[]>> = {
  active: ['09', '2F', '0B', '27'],
  stored: ['08', '28', '2C'],
  pending: ['04', '44'],
  history: ['20'],
};

const bytesOf = ({ code, failureType }: DrawnCode): string => {
  const high = 'PCBU'.indexOf(code.charAt(0)) * 4 + Number(code.charAt(1));
  const whole = `${high.toString(16).toUpperCase()}${code.slice(2)}`;
  return [whole.slice(0, 2), whole.slice(2), ...(failureType === null ? [] : [failureType])].join(' ');
};

const markSymbols = ['x', 'X', '*', '1'];

function codeText({ layout: { codeForm } }: Press, fact: DrawnCode): string {
  const { code, failureType } = fact;
  if (codeForm === 'bytes') return bytesOf(fact);
  if (failureType === null || codeForm === 'column' || codeForm === 'decimalColumn') return code;
  const mark = { dash: '-', colon: ':', glued: '', space: ' ' }[codeForm];
  return `${code}${mark}${failureType}`;
}

/** The cells of one field: several where statuses stand as marks, each in a column of its own. */
function cellsOf(press: Press, field: Field, fact: DrawnCode): string[] {
  const { draw, layout, words } = press;
  switch (field) {
    case 'code':
      return [codeText(press, fact)];
    case 'type':
      if (fact.failureType === null) return ['--'];
      return [
        layout.codeForm === 'decimalColumn' ? String(parseInt(fact.failureType, 16)) : fact.failureType,
      ];
    case 'count':
      return [String(fact.count)];
    case 'text':
      return [fact.text];
    case 'status':
      if (layout.statusForm === 'letter') return [letterOf(fact.status)];
      if (layout.statusForm === 'byte') return [pickOf(draw, statusBytes[fact.status])];
      if (layout.statusForm === 'marks')
        return layout.statuses.map((status) =>
          status === fact.status ? markSymbols[layout.heading % markSymbols.length]! : '-',
        );
      return [shouted(press, pickOf(draw, words.statuses[fact.status]))];
  }
}

function namesOf({ layout, say, words }: Press, field: Field): string[] {
  switch (field) {
    case 'code':
      return [layout.codeForm === 'bytes' ? `${say.code} (hex)` : say.code];
    case 'type':
      return [layout.codeForm === 'decimalColumn' ? `${say.type} (dec)` : say.type];
    case 'count':
      return [say.count];
    case 'text':
      return [say.text];
    case 'status':
      if (layout.statusForm === 'byte') return [say.byte];
      if (layout.statusForm === 'marks') return layout.statuses.map((status) => wordOf(say, words, status));
      return [say.status];
  }
}

/** Rows as lines: joined by what stands between fields, or padded to columns. */
function ruled({ layout: { between } }: Press, rows: readonly (readonly string[])[]): string[] {
  if (between !== null)
    return rows.map((cells) =>
      cells
        .map((cell) => (between === ';' && /[;"]/.test(cell) ? `"${cell.replace(/"/g, '""')}"` : cell))
        .join(between),
    );
  const widths = rows.reduce<number[]>(
    (most, cells) => cells.map((cell, at) => Math.max(cell.length, most[at] ?? 0)),
    [],
  );
  return rows.map((cells) =>
    cells
      .map((cell, at) => cell.padEnd(widths[at]! + 2))
      .join('')
      .trimEnd(),
  );
}

/** Rows are printed under their columns' names where a reader of flesh and blood would need them. */
const needsNames = ({ layout }: Press) =>
  layout.order.includes('type') ||
  layout.order.includes('count') ||
  layout.codeForm === 'bytes' ||
  layout.statusForm === 'marks' ||
  layout.statusForm === 'byte';

const fieldsInRow = ({ layout }: Press): Field[] =>
  layout.order.filter(
    (field) =>
      !(field === 'text' && layout.textBelow) && !(field === 'status' && layout.statusForm === 'nextLine'),
  );

function ident({ draw, say }: Press): string {
  const part = pickOf(draw, ['VQ-4471-02B', 'B7720-13-C', 'VQ-9001-77A']);
  const software = pickOf(draw, ['B1049', 'C2207', 'U1410', '0132']);
  return `${say.part}: ${part}   ${say.software}: ${software}`;
}

function environment({ draw, say, words }: Press): string[] {
  const km = pickOf(draw, ['88120', '61200', '38004']);
  return [
    `${say.environment}:`,
    `  ${words.odometer}: ${km} km`,
    `  ${words.speed}: ${Math.floor(draw() * 90)} km/h`,
  ];
}

function codeRows(press: Press, module: DrawnModule): string[] {
  const { layout, say, words, draw } = press;
  const fields = fieldsInRow(press);
  const rows = module.codes.map((fact) => fields.flatMap((field) => cellsOf(press, field, fact)));
  const names = needsNames(press) ? [fields.flatMap((field) => namesOf(press, field))] : [];
  const [...lines] = ruled(press, [...names, ...rows]);
  return lines.flatMap((line, at) => {
    const fact = module.codes[at - names.length];
    const lead = names.length > 0 && /\S/.test(layout.lead) ? '  ' : layout.lead;
    const inner = `${lead.replace(/\S/g, ' ')}    `;
    if (!fact) return [`${lead}${line}`];
    return [
      `${lead}${line}`,
      ...(layout.textBelow ? [`${inner}${fact.text}`] : []),
      ...(layout.statusForm === 'nextLine'
        ? [`${inner}${say.status}: ${shouted(press, pickOf(draw, words.statuses[fact.status]))}`]
        : []),
      ...(layout.environment ? environment(press).map((one) => `${inner}${one}`) : []),
    ];
  });
}

function block(press: Press, module: DrawnModule, at: number): string[] {
  const [first, ...under] = headingOf(press, module, at);
  const state = stateOf(press, module);
  const beside = state !== null && under.length === 0 && press.layout.heading % 3 === 0;
  const counted = state === null && press.layout.heading % 5 === 0 && under.length === 0;
  const indent = press.layout.lead.replace(/\S/g, ' ') || '  ';
  return [
    beside
      ? `${first}   ${state}`
      : counted
        ? `${first}   ${press.words.entries(module.codes.length)}`
        : first!,
    ...under,
    ...(press.layout.idents && module.reach === 'answered' ? [`${indent}${ident(press)}`] : []),
    ...(state === null ? codeRows(press, module) : beside ? [] : [`${indent}${state}`]),
    '',
  ];
}

const blocks = (press: Press, modules: readonly DrawnModule[]) =>
  modules.flatMap((module, at) => block(press, module, at));

function table(press: Press, modules: readonly DrawnModule[]): string[] {
  const { layout, say, words } = press;
  const fields = layout.order;
  const place = (module: string[], cells: string[]) =>
    layout.moduleFirst ? [...module, ...cells] : [...cells.slice(0, 1), ...module, ...cells.slice(1)];
  const names = place(
    [say.module],
    fields.flatMap((field) => namesOf(press, field)),
  );
  const own = names.length - 1;
  const rows = modules.flatMap((module) => {
    const state = stateOf(press, module);
    if (state === null)
      return module.codes.map((fact) =>
        place(
          [named(press, module)],
          fields.flatMap((field) => cellsOf(press, field, fact)),
        ),
      );
    // The state stands where the status would, or in the last column.
    const width = fields.map((field) => namesOf(press, field).length);
    const statusAt = width.slice(0, fields.indexOf('status')).reduce((sum, n) => sum + n, 0);
    const at = layout.statusForm === 'marks' ? own - 1 : statusAt;
    const cells = Array.from({ length: own }, (_, n) => (n === at ? state : n === 0 && at !== 0 ? '-' : ''));
    return [place([named(press, module)], cells)];
  });
  const [top, ...lines] = ruled(press, [names, ...rows]);
  const rule = layout.between === null ? [top!.replace(/./g, '-')] : [];
  const middle = Math.ceil(lines.length / 2);
  if (!layout.pages) return [top!, ...rule, ...lines];
  return [
    words.page(1, 2),
    top!,
    ...rule,
    ...lines.slice(0, middle),
    words.page(2, 2),
    top!,
    ...rule,
    ...lines.slice(middle),
  ];
}

function fields(press: Press, modules: readonly DrawnModule[]): string[] {
  const { layout, say } = press;
  const pair = [
    (key: string, value: string) => `${key}: ${value}`,
    (key: string, value: string) => `${key.padEnd(22, '.')} ${value}`,
    (key: string, value: string) => `${key} = ${value}`,
    (key: string, value: string) => `${key}\t${value}`,
  ][layout.heading % 4]!;
  return modules.flatMap((module) => [
    pair(say.module, named(press, module)),
    pair(say.address, module.address),
    pair(say.result, stateOf(press, module) ?? say.read),
    ...module.codes.flatMap((fact) => [
      pair(namesOf(press, 'code')[0]!, codeText(press, fact)),
      ...layout.order
        .filter((field) => field !== 'code')
        .map((field) => pair(namesOf(press, field)[0]!, cellsOf(press, field, fact)[0]!)),
    ]),
    '',
  ]);
}

function records(press: Press, modules: readonly DrawnModule[]): string[] {
  const { layout, say } = press;
  return modules.flatMap((module, at) => {
    const state = stateOf(press, module);
    return [
      ...headingOf(press, module, at),
      ...(state === null ? [] : [`   ${state}`]),
      ...module.codes.flatMap((fact, n) => [
        `   ${at + 1}.${n + 1}  ${codeText(press, fact)}`,
        ...(layout.order.includes('text') ? [`        ${fact.text}`] : []),
        `        ${say.status}: ${cellsOf(press, 'status', fact)[0]!}`,
        ...(layout.environment ? environment(press).map((one) => `        ${one}`) : []),
      ]),
      '',
    ];
  });
}

function rollCall(press: Press, modules: readonly DrawnModule[]): string[] {
  const width = Math.max(...modules.map(({ name }) => name.length)) + 3;
  const calls = modules.map((module) => {
    const state = stateOf(press, module) ?? press.words.entries(module.codes.length);
    return `${`${named(press, module)} `.padEnd(width, '.')} ${state}`;
  });
  const details = modules
    .filter(({ codes }) => codes.length > 0)
    .flatMap((module, at) => [...headingOf(press, module, at), ...codeRows(press, module), '']);
  return [...calls, '', ...details];
}

function byStatus(press: Press, modules: readonly DrawnModule[]): string[] {
  const { layout, words, say } = press;
  const rows = (status: Status) =>
    modules.flatMap((module) =>
      module.codes
        .filter((fact) => fact.status === status)
        .map((fact) => {
          const cells = [codeText(press, fact), named(press, module)];
          return [
            ...(layout.moduleFirst ? cells.reverse() : cells),
            ...(layout.order.includes('text') ? [fact.text] : []),
          ];
        }),
    );
  return layout.statuses.flatMap((status) => {
    const own = rows(status);
    if (own.length === 0) return [];
    const title = `${say.status}: ${shouted(press, wordOf(say, words, status))}`;
    const heading = layout.heading % 2 === 0 ? `${title} (${own.length})` : title;
    return [heading, ...ruled(press, own).map((line) => `  ${line}`), ''];
  });
}

const bodies = { blocks, table, fields, records, rollCall, byStatus };
