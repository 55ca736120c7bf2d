/** Ways to put a unit right, by their names. Known to every page; it carries no schema. */
export const routeKinds = [
  'new',
  'used',
  'remanufactured',
  'bench-repair',
  'mail-in',
  'board-transfer',
  'clone',
  're-code',
] as const;
export type RouteKind = (typeof routeKinds)[number];
