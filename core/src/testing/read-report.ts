/** What a report was read as, in short: for specs. */
import { readReport } from '../scans/index.js';

/** Its codes, as `Body B1318-16 active`. */
export const codesOf = (text: string): readonly string[] =>
  readReport(text).codes.map(
    ({ module, code, failureType, status }) =>
      `${module} ${code}${failureType ? `-${failureType}` : ''} ${status}`,
  );

/** Its modules, as `Roof: silent`. */
export const modulesOf = (text: string): readonly string[] =>
  readReport(text).modules.map(({ name, reach }) => `${name}: ${reach}`);
