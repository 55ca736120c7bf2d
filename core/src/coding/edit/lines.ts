/**
 * A coding book as lines that a person types: one item, field, rule or step a line, its parts set off by semicolons.
 * What is read back from what was written is the same, but for ids, which follow from the words.
 */
import { Refusal } from '../../refusal/index.js';
import { type RouteKind, routeKinds } from '../../route/index.js';
import {
  type BridgeSocket,
  carriedHows,
  type CarriedItem,
  carriedKinds,
  type Precondition,
  preconditions,
  type Procedure,
  type ProcedureStep,
} from '../book.js';
import { showAddress } from '../hex.js';
import { checksumKinds } from '../kinds.js';
import {
  fieldEncodings,
  fieldRoles,
  type LayoutChecksum,
  type LayoutField,
  type OptionRule,
  type TrimScheme,
} from '../schema.js';

interface Typed {
  readonly line: number;
  readonly parts: readonly string[];
}

const typedLines = (text: string): Typed[] =>
  text
    .split('\n')
    .map((line, n) => ({ line: n + 1, parts: line.split(';').map((part) => part.trim()) }))
    .filter(({ parts }) => parts.some((part) => part !== ''));

const wrong = (line: number, why: string): never => {
  throw new Refusal(`line ${line}`, why);
};

function oneOf<T extends string>(
  known: readonly T[],
  { line }: Typed,
  text: string | undefined,
  what: string,
): T {
  const found = known.find((own) => own === text);
  return found ?? wrong(line, `“${text ?? ''}” is no ${what}; there is ${known.join(', ')}`);
}

/** A number as it is typed, decimal or with `0x`. */
function whole({ line }: Typed, text: string | undefined, what: string): number {
  const value = /^(?:\d+|0x[0-9a-f]+)$/i.test(text ?? '') ? Number(text) : NaN;
  return Number.isSafeInteger(value) ? value : wrong(line, `“${text ?? ''}” is no ${what}`);
}

/** Ids out of words: `Read out the memory` → `read-out-the-memory`, each once. */
function naming(): (words: string) => string {
  const known = new Set<string>();
  return (words) => {
    const slug =
      words
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .slice(0, 34)
        .replace(/^-|-$/g, '') || 'line';
    let own = slug;
    for (let n = 2; known.has(own); n++) own = `${slug}-${n}`;
    known.add(own);
    return own;
  };
}

const routesOf = (own: Typed, text: string | undefined): RouteKind[] | null =>
  text ? text.split(',').map((route) => oneOf(routeKinds, own, route.trim(), 'route')) : null;
const joined = (parts: readonly (string | null | undefined)[]) => parts.filter((part) => part).join('; ');

/** `save; identity; Read out the memory; used, clone` @throws Refusal naming the line */
export function readCarries(text: string): CarriedItem[] {
  const idFor = naming();
  return typedLines(text).map((own) => {
    const [how, kind, does, routes] = own.parts;
    return {
      id: idFor(does ?? ''),
      kind: oneOf(carriedKinds, own, kind, 'kind'),
      how: oneOf(carriedHows, own, how, 'way'),
      does: does || wrong(own.line, 'say what is to be done'),
      routes: routesOf(own, routes),
    };
  });
}

export const writeCarries = (carries: readonly CarriedItem[]): string =>
  carries.map(({ how, kind, does, routes }) => joined([how, kind, does, routes?.join(', ')])).join('\n');

/** `Distance; 0x40; 3; uint; odometer; mirror 0x140; little; scale 0.1` @throws Refusal naming the line */
export function readLayoutFields(text: string): LayoutField[] {
  return typedLines(text).map((own) => {
    const [name, address, length, ...more] = own.parts;
    const words = new Set(more.filter((word) => word !== ''));
    const take = <T extends string>(known: readonly T[]): T | null => {
      const found = known.find((word) => words.has(word)) ?? null;
      if (found !== null) words.delete(found);
      return found;
    };
    // A role and an encoding may not share a word.
    const encoding = take(fieldEncodings);
    const [order, role] = [take(['big', 'little'] as const), take(fieldRoles)];
    const mirrors: number[] = [];
    let scale: number | null = null;
    for (const word of words) {
      const [, key, value] =
        /^(mirror|scale) +(\S+)$/.exec(word) ?? wrong(own.line, `“${word}” is not understood`);
      if (key === 'mirror') mirrors.push(whole(own, value, 'address'));
      else scale = Number(value) > 0 ? Number(value) : wrong(own.line, `“${value}” is no scale`);
    }
    return {
      name: name || wrong(own.line, 'a field needs a name'),
      address: whole(own, address, 'address'),
      length: whole(own, length, 'length'),
      encoding,
      order,
      role,
      scale,
      mirrors: mirrors.length > 0 ? mirrors : null,
    };
  });
}

export const writeLayoutFields = (fields: readonly LayoutField[]): string =>
  fields
    .map(({ name, address, length, encoding, order, role, scale, mirrors }) =>
      joined([
        name,
        showAddress(address),
        String(length),
        encoding,
        order,
        role,
        scale == null ? null : `scale ${scale}`,
        ...(mirrors ?? []).map((mirror) => `mirror ${showAddress(mirror)}`),
      ]),
    )
    .join('\n');

/** `Main; crc16-ccitt-false; 0x00 to 0xef; 0xf0; little` @throws Refusal naming the line */
export function readLayoutChecksums(text: string): LayoutChecksum[] {
  return typedLines(text).map((own) => {
    const [name, kind, range, at, order] = own.parts;
    const [from, to] = (range ?? '').split(' to ').map((part) => part.trim());
    return {
      name: name || wrong(own.line, 'a checksum needs a name'),
      kind: oneOf(checksumKinds, own, kind, 'kind of checksum'),
      from: whole(own, from, 'address'),
      to: whole(own, to, 'address'),
      at: whole(own, at, 'address'),
      order: order ? oneOf(['big', 'little'] as const, own, order, 'byte order') : null,
    };
  });
}

export const writeLayoutChecksums = (sums: readonly LayoutChecksum[]): string =>
  sums
    .map(({ name, kind, from, to, at, order }) =>
      joined([name, kind, `${showAddress(from)} to ${showAddress(to)}`, showAddress(at), order]),
    )
    .join('\n');

/** `fog lamps; 0; 01; 01; front fog lamps` @throws Refusal naming the line */
export function readRules(text: string): OptionRule[] {
  return typedLines(text).map((own) => {
    const [option, byte, mask, value, says] = own.parts;
    const hex = (part: string | undefined) =>
      /^[0-9a-f]{2}$/i.test(part ?? '')
        ? part!
        : wrong(own.line, `“${part ?? ''}” is no byte in hexadecimal`);
    return {
      option: option || wrong(own.line, 'an option needs a name'),
      byte: whole(own, byte, 'byte number'),
      mask: hex(mask),
      value: hex(value),
      says: says || null,
    };
  });
}

export const writeRules = (rules: readonly OptionRule[]): string =>
  rules
    .map(({ option, byte, mask, value, says }) => joined([option, String(byte), mask, value, says]))
    .join('\n');

interface Trim {
  readonly scheme: TrimScheme;
  readonly positions: string[];
}

/** `six and two; 0123456789AB; 6; 1 2 3, 1 4 16; O=0 I=1; left, right`; null where nothing is typed. @throws Refusal */
export function readTrimLine(text: string): Trim | null {
  const [own] = typedLines(text);
  if (!own) return null;
  const [name, alphabet, length, checks, misread, positions] = own.parts;
  const pairs = (misread ?? '').split(/\s+/).filter((pair) => pair !== '');
  return {
    scheme: {
      name: name || wrong(own.line, 'a scheme needs a name'),
      alphabet:
        (alphabet ?? '').length > 1
          ? alphabet!
          : wrong(own.line, 'list the characters that a label may have'),
      length: whole(own, length, 'length'),
      checks: (checks ?? '').split(',').map((list) =>
        list
          .trim()
          .split(/\s+/)
          .map((one) => whole(own, one, 'weight')),
      ),
      misread:
        pairs.length === 0
          ? null
          : (Object.fromEntries(pairs.map((pair) => pair.split('='))) as Record<string, string>),
    },
    positions: (positions ?? '')
      .split(',')
      .map((one) => one.trim())
      .filter((one) => one !== ''),
  };
}

export function writeTrimLine(trim: Trim | null | undefined): string {
  if (!trim) return '';
  const { name, alphabet, length, checks, misread } = trim.scheme;
  return [
    name,
    alphabet,
    String(length),
    checks.map((list) => list.join(' ')).join(', '),
    Object.entries(misread ?? {})
      .map(([read, is]) => `${read}=${is}`)
      .join(' '),
    trim.positions.join(', '),
  ].join('; ');
}

/**
 * Procedures: a title with its source after `#`, what has to be so after `before:`, the socket after `socket:`, then a
 * step a line.
 * @throws Refusal naming the line
 */
export function readProcedures(text: string): Procedure[] {
  const idFor = naming();
  const found: (Procedure & { steps: ProcedureStep[] })[] = [];
  let stepId = naming();
  for (const own of typedLines(text)) {
    const [first] = own.parts;
    const last = found.at(-1);
    if (first!.startsWith('#')) {
      const title = first!.slice(1).trim();
      stepId = naming();
      found.push({
        id: idFor(title),
        title: title || wrong(own.line, 'a procedure needs a title'),
        source: own.parts[1] || wrong(own.line, 'say where it is from, after a semicolon'),
        routes: routesOf(own, own.parts[2]),
        before: [],
        abort: '',
        steps: [],
      });
      continue;
    }
    if (!last)
      return wrong(own.line, 'begin a procedure with its title, such as “# Zero point; service text 74”');
    const [, key, rest] = /^(before|socket|caution|abort):(.*)$/s.exec(own.parts.join('; ')) ?? [];
    if (key === undefined) last.steps.push(readStep(own, stepId));
    else Object.assign(last, readHead(own, key, rest!.trim()));
  }
  found.forEach(({ title, abort, steps }) => {
    if (abort === '') throw new Refusal(title, 'say how to leave the car as it was: a line “abort: …”');
    if (steps.length === 0) throw new Refusal(title, 'it has no step yet');
  });
  return found;
}

function readHead(own: Typed, key: string, rest: string): Partial<Procedure> {
  if (key === 'caution') return { caution: rest };
  if (key === 'abort') return { abort: rest };
  if (key === 'socket') return { socket: readSocket(own, rest) };
  const before: Precondition[] = [];
  let supply: Procedure['supply'] = null;
  for (const word of rest.split(',').map((part) => part.trim())) {
    const [, least, most] = /^supply ([\d.]+) to ([\d.]+) V$/.exec(word) ?? [];
    if (least !== undefined) supply = { least: Number(least), most: Number(most) };
    before.push(least === undefined ? oneOf(preconditions, own, word, 'precondition') : 'supply');
  }
  return { before, supply };
}

/** `Service plug; rows 8 8; pins 3 12; 12 V; service text, sheet 7` */
function readSocket(own: Typed, text: string): BridgeSocket {
  const [name, rows, pins, volts, source] = text.split(';').map((part) => part.trim());
  const numbers = (part: string | undefined, word: string) =>
    (part?.startsWith(`${word} `) ? part.slice(word.length + 1).split(/\s+/) : []).map((one) =>
      whole(own, one, 'number'),
    );
  const [first, second] = numbers(pins, 'pins');
  const [, shown] = /^([\d.]+) V$/.exec(volts ?? '') ?? [];
  if (!name || first === undefined || second === undefined || shown === undefined || !source)
    return wrong(
      own.line,
      'a socket is typed as “Service plug; rows 8 8; pins 3 12; 12 V; service text, sheet 7”',
    );
  return { name, rows: numbers(rows, 'rows'), pins: [first, second], confirmVolts: Number(shown), source };
}

/** `Ignition on: wait; 30 to 300 s; sign the lamp flashes twice; missing begin anew; set ignition=on` */
function readStep(own: Typed, idFor: (words: string) => string): ProcedureStep {
  const [does, ...more] = own.parts;
  const step: { -readonly [K in keyof ProcedureStep]: ProcedureStep[K] } = {
    id: idFor(does!),
    does: does || wrong(own.line, 'say what is done'),
  };
  for (const part of more.filter((one) => one !== '')) {
    const [, least, most] = /^([\d.]+)(?: to ([\d.]+))? s$/.exec(part) ?? [];
    const [, key, rest] = /^(sign|missing|bridge|set) (.+)$/.exec(part) ?? [];
    if (least !== undefined)
      step.seconds = { least: Number(least), most: most === undefined ? null : Number(most) };
    else if (key === 'sign') step.sign = rest!;
    else if (key === 'missing') step.ifMissing = rest!;
    else if (key === 'bridge') step.bridge = oneOf(['in', 'out'] as const, own, rest, 'place of a bridge');
    else if (key === 'set') step.sets = setsOf(own, rest!);
    else wrong(own.line, `“${part}” is not understood`);
  }
  return step;
}

const setsOf = (own: Typed, text: string): Record<string, string> =>
  Object.fromEntries(
    text.split(/\s+/).map((pair) => {
      const [key, value] = pair.split('=');
      return key && value
        ? [key, value]
        : wrong(own.line, `“${pair}” is not understood: such as ignition=on`);
    }),
  );

export function writeProcedures(procedures: readonly Procedure[]): string {
  return procedures
    .map(({ title, source, routes, before, supply, socket, caution, abort, steps }) =>
      [
        `# ${joined([title, source, routes?.join(', ')])}`,
        ...(before.length === 0
          ? []
          : [
              `before: ${before
                .map((own) =>
                  own === 'supply' && supply ? `supply ${supply.least} to ${supply.most} V` : own,
                )
                .join(', ')}`,
            ]),
        ...(socket
          ? [
              `socket: ${socket.name}; rows ${socket.rows.join(' ')}; pins ${socket.pins.join(' ')}; ${socket.confirmVolts} V; ${socket.source}`,
            ]
          : []),
        ...(caution ? [`caution: ${caution}`] : []),
        `abort: ${abort}`,
        ...steps.map(({ does, bridge, seconds, sign, ifMissing, sets }) =>
          joined([
            does,
            bridge ? `bridge ${bridge}` : null,
            seconds ? `${seconds.least}${seconds.most == null ? '' : ` to ${seconds.most}`} s` : null,
            sign ? `sign ${sign}` : null,
            ifMissing ? `missing ${ifMissing}` : null,
            sets && Object.keys(sets).length > 0
              ? `set ${Object.entries(sets)
                  .map(([key, value]) => `${key}=${String(value)}`)
                  .join(' ')}`
              : null,
          ]),
        ),
      ].join('\n'),
    )
    .join('\n\n');
}
