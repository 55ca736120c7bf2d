/** The ways in which made-up readers print the same facts: each a function from facts to text. */
import {
  type CodeFact,
  codeTexts,
  type Language,
  type ModuleFact,
  moduleNames,
  noCodeWordings,
  type ReportFact,
  silentWordings,
  statusBytes,
  statusWordings,
  unsupportedWordings,
} from './facts.js';
import { columns, counts, heads, sectionWords, voltages } from './layout-words.js';

export interface Layout {
  readonly name: string;
  readonly form: 'text' | 'csv';
  /** False where the layout prints status bytes, which know no history. */
  readonly history: boolean;
  /** False where it prints no module without codes. */
  readonly silence: boolean;
  print(facts: ReportFact): string;
}

const name = (module: ModuleFact, language: Language) => moduleNames[module.module]![language];
const text = (code: CodeFact, language: Language) => codeTexts[code.text]![language];
const status = (code: CodeFact, language: Language) => statusWordings[code.status][language];
const full = ({ code, failureType }: CodeFact, separator = '-') =>
  failureType === null ? code : `${code}${separator}${failureType}`;
const stateOf = ({ reach }: ModuleFact, language: Language) =>
  (reach === 'answered' ? noCodeWordings : reach === 'silent' ? silentWordings : unsupportedWordings)[
    language
  ];
const lines = (facts: ReportFact, each: (module: ModuleFact) => readonly string[]) =>
  facts.modules.flatMap(each);

const row = (...cells: string[]) =>
  cells
    .map((cell, at) => cell.padEnd([26, 12, 18, 0][at] ?? 0))
    .join('')
    .trimEnd();
const rule = '-'.repeat(72);

export const layouts: readonly Layout[] = [
  {
    name: 'table',
    form: 'text',
    history: true,
    silence: true,
    print: (facts) =>
      [
        'ODDLIGHT R2  diagnostic report                     software 4.18',
        `Date: 2026-11-17 08:12     ${voltages[facts.language]}     ${heads[facts.language]}`,
        'VIN: CVNLM4E20N0003142',
        rule,
        row(...columns[facts.language]),
        rule,
        ...lines(facts, (module) =>
          module.codes.length === 0
            ? [row(name(module, facts.language), stateOf(module, facts.language))]
            : module.codes.map((code) =>
                row(
                  name(module, facts.language),
                  full(code),
                  status(code, facts.language),
                  text(code, facts.language),
                ),
              ),
        ),
        rule,
        'Page 1 of 1',
      ].join('\n'),
  },
  {
    name: 'indented',
    form: 'text',
    history: true,
    silence: true,
    print: (facts) =>
      [
        'Fernmark 40',
        '17.11.2026 09:25',
        voltages[facts.language],
        '',
        ...lines(facts, (module) => [
          `[${module.address}] ${name(module, facts.language)}` +
            (module.codes.length > 0 ? ` (${module.codes.length} ${counts[facts.language]})` : ''),
          ...(module.codes.length === 0 ? [`  ${stateOf(module, facts.language)}`] : []),
          ...module.codes.flatMap((code) => [
            `  ${full(code)}  ${text(code, facts.language)}`,
            `            Status: ${status(code, facts.language)}`,
          ]),
          '',
        ]),
      ].join('\n'),
  },
  {
    name: 'two-columns',
    form: 'text',
    history: true,
    silence: true,
    print: (facts) =>
      lines(facts, (module) =>
        module.codes.length === 0
          ? [row(name(module, facts.language), stateOf(module, facts.language))]
          : module.codes.map((code, at) =>
              row(
                at === 0 ? name(module, facts.language) : '',
                full(code, ':'),
                status(code, facts.language),
                text(code, facts.language),
              ).replace(/^\s{26}/, ' '.repeat(26)),
            ),
      ).join('\r\n'),
  },
  {
    name: 'terse',
    form: 'text',
    history: false,
    silence: true,
    print: (facts) =>
      lines(facts, (module) => [
        `${name(module, facts.language).toUpperCase()}:`,
        ...(module.codes.length === 0 ? [stateOf(module, facts.language).toUpperCase()] : []),
        ...module.codes.flatMap((code) => [
          `${full(code, '')} ${text(code, facts.language)}`,
          `ST: ${statusBytes[code.status]}`,
        ]),
        '',
      ]).join('\n'),
  },
  {
    name: 'numbered',
    form: 'text',
    history: true,
    silence: true,
    print: (facts) =>
      [
        '*** KESTREL PRO REPORT ***',
        'Workshop: Lantern Row Body & Safety, tel. 555 01 04',
        ...lines(facts, (module) => [
          `== ${module.address}: ${name(module, facts.language)}, SW 0410-A ==`,
          `Part no: VQ-4471-${module.address}B`,
          ...(module.codes.length === 0 ? [stateOf(module, facts.language)] : []),
          ...module.codes.map(
            (code, at) =>
              `${at + 1}. ${full(code)}: ${text(code, facts.language)} (${status(code, facts.language)})`,
          ),
        ]),
        '*** END OF REPORT ***',
      ].join('\n'),
  },
  {
    name: 'bars',
    form: 'text',
    history: true,
    silence: true,
    print: (facts) =>
      [
        `| ${columns[facts.language].join(' | ')} |`,
        '|---|---|---|---|',
        ...lines(facts, (module) =>
          module.codes.length === 0
            ? [`| ${name(module, facts.language)} | | ${stateOf(module, facts.language)} | |`]
            : module.codes.map(
                (code) =>
                  `| ${name(module, facts.language)} | ${full(code)} | ${status(code, facts.language)} | ${text(code, facts.language)} |`,
              ),
        ),
      ].join('\n'),
  },
  {
    name: 'records',
    form: 'text',
    history: true,
    silence: false,
    print: (facts) => {
      const [module, code, state, description] = columns[facts.language];
      return lines(facts, (own) =>
        own.codes.flatMap((one) => [
          `${module}: ${name(own, facts.language)}`,
          `${code}: ${full(one)}`,
          `${description}: ${text(one, facts.language)}`,
          `${state}: ${status(one, facts.language)}`,
          '',
        ]),
      ).join('\n');
    },
  },
  {
    name: 'commas',
    form: 'csv',
    history: true,
    silence: true,
    print: (facts) =>
      [
        'ECU,Address,DTC,FTB,Fault text,State',
        ...lines(facts, (module) =>
          module.codes.length === 0
            ? [`${name(module, facts.language)},${module.address},,,,${stateOf(module, facts.language)}`]
            : module.codes.map(
                (code) =>
                  `${name(module, facts.language)},${module.address},${code.code},${code.failureType ?? ''},"${text(code, facts.language)}, bank ""A""",${status(code, facts.language)}`,
              ),
        ),
      ].join('\r\n'),
  },
  {
    name: 'semicolons',
    form: 'csv',
    history: true,
    silence: true,
    print: (facts) =>
      [
        'Export;KESTREL PRO;17.11.2026',
        '',
        ['Nr', 'Quelle', 'Zusatz', 'Klartext', 'Fehlernummer', 'Fehlerstatus'].join(';'),
        ...lines(facts, (module) =>
          module.codes.length === 0
            ? [`;${name(module, facts.language)};;;;${stateOf(module, facts.language)}`]
            : module.codes.map(
                (code, at) =>
                  `${at + 1};${at === 0 ? name(module, facts.language) : ''};${code.failureType ?? ''};${text(code, facts.language)};${code.code.toLowerCase()};${status(code, facts.language)}`,
              ),
        ),
      ].join('\n'),
  },
  {
    name: 'tabs-without-header',
    form: 'csv',
    history: true,
    silence: false,
    print: (facts) =>
      lines(facts, (module) =>
        module.codes.map((code) =>
          [
            name(module, facts.language),
            full(code),
            text(code, facts.language),
            status(code, facts.language),
          ].join('\t'),
        ),
      ).join('\n'),
  },
  {
    name: 'log',
    form: 'text',
    history: false,
    silence: true,
    print: (facts) =>
      lines(facts, (module) => [
        `>> ${module.address} ${name(module, facts.language)}`,
        `0000: 22 F1 90 ${'4F 4E '.repeat(8).trim()}`,
        ...(module.codes.length === 0 ? [`   ${stateOf(module, facts.language)}`] : []),
        ...module.codes.map(
          (code) => `   ${full(code)}   0x${statusBytes[code.status]}   ${text(code, facts.language)}`,
        ),
        `   ${voltages[facts.language]}`,
        '',
      ]).join('\n'),
  },
  {
    name: 'sentences',
    form: 'text',
    history: true,
    silence: true,
    print: (facts) =>
      lines(facts, (module) =>
        module.codes.length === 0
          ? [`${name(module, facts.language)} - ${stateOf(module, facts.language)}`]
          : module.codes.map(
              (code) =>
                `${name(module, facts.language)}   ${full(code)} - ${text(code, facts.language)} [${status(code, facts.language)}]`,
            ),
      ).join('\n'),
  },
  {
    name: 'sections',
    form: 'text',
    history: true,
    silence: true,
    print: (facts) =>
      lines(facts, (module) => [
        name(module, facts.language).toUpperCase(),
        ...(module.codes.length === 0 ? [`  ${stateOf(module, facts.language)}`] : []),
        ...module.codes.flatMap((code) => [
          `  ${sectionWords[code.status][facts.language]}`,
          `    ${full(code)}   ${text(code, facts.language)}`,
        ]),
        '',
      ]).join('\n'),
  },
  {
    name: 'side-by-side',
    form: 'text',
    history: true,
    silence: false,
    print: (facts) => {
      const modules = facts.modules.filter(({ codes }) => codes.length > 0);
      const block = (module: ModuleFact) => [
        name(module, facts.language),
        ...module.codes.map((code) => `  ${full(code).padEnd(10)} ${status(code, facts.language)}`),
        '',
      ];
      const half = Math.ceil(modules.length / 2);
      const [left, right] = [modules.slice(0, half).flatMap(block), modules.slice(half).flatMap(block)];
      return Array.from({ length: Math.max(left.length, right.length) }, (_, n) =>
        `${(left[n] ?? '').padEnd(44)}${right[n] ?? ''}`.trimEnd(),
      ).join('\n');
    },
  },
];
