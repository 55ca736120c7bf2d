/** A map of nothing but the part: a car whose model nobody has drawn is taken apart with a ledger all the same. */
import type { AccessMap } from '@dormant-beacon/core/ledger';

export const bareMap = (make: string, model: string, part: string): AccessMap => ({
  make,
  model,
  title: 'Without a map',
  source: 'entered as it came off',
  steps: [],
  parts: [{ id: 'part', label: part, kind: part.slice(0, 80), zone: 'Part', minutes: 0, needs: [] }],
});
