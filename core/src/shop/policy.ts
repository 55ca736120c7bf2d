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

/** What a shop sets for the routes of a unit: what an hour costs, and which restraint units it fits. */
export interface RoutePolicy {
  readonly hourlyRateCents: number;
  readonly restraintRoute: ShopSettings['restraintRoute'];
}

export const defaultRoutePolicy: RoutePolicy = { hourlyRateCents: 9000, restraintRoute: 'maker-new' };

/** By which clock and on which days a shop works. */
export type HoursPolicy = Pick<ShopSettings, 'timeZone' | 'calendar'>;

export const defaultHoursPolicy: HoursPolicy = {
  timeZone: 'UTC',
  calendar: { weekdays: [1, 2, 3, 4, 5], holidays: [] },
};

/** All that a shop asks of a job. */
export type JobPolicy = ProofPolicy & SafetyPolicy & RoutePolicy & HoursPolicy;

export const defaultShopSettings: ShopSettings = {
  name: 'The shop',
  distanceUnit: 'km',
  temperatureUnit: 'C',
  pressureUnit: 'bar',
  currency: 'EUR',
  hourlyRateCents: defaultRoutePolicy.hourlyRateCents,
  locale: 'en-GB',
  waitingMinutes: leastWaitingMinutes,
  secondPerson: false,
  restraintRoute: defaultRoutePolicy.restraintRoute,
  testerAllowed: false,
  testerApproval: '',
  separationMinutes: defaultProofPolicy.separationMinutes,
  coldStarts: defaultProofPolicy.coldStarts,
  ...defaultHoursPolicy,
  totalLossAt: 0.7,
};

/** What the shop asks before a car counts as safe. */
export function safetyPolicyOf({ waitingMinutes, secondPerson }: ShopSettings): SafetyPolicy {
  return { waitingMinutes, secondPerson };
}

/** What the shop asks of a proof. */
export function proofPolicyOf({ separationMinutes, coldStarts }: ShopSettings): ProofPolicy {
  return { ...defaultProofPolicy, separationMinutes, coldStarts };
}

/** By which clock and on which days the shop works. */
export function hoursPolicyOf({ timeZone, calendar }: ShopSettings): HoursPolicy {
  return { timeZone, calendar };
}

/** What the shop asks of a job: of its proofs, before its car counts as safe, of its routes, and when it works. */
export function jobPolicyOf(shop: ShopSettings): JobPolicy {
  const { hourlyRateCents, restraintRoute } = shop;
  return {
    ...proofPolicyOf(shop),
    ...safetyPolicyOf(shop),
    ...hoursPolicyOf(shop),
    hourlyRateCents,
    restraintRoute,
  };
}
