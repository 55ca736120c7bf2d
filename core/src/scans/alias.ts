/** One module under two names: another reader, or another language, may call it otherwise; its address stays. */
import { plainWord } from '../codes/index.js';
import type { ComparableScan } from './schema.js';

/**
 * `scan` with the module names of `known` where an address shows that it is the same module: a name that only
 * `scan` has, at an address at which `known` has a name that `scan` lacks.
 */
export function withNamesOf(known: ComparableScan, scan: ComparableScan): ComparableScan {
  const own = new Set(scan.modules.map(({ name }) => plainWord(name)));
  const theirs = new Set(known.modules.map(({ name }) => plainWord(name)));
  const byAddress = new Map(
    known.modules.flatMap(({ name, address }) =>
      address && !own.has(plainWord(name)) ? [[address.toUpperCase(), name] as const] : [],
    ),
  );
  const names = new Map(
    scan.modules.flatMap(({ name, address }) => {
      const other =
        address && !theirs.has(plainWord(name)) ? byAddress.get(address.toUpperCase()) : undefined;
      return other === undefined ? [] : [[plainWord(name), other] as const];
    }),
  );
  if (names.size === 0) return scan;
  const rename = (name: string) => names.get(plainWord(name)) ?? name;
  return {
    ...scan,
    modules: scan.modules.map((module) => ({ ...module, name: rename(module.name) })),
    codes: scan.codes.map((code) => ({ ...code, module: rename(code.module) })),
  };
}
