/** Every common form of a heading over every form of codes; every status and every state of a module at every place; every table. */
import { codesOf, modulesOf } from '../testing/read-report.js';

type Form = (text: string) => string;

/** Of each form what it makes of a text, by its name. */
const each = (forms: Readonly<Record<string, Form>>) => Object.entries(forms);

describe('every heading over every form of codes', () => {
  const headings: Readonly<Record<string, Form>> = {
    'a name': (name) => name,
    'in capitals': (name) => name.toUpperCase(),
    'with a colon': (name) => `${name}:`,
    'an address behind': (name) => `${name} (58)`,
    'an address behind, 0x': (name) => `${name} (0x58)`,
    'an address behind a sign': (name) => `${name} @58`,
    'an address behind a slash': (name) => `${name}/58`,
    'an address behind a bar': (name) => `${name} | 58`,
    'an address in front, in brackets': (name) => `[58] ${name}`,
    'an address in front': (name) => `58 ${name}`,
    'an address in front of a dash': (name) => `58 - ${name}`,
    numbered: (name) => `1. ${name}`,
    'numbered, with a bracket': (name) => `1) ${name}`,
    'one of seven': (name) => `3/7 ${name}`,
    labelled: (name) => `Module: ${name}`,
    'labelled, with an address': (name) => `System: ${name} (58)`,
    'labelled with a number': (name) => `Module 3: ${name}`,
    'labelled without a colon': (name) => `ECU ${name}:`,
    'a count behind a dash': (name) => `${name} - 2 codes`,
    'a count in brackets': (name) => `${name} (2 DTCs)`,
    'a count behind a colon': (name) => `${name}: 2 faults`,
    'faults in it': (name) => `Faults in ${name}:`,
    'between signs': (name) => `== ${name} ==`,
    'between stars': (name) => `*** ${name} ***`,
    'between dashes': (name) => `--- ${name} ---`,
    'in square brackets': (name) => `[${name}]`,
    'in angles': (name) => `<${name}>`,
    'in quotes': (name) => `"${name}"`,
    'behind a hash': (name) => `# ${name}`,
    'between hashes': (name) => `### ${name} ###`,
    'behind an angle': (name) => `> ${name}`,
    bold: (name) => `**${name}**`,
    underlined: (name) => `${name}\n${'-'.repeat(name.length)}`,
    'with a bullet': (name) => `• ${name}`,
    'with a plus': (name) => `+ ${name}`,
    'with its software': (name) => `${name}, SW 0410`,
    'with its part': (name) => `${name}   Part VQ-4471-02B`,
  };
  const codes = {
    dashes: '  B1318-16 Loop open - active\n  B1402-54 Lamp - stored',
    'as far out': 'B1318-16 Loop open - active\nB1402-54 Lamp - stored',
    cells: '  B1318-16   active   Loop open\n  B1402-54   stored   Lamp',
    numbers: '  1. B1318-16 Loop open (active)\n  2. B1402-54 Lamp (stored)',
    bullets: '  - B1318-16: Loop open, active\n  - B1402-54: Lamp, stored',
    labels: '  DTC: B1318-16   Status: active\n  DTC: B1402-54   Status: stored',
    'a word': '  DTC B1318-16 active\n  DTC B1402-54 stored',
    'lines below': '  B1318-16\n    Loop open\n    active\n  B1402-54\n    Lamp\n    stored',
    records:
      '  Code: B1318-16\n  Text: Loop open\n  Status: active\n\n  Code: B1402-54\n  Text: Lamp\n  Status: stored',
    'statuses in front': '  active   B1318-16   Loop open\n  stored   B1402-54   Lamp',
    bytes: '  B1318-16 (2F) Loop open\n  B1402-54 (28) Lamp',
    brackets: '  [B1318-16] Loop open [active]\n  [B1402-54] Lamp [stored]',
    bars: '  B1318-16 | active | Loop open\n  B1402-54 | stored | Lamp',
    semicolons: '  B1318-16; active; Loop open\n  B1402-54; stored; Lamp',
    sections: '  Active codes\n    B1318-16 Loop open\n  Stored codes\n    B1402-54 Lamp',
  };
  for (const [how, heading] of each(headings))
    it(`is read: ${how}`, () => {
      for (const [form, lines] of Object.entries(codes)) {
        const none = heading('Gauges').replace(/2 (codes|DTCs|faults)/, '0 $1');
        const report = `${heading('Body control')}\n${lines}\n\n${none}\n  no codes\n`;
        const lower = (read: readonly string[]) => read.map((one) => one.toLowerCase());
        expect(lower(codesOf(report)))
          .withContext(form)
          .toEqual(['body control b1318-16 active', 'body control b1402-54 stored']);
        expect(lower(modulesOf(report)))
          .withContext(form)
          .toEqual(['body control: answered', 'gauges: answered']);
      }
    });
});

describe('every status at every place', () => {
  const places: Readonly<Record<string, Form>> = {
    'right behind': (word) => `B1318-16 ${word}`,
    'behind a dash': (word) => `B1318-16  Loop open - ${word}`,
    'in brackets': (word) => `B1318-16  Loop open (${word})`,
    'in square brackets': (word) => `B1318-16  Loop open [${word}]`,
    'in the last cell': (word) => `B1318-16   Loop open   ${word}`,
    'in the second cell': (word) => `B1318-16   ${word}   Loop open`,
    'in front of a count': (word) => `B1318-16  Loop open  ${word}  3x`,
    'behind a label': (word) => `B1318-16 Loop open, status: ${word}`,
    'on the next line': (word) => `B1318-16 Loop open\n    ${word}`,
    'behind a label on the next line': (word) => `B1318-16 Loop open\n    Status: ${word}`,
    'in front, with a colon': (word) => `${word}: B1318-16 Loop open`,
    'in front, in a cell': (word) => `${word}   B1318-16   Loop open`,
    'behind a comma': (word) => `B1318-16, Loop open, ${word}`,
    'behind a semicolon': (word) => `B1318-16; Loop open; ${word}`,
    'behind a bar': (word) => `B1318-16 | Loop open | ${word}`,
    'between slashes': (word) => `B1318-16 / ${word} / Loop open`,
    'behind a key': (word) => `B1318-16 state=${word} text="Loop open"`,
    'in braces': (word) => `{B1318-16, ${word}, Loop open}`,
    'in quotes': (word) => `"B1318-16" "${word}" "Loop open"`,
    'behind dots': (word) => `B1318-16 Loop open ....... ${word}`,
    'behind an arrow': (word) => `B1318-16 -> ${word}`,
    'between stars': (word) => `B1318-16 Loop open *${word}*`,
    'as a sentence': (word) => `B1318-16: Loop open. ${word.charAt(0).toUpperCase()}${word.slice(1)}.`,
  };
  const words = {
    active: ['active', 'ACTIVE', 'currently present', 'vorhanden', 'en cours', 'attivo', 'persistent'],
    stored: [
      ...['stored', 'not present', 'Not Present', 'no longer present', 'not now present', 'intermittent'],
      ...['nicht vorhanden', 'mémorisé', 'memorizado', 'no presente', 'non presente', 'niet aanwezig'],
      ...['nieaktywny', 'não presente', 'inte aktiv'],
    ],
    pending: ['pending', 'unbestätigt', 'à confirmer'],
    history: ['history', 'vergangen', 'passato'],
  };
  for (const [where, place] of each(places))
    it(`is read: ${where}`, () => {
      for (const [status, all] of Object.entries(words))
        for (const word of all)
          expect(codesOf(`Body\n  ${place(word)}`))
            .withContext(word)
            .toEqual([`Body B1318-16 ${status}`]);
    });
});

describe('every state of a module at every place', () => {
  const places: Readonly<Record<string, (name: string, state: string) => string>> = {
    'behind a colon': (name, state) => `${name}: ${state}`,
    'as a sentence': (name, state) => `${name}: ${state}.`,
    'behind a dash': (name, state) => `${name} - ${state}`,
    'in the next cell': (name, state) => `${name}      ${state}`,
    'a blank away': (name, state) => `${name} ${state}`,
    'in brackets': (name, state) => `${name} (${state})`,
    'in square brackets': (name, state) => `${name} [${state}]`,
    'in front, in brackets': (name, state) => `[${state}] ${name}`,
    'set in below': (name, state) => `${name}\n  ${state}`,
    'right below': (name, state) => `${name}\n${state}`,
    'below a heading': (name, state) => `== ${name} ==\n${state}`,
    'behind dots': (name, state) => `${name} ........ ${state}`,
    'behind a bar': (name, state) => `${name} | ${state}`,
    'in a row of a table': (name, state) => `| ${name} | ${state} |`,
    'behind a semicolon': (name, state) => `${name};${state}`,
    'behind a comma': (name, state) => `${name}, ${state}`,
    'behind an equals sign': (name, state) => `${name} = ${state}`,
    'behind an arrow': (name, state) => `${name} → ${state}`,
    'behind an address': (name, state) => `${name} (6C): ${state}`,
    'with an address in front': (name, state) => `[6C] ${name} - ${state}`,
    numbered: (name, state) => `3. ${name}: ${state}`,
    bold: (name, state) => `**${name}**: ${state}`,
  };
  const states = {
    silent: [
      ...['no response', 'not responding', 'no communication', 'offline', 'keine Antwort', 'pas de réponse'],
      ...[
        'sin respuesta',
        'nessuna risposta',
        'geen antwoord',
        'brak odpowiedzi',
        'sem resposta',
        'inget svar',
      ],
    ],
    answered: [
      ...['no codes', 'no faults', 'OK', 'keine Fehler', 'aucun défaut', 'sin averías', 'nessun guasto'],
      ...['geen storingen', 'brak usterek', 'sem avarias', 'inga fel'],
    ],
    'not-fitted': ['not fitted', 'nicht verbaut', 'non monté'],
    'timed-out': ['timeout'],
  };
  for (const [where, place] of Object.entries(places))
    it(`is read: ${where}`, () => {
      for (const [reach, all] of Object.entries(states))
        for (const state of all)
          for (const name of ['Roof', 'Tailgate left', 'Parking aid'])
            expect(modulesOf(`Body\n  B1318-16 active\n${place(name, state)}`))
              .withContext(`${name}, ${state}`)
              .toEqual(['Body: answered', `${name}: ${reach}`]);
    });
});

describe('every table', () => {
  interface Tongue {
    readonly module: string;
    readonly code: string;
    readonly type: string;
    readonly status: string;
    readonly text: string;
    readonly active: string;
    readonly stored: string;
    readonly none: string;
    readonly silent: string;
  }
  const tongue = (names: string, words: string): Tongue => {
    const [module, code, type, status, text] = names.split(', ') as [string, string, string, string, string];
    const [active, stored, none, silent] = words.split(', ') as [string, string, string, string];
    return { module, code, type, status, text, active, stored, none, silent };
  };
  const tongues = [
    tongue('Module, DTC, Type, Status, Description', 'active, stored, no codes, no response'),
    tongue('Control unit, Fault code, Symptom, Condition, Meaning', 'present, not present, none, no reply'),
    tongue(
      'Steuergerät, Fehlercode, Fehlerart, Status, Beschreibung',
      'aktiv, gespeichert, keine Fehler, keine Antwort',
    ),
    tongue(
      'Calculateur, Code défaut, Caractérisation, État, Libellé',
      'présent, mémorisé, aucun défaut, pas de réponse',
    ),
    tongue('Unidad, Código, Tipo, Estado, Descripción', 'activo, memorizado, sin averías, sin respuesta'),
    tongue(
      'Centralina, Codice guasto, Sintomo, Stato, Significato',
      'attivo, memorizzato, nessun guasto, nessuna risposta',
    ),
    tongue(
      'Regeleenheid, Foutcode, Type, Status, Omschrijving',
      'actief, opgeslagen, geen storingen, geen antwoord',
    ),
    tongue('Sterownik, Kod usterki, Objaw, Stan, Opis', 'aktywny, zapisany, brak usterek, brak odpowiedzi'),
    tongue('Módulo, Código, Tipo, Estado, Descrição', 'ativo, memorizado, sem avarias, sem resposta'),
    tongue('Styrenhet, Felkod, Typ, Status, Beskrivning', 'aktiv, lagrad, inga fel, inget svar'),
  ];
  const orders: readonly (readonly (keyof Tongue)[])[] = [
    ['module', 'code', 'status', 'text'],
    ['module', 'code', 'type', 'status', 'text'],
    ['module', 'code', 'status'],
    ['module', 'text', 'code', 'status'],
    ['code', 'module', 'status', 'text'],
    ['code', 'status', 'text', 'module'],
    ['code', 'type', 'module', 'status', 'text'],
    ['status', 'module', 'code', 'text'],
    ['text', 'code', 'status', 'module'],
  ];
  type Rows = readonly (readonly string[])[];
  const aligned = (rows: Rows, gap: number): string => {
    const widths = rows[0]!.map((_, at) => Math.max(...rows.map((row) => row[at]!.length)) + gap);
    return rows
      .map((row) =>
        row
          .map((cell, at) => cell.padEnd(widths[at]!))
          .join('')
          .trimEnd(),
      )
      .join('\n');
  };
  const parted = (sign: string) => (rows: Rows) => rows.map((row) => row.join(sign)).join('\n');
  const prints: Readonly<Record<string, (rows: Rows) => string>> = {
    'two blanks apart': (rows) => aligned(rows, 2),
    'four blanks apart': (rows) => aligned(rows, 4),
    'with bars': (rows) => rows.map((row) => `| ${row.join(' | ')} |`).join('\n'),
    'with semicolons': parted(';'),
    'with tabs': parted('\t'),
    'with commas': parted(','),
    'in quotes': (rows) => rows.map((row) => row.map((cell) => `"${cell}"`).join(',')).join('\n'),
  };

  for (const [how, print] of Object.entries(prints))
    it(`is read in any order of columns, in ten headers of nine languages: ${how}`, () => {
      for (const own of tongues)
        for (const order of orders)
          for (const says of ['status', 'code'] as const) {
            const typed = order.includes('type');
            const row = (cells: Partial<Tongue>) => order.map((column) => cells[column] ?? '');
            const code = (spelled: string, type: string) =>
              typed ? { code: spelled, type } : { code: `${spelled}-${type}` };
            const text = print([
              row(own),
              row({ module: 'Airbag', ...code('B1318', '16'), status: own.active, text: 'Zx loop low' }),
              row({ module: 'Airbag', ...code('B1402', '54'), status: own.stored, text: 'Qv lamp odd' }),
              row({ module: 'Gauges', [says]: own.none }),
              row({ module: 'Park aid', [says]: own.silent }),
            ]);
            expect(codesOf(text))
              .withContext(text)
              .toEqual(['Airbag B1318-16 active', 'Airbag B1402-54 stored']);
            expect(modulesOf(text))
              .withContext(text)
              .toEqual(['Airbag: answered', 'Gauges: answered', 'Park aid: silent']);
          }
    });
});
