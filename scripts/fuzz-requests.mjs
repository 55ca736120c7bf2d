// Requests that nobody would send by intent: made from the server's own description of itself, then spoiled.

/** @typedef {import('./random.mjs').Random} Random */
/** @typedef {{ method: string, path: string, type: string | null, schema: any, params: string[], query: string[] }} Endpoint */
/** @typedef {{ method: string, path: string, headers: Record<string, string>, body: string | Uint8Array | null }} Made */

/** Ids that are there, so that some requests get far. @typedef {{ jobs: string[], others: string[] }} Known */

const words = [
  ...['constructor', '__proto__', 'toString', 'hasOwnProperty', 'null', 'undefined', 'NaN', 'Infinity'],
  ...[
    '',
    ' ',
    '0',
    '-1',
    'true',
    '../..',
    '%00',
    '\u0000',
    '\ud83d',
    '🔧',
    'Ünïcödé',
    '灯',
    '\u202e',
    "'; DROP TABLE jobs; --",
  ],
  ...[
    'B1049',
    'B1049-13',
    'J-0001',
    'baseline',
    'lit',
    '2026-11-17T08:00:00Z',
    '9999-12-31T23:59:59-12:00',
    '<script>',
  ],
];
const numbers = [
  0, -0, 1, -1, 0.1, 1e308, -1e308, 1e-320, 4294967296, 9007199254740993, -2147483649, 255, 65536,
];

/** @param {any} openapi @returns {Endpoint[]} */
export function endpointsOf(openapi) {
  return Object.entries(openapi.paths).flatMap(([path, methods]) =>
    Object.entries(/** @type {any} */ (methods)).map(([method, operation]) => {
      const content = operation.requestBody?.content ?? {};
      const type = Object.keys(content)[0] ?? null;
      return {
        method: method.toUpperCase(),
        path,
        type,
        schema: type === 'application/json' ? content[type].schema : null,
        params: operation.parameters
          .filter((/** @type {any} */ p) => p.in === 'path')
          .map((/** @type {any} */ p) => p.name),
        query: operation.parameters
          .filter((/** @type {any} */ p) => p.in === 'query')
          .map((/** @type {any} */ p) => p.name),
      };
    }),
  );
}

/** @param {Random} random */
export const uuid = (random) => {
  const digits = Array.from({ length: 32 }, () => random.below(16).toString(16)).join('');
  return `${digits.slice(0, 8)}-${digits.slice(8, 12)}-4${digits.slice(13, 16)}-8${digits.slice(17, 20)}-${digits.slice(20)}`;
};

/** @param {Random} random @param {Known} known */
const anId = (random, known) =>
  random.chance(0.5) && known.jobs.length > 0
    ? random.pick([...known.jobs.slice(-20), ...known.others.slice(-200)])
    : random.chance(0.1)
      ? uuid(random).toUpperCase()
      : uuid(random);

/** A text that lies about itself, or is merely long. @param {Random} random */
function someText(random) {
  if (random.chance(0.6)) return random.pick(words);
  const unit = random.pick([...words, 'x', ' - ', '((', 'a\t', '|', ';', 'B1049 ', '\n', '"']);
  return unit.repeat(1 + random.below(random.chance(0.05) ? 20_000 : 60));
}

/** A value of a schema, each part of it spoiled with a small chance. @param {Random} random @param {any} schema @param {Known} known @param {number} spoil @param {number} [depth] @returns {unknown} */
export function valueOf(random, schema, known, spoil, depth = 0) {
  if (random.chance(spoil)) return anything(random, depth);
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return random.pick(schema.enum);
  const choices = schema.anyOf ?? schema.oneOf;
  if (choices) return valueOf(random, random.pick(choices), known, spoil, depth);
  if (schema.allOf)
    return Object.assign(
      {},
      ...schema.allOf.map((/** @type {any} */ one) => valueOf(random, one, known, spoil, depth)),
    );
  switch (Array.isArray(schema.type) ? random.pick(schema.type) : schema.type) {
    case 'object': {
      const required = new Set(schema.required ?? []);
      /** @type {Record<string, unknown>} */
      const made = {};
      for (const [name, own] of Object.entries(schema.properties ?? {}))
        if (required.has(name) ? !random.chance(spoil) : random.chance(0.5))
          made[name] = valueOf(random, own, known, spoil, depth + 1);
      if (random.chance(spoil)) made[random.pick(words)] = anything(random, depth);
      return made;
    }
    case 'array': {
      const length = random.chance(0.02) ? random.below(3000) : random.below(4);
      return Array.from({ length: depth > 6 ? 0 : length }, () =>
        valueOf(random, schema.items ?? {}, known, spoil, depth + 1),
      );
    }
    case 'string':
      if (schema.format === 'uuid') return anId(random, known);
      if (schema.format === 'date-time')
        return random.pick(['2026-11-17T08:00:00Z', '2026-11-17T08:00:00.123+02:00', '1970-01-01T00:00:00Z']);
      if (random.chance(0.4))
        return random.pick(['Body', 'Lamp', 'B1049', 'Body\n B1049-13 Belt loop (active)\n', 'x']);
      return someText(random);
    case 'integer':
      return random.chance(0.7) ? random.below(20) : Math.round(random.pick(numbers));
    case 'number':
      return random.chance(0.6) ? 20 * random.next() : random.pick(numbers);
    case 'boolean':
      return random.chance(0.5);
    case 'null':
      return null;
    default:
      return anything(random, depth);
  }
}

/** @param {Random} random @param {number} depth @returns {unknown} */
function anything(random, depth) {
  switch (random.below(depth > 4 ? 5 : 8)) {
    case 0:
      return null;
    case 1:
      return random.pick(numbers);
    case 2:
      return random.chance(0.5);
    case 3:
    case 4:
      return someText(random);
    case 5:
      return Array.from({ length: random.below(4) }, () => anything(random, depth + 1));
    case 6:
      return Object.fromEntries(
        Array.from({ length: random.below(4) }, () => [random.pick(words), anything(random, depth + 1)]),
      );
    default:
      return random.chance(0.2) ? JSON.parse(`${'['.repeat(58)}${']'.repeat(58)}`) : [];
  }
}

/** A request to one endpoint, in its own shape. @param {Random} random @param {Endpoint} endpoint @param {Known} known @returns {Made} */
export function shaped(random, endpoint, known) {
  const path = endpoint.params.reduce(
    (made, name) =>
      made.replace(
        `{${name}}`,
        name === 'jobId' && known.jobs.length > 0 && random.chance(0.8)
          ? random.pick(known.jobs)
          : random.chance(0.1)
            ? encodeURIComponent(safe(random.pick(words)))
            : anId(random, known),
      ),
    endpoint.path,
  );
  const query = endpoint.query
    .filter(() => random.chance(0.5))
    .map(
      (name) =>
        `${name}=${encodeURIComponent(safe(random.chance(0.5) ? String(random.below(300)) : someText(random).slice(0, 3000)))}`,
    )
    .join('&');
  /** @type {Record<string, string>} */
  const headers = {};
  if (random.chance(0.3)) headers['If-Match'] = random.pick(['"0"', '"1"', '"2"', '1', '"x"', '*']);
  let body = null;
  if (endpoint.schema) {
    headers['Content-Type'] = 'application/json';
    body = JSON.stringify(valueOf(random, endpoint.schema, known, random.pick([0, 0, 0.02, 0.1])));
    if (random.chance(0.02)) body = body.slice(0, random.below(body.length + 1));
  } else if (endpoint.type) {
    headers['Content-Type'] = endpoint.type;
    body = bytes(random, random.below(3000));
  } else if (endpoint.method !== 'GET') {
    headers['Content-Type'] = 'application/json';
    body = '{}';
  }
  return { method: endpoint.method, path: query ? `${path}?${query}` : path, headers, body };
}

/** A request in nobody's shape. @param {Random} random @param {readonly Endpoint[]} endpoints @param {Known} known @returns {Made} */
export function raw(random, endpoints, known) {
  const near = shaped(random, random.pick(endpoints), known);
  const method = random.pick([
    'GET',
    'POST',
    'PUT',
    'DELETE',
    'PATCH',
    'OPTIONS',
    'HEAD',
    near.method,
    near.method,
  ]);
  const path = random.pick([
    near.path,
    `${near.path}/`,
    near.path.replace('/api', '/API'),
    `/${Array.from({ length: random.below(8) }, () => encodeURIComponent(safe(random.pick(words)))).join('/')}`,
    '/%E0%A4%A',
    `/api/${'a/'.repeat(random.below(200))}`,
    `${near.path}?${'a=b&'.repeat(random.below(500))}`,
    '/api/jobs/%2e%2e/%2e%2e',
  ]);
  /** @type {Record<string, string>} */
  const headers = { ...near.headers };
  if (random.chance(0.3))
    headers['Content-Type'] = random.pick([
      'application/json',
      'application/json; charset=utf-16',
      'text/plain',
      'image/png',
      'application/zip',
      'x',
      '',
    ]);
  if (random.chance(0.1)) headers['Content-Encoding'] = random.pick(['gzip', 'br', 'x']);
  if (random.chance(0.1))
    headers['Last-Event-ID'] = random.pick([`${uuid(random)}:1`, 'x', `${uuid(random)}:999999999999`]);
  if (random.chance(0.1)) headers['Accept'] = random.pick(['text/html', '*/*', 'x']);
  const without = method === 'GET' || method === 'HEAD' || method === 'OPTIONS';
  const body = without
    ? null
    : random.pick([
        near.body,
        bytes(random, random.below(2000)),
        '['.repeat(random.below(5000)),
        '{"a":'.repeat(random.below(2000)),
        'null',
        '""',
        '1e999',
        '{"__proto__":{"x":1}}',
      ]);
  return { method, path, headers, body };
}

/** @param {Random} random @param {number} length */
const bytes = (random, length) => Uint8Array.from({ length }, () => random.below(256));

/** Half an emoji cannot stand in an address. @param {string} text */
const safe = (text) => text.toWellFormed();
