/** What a shop asks for until its lead has set otherwise. Known to every page; it carries no schema. */
import type { ShopSettings } from './schema.js';
import { leastWaitingMinutes } from './waiting.js';

/** What the shop asks for; minutes between two exposures that count apart, cold starts, days. */
export interface ProofPolicy {
  readonly separationMinutes: number;
  readonly coldStarts: number;
  readonly target: number;
  readonly restraintTarget: number;
}

export const defaultProofPolicy: ProofPolicy = {
  separationMinutes: 30,
  coldStarts: 3,
  target: 0.95,
  restraintTarget: 0.99,
};

/** What a shop sets for making safe. */
export interface SafetyPolicy {
  readonly waitingMinutes: number;
  readonly secondPerson: boolean;
}

export const defaultSafetyPolicy: SafetyPolicy = { waitingMinutes: leastWaitingMinutes, secondPerson: false };

export const defaultShopSettings: ShopSettings = {
  name: 'The shop',
  distanceUnit: 'km',
  temperatureUnit: 'C',
  pressureUnit: 'bar',
  currency: 'EUR',
  hourlyRateCents: 9000,
  timeZone: 'UTC',
  locale: 'en-GB',
  waitingMinutes: leastWaitingMinutes,
  secondPerson: false,
  restraintRoute: 'maker-new',
  testerAllowed: false,
  testerApproval: '',
  separationMinutes: defaultProofPolicy.separationMinutes,
  coldStarts: defaultProofPolicy.coldStarts,
};

/** What the shop asks before a car counts as safe. */
export function safetyPolicyOf({ waitingMinutes, secondPerson }: ShopSettings): SafetyPolicy {
  return { waitingMinutes, secondPerson };
}

/** What the shop asks of a proof. */
export function proofPolicyOf({ separationMinutes, coldStarts }: ShopSettings): ProofPolicy {
  return { ...defaultProofPolicy, separationMinutes, coldStarts };
}
