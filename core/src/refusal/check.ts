/** Checks a value against a Zod schema and turns the first problem into a `Refusal`. */
import type * as z from 'zod';
import { Refusal } from './refusal.js';

/**
 * The parsed value of `input`.
 * @throws Refusal with the path of the first problem and a sentence that names what was given
 */
export function check<S extends z.ZodType>(schema: S, input: unknown, root = ''): z.output<S> {
  const result = schema.safeParse(input);
  if (result.success) return result.data;
  const issue = deepest(result.error.issues[0]!, input);
  const path = writePath(issue.path, root);
  throw new Refusal(path, sentence(issue, valueAt(input, issue.path)));
}

type Issue = z.core.$ZodIssue;

/** A union reports each branch: the branch that got furthest says most. */
function deepest(issue: Issue, input: unknown): Issue {
  if (issue.code !== 'invalid_union') return issue;
  const branches = issue.errors.map((errors) => errors[0]).filter((first) => first !== undefined);
  if (branches.length === 0) return issue;
  const best = branches.reduce((a, b) => (b.path.length > a.path.length ? b : a));
  if (best.path.length === 0 && branches.length > 1 && best.code === 'invalid_type') return issue;
  return deepest({ ...best, path: [...issue.path, ...best.path] } as Issue, input);
}

/** `['elements', 3, 'ohms']` as `elements[3].ohms`. */
export function writePath(path: readonly PropertyKey[], root = ''): string {
  return path.reduce<string>((text, key) => {
    if (typeof key === 'number') return `${text}[${key}]`;
    return text === '' ? String(key) : `${text}.${String(key)}`;
  }, root);
}

function valueAt(input: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (value, key) => (value as Record<PropertyKey, unknown> | null | undefined)?.[key],
    input,
  );
}

function show(value: unknown): string {
  if (value === undefined) return 'nothing';
  if (typeof value === 'number') return String(value);
  const text = JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

function sentence(issue: Issue, given: unknown): string {
  switch (issue.code) {
    case 'too_small':
      return tooSmall(issue, given);
    case 'too_big':
      return tooBig(issue, given);
    case 'invalid_type':
      return `expected ${article(issue.expected)}, got ${show(given)}`;
    case 'unrecognized_keys':
      return `unknown ${issue.keys.length === 1 ? 'key' : 'keys'} ${issue.keys.map((k) => `"${k}"`).join(', ')}`;
    case 'invalid_value':
      return `expected ${issue.values.map((v) => show(v)).join(' or ')}, got ${show(given)}`;
    case 'invalid_union': {
      const options = 'options' in issue ? issue.options : undefined;
      if (options) return `expected ${options.map(show).join(' or ')}, got ${show(given)}`;
      return `expected one of the known shapes, got ${show(given)}`;
    }
    case 'invalid_format':
      return `${issue.message.toLowerCase()}, got ${show(given)}`;
    default:
      return issue.message;
  }
}

function tooSmall(issue: Extract<Issue, { code: 'too_small' }>, given: unknown): string {
  if (issue.origin === 'number' || issue.origin === 'int')
    return `expected a number ${issue.inclusive ? 'of at least' : 'above'} ${issue.minimum}, got ${show(given)}`;
  if (issue.origin === 'string' && given === '') return 'is empty';
  return `expected at least ${issue.minimum} ${issue.origin === 'string' ? 'characters' : 'entries'}`;
}

function tooBig(issue: Extract<Issue, { code: 'too_big' }>, given: unknown): string {
  if (issue.origin === 'number' || issue.origin === 'int')
    return `expected a number ${issue.inclusive ? 'of at most' : 'below'} ${issue.maximum}, got ${show(given)}`;
  return `expected at most ${issue.maximum} ${issue.origin === 'string' ? 'characters' : 'entries'}`;
}

function article(kind: string): string {
  return /^[aeio]/.test(kind) ? `an ${kind}` : `a ${kind}`;
}
