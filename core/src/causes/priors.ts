/**
 * How likely each kind of cause is, and what raises or lowers it: data that a shop may come to edit. Odds
 * multiply; a cost is −ln(odds), floored, plus the penalties for what the cause would have made and is absent.
 */
export const priors = {
  /** The least that including a cause costs. */
  floor: 0.05,
  /** Chance that the system voltage was too low, by volts of the battery at rest. */
  lowVoltage: [
    { below: 11.8, chance: 0.9 },
    { below: 12.1, chance: 0.75 },
    { below: 12.4, chance: 0.35 },
    { below: Infinity, chance: 0.02 },
  ],
  lowVoltageUnmeasured: 0.15,
  supply: 0.04,
  ground: 0.05,
  network: 0.03,
  silent: 0.9,
  deployment: 0.85,
  impact: 0.7,
  disturbed: 0.6,
  contacts: 0.15,
  rememberedVoltage: 0.3,
  water: 0.7,
  waterUnseen: 0.02,
  stillUnplugged: 0.85,
  pluggedAgain: 0.5,
  clearing: 0.6,
  clearingUnseen: 0.2,
  falseInput: 0.35,
  path: 0.05,
  internal: 0.03,
  internalSaidSo: 0.4,
  circuit: { electrical: 0.25, signal: 0.15, mechanical: 0.2, untold: 0.1 },
  /** Odds are multiplied by these. */
  times: {
    batteryEvent: 4,
    voltageInTwoModules: 3,
    anotherModule: 3,
    unstable: 3,
    waterOnGround: 3,
    linkAfterJump: 4,
    notActive: 0.6,
    collision: 1.5,
    sameCircuit: 1.5,
    /** What lies where the car was hit. */
    inZone: 3,
    /** First seen after a clear. */
    afterClear: 3,
  },
  /** Added to the cost. */
  /** All penalties of one kind together weigh at most this many of them. */
  saturation: 3,
  penalties: {
    noVoltageCode: 1.2,
    cleanNeighbour: 0.8,
    workingNeighbour: 3,
    workingItself: 2,
    batteryOpen: 1.5,
    waterElsewhere: 1.5,
  },
} as const;
