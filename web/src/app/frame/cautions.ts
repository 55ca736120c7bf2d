/** Cautions that stand at more than one step. */
export const beforePower =
  'Before the ignition goes on: no smell of fuel or coolant, no damaged or orange harness open, no unit hanging half-fired, no wet module, cabin empty. The maker’s procedure stands above this screen.';

/** After these events it is asked whether the car may be powered at all. */
export const powerIsDoubtful = (event: string | undefined) => event === 'collision' || event === 'water';
