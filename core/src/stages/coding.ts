/** Units that are coded: where each stands, and which that were replaced nobody has answered for. */
import {
  aimBooks,
  type AimKind,
  bringsForeignData,
  cleanTurns,
  type CodingState,
  codingState,
  isCylinderAccepted,
  type LineState,
  type RunningStep,
} from '../coding/state/index.js';
import { type JobRecord, originOf, type Repair, standing, standingFor } from '../record/index.js';
import { showDistance } from '../units/index.js';
import { say } from '../words/index.js';
import { type NextThing, thing } from './thing.js';
import { bringsPart, type UnitRoutes } from './unit-routes.js';

export interface Coding extends CodingState {
  /** By which other entries know it. */
  readonly id: string;
  readonly plan: JobRecord['codingPlans'][number];
  readonly fitted: boolean;
}

/** Every unit of the job that is coded, in the order of entry. */
export function codingsOf(record: JobRecord, units: readonly UnitRoutes[]): readonly Coding[] {
  const entries = standing(record.codingEntries);
  const images = standing(record.codingImages);
  return standing(record.codingPlans).map((plan) => {
    const id = originOf(record.codingPlans, plan);
    const fitted = isFitted(record, units, plan);
    const own = <T extends { readonly codingId: string }>(facts: readonly T[]) =>
      facts.filter(({ codingId }) => codingId === id);
    return {
      id,
      plan,
      fitted,
      ...codingState({
        plan,
        entries: own(entries),
        images: own(images),
        fitted,
        takenInKm: record.vehicle.odometerKm ?? null,
        compared: comparedOf(units, plan.planId ?? null),
      }),
    };
  });
}

/** Whether the new unit is in the car: by its routes where there are any, else by the repair of its trace. */
function isFitted(
  record: JobRecord,
  units: readonly UnitRoutes[],
  { planId, traceId, teachOnly }: JobRecord['codingPlans'][number],
): boolean {
  if (teachOnly === true) return true;
  if (planId != null) return units.find(({ id }) => id === planId)?.step === 'done';
  const repairs = standing(record.repairs);
  return traceId == null ? repairs.length > 0 : repairs.some((repair) => repair.traceId === traceId);
}

/** Whether what came for a unit was compared and fits; null where nothing is bought by its routes. */
function comparedOf(units: readonly UnitRoutes[], planId: string | null): boolean | null {
  const unit = units.find(({ id }) => id === planId);
  if (!unit?.chosen || !bringsPart(unit.chosen.kind)) return null;
  const verdict = unit.delivered?.comparison?.verdict;
  return verdict !== undefined && verdict !== 'rejected';
}

/** Elements of a circuit that every car takes as they are. */
const plainElements: ReadonlySet<string> = new Set([
  'battery',
  'wire',
  'contact',
  'ground',
  'resistor',
  'fuse',
  'switch',
  'relay',
  'lamp',
  'diode',
  'led',
  'shortingBar',
  'squib',
]);
/** Parts by name that a car takes as they are; a lamp unit is aimed, and a bulb is not a unit. */
const plainNames =
  /\b(?:bulbs?|fuses?|relays?|latch(?:es)?|sockets?|seals?|grommets?|wires?|harness|plugs?|connectors?|switch(?:es)?|clips?|terminals?|battery)\b/iu;

/** What is a unit even where its name holds a plain word, such as a latch with its motor. */
const unitNames =
  /\b(?:modules?|units?|sensors?|motors?|actuators?|cameras?|cylinders?|computers?|mats?)\b/iu;

/** Whether the library calls a replaced part plain: it asks for nothing to be coded, taught or aimed. */
export function isPlain(record: JobRecord, { traceId, element, label, part }: Repair): boolean {
  const found = traceId == null ? undefined : standingFor(record.traces, traceId);
  const kind = found?.case.circuit.elements.find((own) => own.id === element)?.kind;
  if (kind !== undefined) return plainElements.has(kind);
  const words = `${label} ${part ?? ''}`;
  return plainNames.test(words) && !unitNames.test(words);
}

/** Repairs that put in a unit which is not plain, and for which nobody has said what has to be coded, or why nothing. */
export function uncoded(record: JobRecord, codings: readonly Coding[]): readonly Repair[] {
  return standing(record.repairs).filter(
    (repair) =>
      (repair.part != null || repair.method === 'replace') &&
      !isPlain(record, repair) &&
      !codings.some(
        ({ plan }) =>
          (plan.traceId != null && plan.traceId === repair.traceId) ||
          repair.label.toLowerCase().includes(plan.unit.toLowerCase()),
      ),
  );
}

/** A step that runs now and asks for a bridge to be placed, in a socket that its source draws. */
export const bridgeAsked = (record: JobRecord): boolean =>
  codingsOf(record, []).some(({ procedures }) =>
    procedures.some(({ running }) => running?.step.bridge === 'in'),
  );

export interface AimAsked {
  readonly kind: AimKind;
  readonly unit: string;
  /** What was disturbed. */
  readonly why: string;
}

/** Words of parts whose work asks for an aim: lamps that throw a beam; what a sensor looks through or stands behind. */
const disturbs: readonly { readonly kind: AimKind; readonly words: RegExp }[] = [
  {
    kind: 'beam',
    words:
      /\b(?:head ?lamps?|headlights?|xenon|burners?|ballast|level sensors?|level(?:l)?ers?|fog lamps?)\b/iu,
  },
  {
    kind: 'radar-and-camera',
    words: /\b(?:bumpers?|grilles?|mirrors?|windscreens?|windshields?|radar|cameras?)\b/iu,
  },
];

/** What was loosened or replaced on this car and asks to be aimed or calibrated, where nobody has answered for it yet. */
export function aimsAsked(record: JobRecord, codings: readonly Coding[]): readonly AimAsked[] {
  const map = standing(record.stripPlans).at(-1)?.map;
  const done = [
    ...standing(record.ledgerEntries).flatMap(({ step, as, own }) =>
      as === 'off'
        ? [
            own?.label ??
              [...(map?.steps ?? []), ...(map?.parts ?? [])].find(({ id }) => id === step)?.label ??
              '',
          ]
        : [],
    ),
    ...standing(record.repairs).map(({ label }) => label),
  ];
  return disturbs.flatMap(({ kind, words }) => {
    const { unit } = aimBooks[kind];
    const why = done.find((label) => words.test(label));
    const answered = codings.some(({ plan }) => plan.unit === unit);
    return why === undefined || answered ? [] : [{ kind, unit, why }];
  });
}

/** The time that runs at a step of a procedure, the one that is over first. */
export function runningStep(codings: readonly Coding[]): RunningStep | null {
  const running = codings.flatMap(({ procedures }) =>
    procedures.flatMap((own) => (own.running?.readyAt == null ? [] : [own.running])),
  );
  return running.sort((a, b) => (a.readyAt! < b.readyAt! ? -1 : 1))[0] ?? null;
}

/** What has to be saved before the old unit leaves the car; null where nothing does. */
export function saveFirst(codings: readonly Coding[]): NextThing | null {
  const own = codings.find(({ phase }) => phase === 'save');
  if (!own) return null;
  const count = own.lines.filter(({ part, is }) => part === 'save' && is === 'open').length;
  return thing(
    'code',
    say('code.save', { unit: own.plan.unit, does: lower(own.next!) }),
    count > 1 ? say('code.saveMore', { count: count - 1 }) : say('code.saveWhy'),
  );
}

/** A unit that is only taught anew: that is its cure, and comes before anything is traced further. */
export const teachNext = (codings: readonly Coding[]): NextThing | null =>
  codeNext(codings.filter(({ plan }) => plan.teachOnly === true));

/** What comes next at a unit that is in the car; null where all is coded. */
export function codeNext(codings: readonly Coding[]): NextThing | null {
  const own = codings.find(({ phase }) => phase === 'do');
  if (!own) return null;
  if (!own.book) return thing('code', say('code.book', { unit: own.plan.unit }));
  const running = runningStep([own]);
  if (running)
    return thing(
      'code',
      say('code.step', { step: running.step.does }),
      running.step.sign ? say('code.sign', { sign: running.step.sign }) : null,
      running.procedure.title,
      running.readyAt,
    );
  if (own.next) return thing('code', say('code.line', { unit: own.plan.unit, does: own.next.line.does }));
  return thing('code', say('code.stores', { unit: own.plan.unit }));
}

const lower = ({ line }: LineState) => line.does.charAt(0).toLowerCase() + line.does.slice(1);

/** What is said of the distance at hand-back, for each unit whose stores were written or read; in plain sentences. */
export function odometerDisclosures(codings: readonly Coding[]): readonly string[] {
  return codings.flatMap(({ odometer, plan }) => {
    if (!odometer || odometer.stores.every(({ after }) => after === null)) return [];
    const shown = (moment: 'before' | 'after') =>
      odometer.stores
        .map((own) => `${own.store} ${own[moment] === null ? 'not read' : showDistance(own[moment], 'km')}`)
        .join(', ');
    const foreign = plan.route != null && bringsForeignData.has(plan.route);
    const driven = (odometer.most ?? 0) - (odometer.least ?? 0);
    return [
      `${plan.unit}: distance before ${shown('before')}; after ${shown('after')}.${driven > 0 ? ` ${showDistance(driven, 'km')} were driven in this job.` : ''}${foreign ? ' The unit came from another car and shows this car’s distance.' : ''}`,
    ];
  });
}

/** What of the coding the customer and the next hand have to know, in plain sentences. */
export function codingRemarks(
  record: JobRecord,
  codings: readonly Coding[],
  aims: readonly AimAsked[],
): readonly string[] {
  const locks = standing(record.lockSets).map(({ where, tried }) => {
    const far =
      tried?.tooFar === true ? ' The key goes in too far: its shoulder is worn; a new one is advised.' : '';
    return isCylinderAccepted(tried)
      ? `Cylinder ${where} set to the owner’s key; ${tried!.turns} clean turns.${far}`
      : `Cylinder ${where} set to the owner’s key, not yet turned ${cleanTurns} times cleanly.${far}`;
  });
  return [
    ...odometerDisclosures(codings),
    ...codings.flatMap(({ plan, lines, keys, phase }) => [
      ...(phase === 'done' ? [`${plan.unit}: coded, every line of its sheet said.`] : []),
      ...(plan.notNeeded == null ? [] : [`${plan.unit}: nothing to code. ${plan.notNeeded}.`]),
      ...lines.flatMap(({ line, is, note }) =>
        is === 'not-needed' ? [`${plan.unit}: “${line.does}” was left out: ${note ?? ''}.`] : [],
      ),
      ...(keys ? [`${plan.unit}: ${keys.start} keys start the car, ${keys.doNotStart} do not.`] : []),
    ]),
    ...locks,
    ...aims.map(({ unit, why }) => `${unit} is still to be checked: ${why} was disturbed.`),
  ];
}
