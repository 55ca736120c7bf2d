import { defaultShopSettings, proofPolicyOf, shopSettings } from './index.js';

const faults = (more: object) =>
  shopSettings
    .safeParse({ ...defaultShopSettings, ...more })
    .error?.issues.map(({ path }) => path.join('.')) ?? [];

describe('shopSettings', () => {
  it('takes its own defaults', () => expect(faults({})).toEqual([]));

  it('refuses what would weaken a rule, and units that are none', () => {
    expect(faults({ waitingMinutes: 20 })).toEqual(['waitingMinutes']);
    expect(faults({ coldStarts: 2 })).toEqual(['coldStarts']);
    expect(faults({ testerAllowed: true })).toEqual(['testerApproval']);
    expect(faults({ testerAllowed: true, testerApproval: 'Bulletin VQ-77, 2024' })).toEqual([]);
    expect(faults({ currency: 'euro', timeZone: 'Mars/Crater' })).toEqual(['currency', 'timeZone']);
  });

  it('gives the proof its separation and its cold starts, never its targets', () => {
    expect(proofPolicyOf({ ...defaultShopSettings, separationMinutes: 60, coldStarts: 5 })).toEqual({
      separationMinutes: 60,
      coldStarts: 5,
      target: 0.95,
      restraintTarget: 0.99,
    });
  });
});
