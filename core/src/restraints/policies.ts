/** What may replace fired restraint units. Known to every page; it carries no schema. */

/** From the narrowest to the widest: each allows its own kind and those before it. */
export const restraintPolicies = ['maker-new', 'certified-rebuild', 'unfired-salvage'] as const;
export type RestraintPolicy = (typeof restraintPolicies)[number];
