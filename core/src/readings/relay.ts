/** A relay on the bench: its coil, its contact, what suppresses it, and whether it clicks. */
import * as z from 'zod';
import { copperAt } from './accuracy.js';

export const relaySheet = z.strictObject({
  sheet: z.literal('relay'),
  relay: z.string().trim().min(1).max(60),
  ratedVolts: z.number().gt(0).max(60),
  /** Left out where nothing is printed: then its ohms are held against those of usual relays. */
  ratedWatts: z.number().gt(0).max(50).nullish(),
  coilOhms: z.number().min(0).nullish(),
  /** Over-limit across the coil. */
  coilOpen: z.boolean().nullish(),
  celsius: z.number().min(-40).max(120).nullish(),
  pullInVolts: z.number().min(0).max(60).nullish(),
  releaseVolts: z.number().min(0).max(60).nullish(),
  /** Across the closed contact, and the current that it carries meanwhile. */
  contactMillivolts: z.number().min(0).max(20_000).nullish(),
  contactAmps: z.number().gt(0).max(200).nullish(),
  suppression: z.enum(['none', 'resistor', 'diode', 'unknown']).nullish(),
  /** Ohms of the coil with the tips changed: a diode conducts one way only. */
  coilOhmsReversed: z.number().min(0).nullish(),
  clicks: z.boolean().nullish(),
});
export type RelaySheet = z.infer<typeof relaySheet>;

export interface SheetCheck {
  readonly what: string;
  readonly good: boolean;
  readonly says: string;
}
export interface RelayAnswer {
  readonly coilBand: readonly [number, number];
  readonly checks: readonly SheetCheck[];
  readonly verdict: 'good' | 'replace' | 'cannot judge yet';
}

/** Shares of the rated volts, and ohms: general practice and shop data. */
const limits = { coilShare: 0.1, suppressedShare: 0.25, pullIn: 0.7, release: 0.08, contactOhms: 0.05 };

/** Watts that the coils of plug-in relays take. Judgement. */
const usualWatts = { least: 1.1, most: 2.4 } as const;

/** Every check that the readings allow, and the verdict over them. Ohms in Ω, drops in millivolts. */
export function judgeRelay(sheet: RelaySheet): RelayAnswer {
  const coilBand = bandOf(sheet);
  const checks = [
    coil(sheet, coilBand),
    pullIn(sheet),
    release(sheet),
    contact(sheet),
    diode(sheet),
    click(sheet),
  ].filter((check) => check !== null);
  const bad = checks.some(({ good }) => !good);
  const enough = checks.some(({ what }) => what === 'coil') && checks.some(({ what }) => what === 'contact');
  return { coilBand, checks, verdict: bad ? 'replace' : enough ? 'good' : 'cannot judge yet' };
}

/** Ohms that the coil should have, by its watts or by what is usual. */
function bandOf({ ratedVolts, ratedWatts, suppression }: RelaySheet): readonly [number, number] {
  const [least, most] =
    ratedWatts == null
      ? [ratedVolts ** 2 / usualWatts.most, ratedVolts ** 2 / usualWatts.least]
      : [ratedVolts ** 2 / ratedWatts, ratedVolts ** 2 / ratedWatts];
  // A resistor beside the coil takes some of its ohms.
  const low = suppression === 'resistor' ? limits.suppressedShare : limits.coilShare;
  return [least * (1 - low), most * (1 + limits.coilShare)];
}

function coil(sheet: RelaySheet, [low, high]: readonly [number, number]): SheetCheck | null {
  if (sheet.coilOpen === true) return { what: 'coil', good: false, says: 'The coil is open.' };
  if (sheet.coilOhms == null) return null;
  const ohms = copperAt(sheet.coilOhms, sheet.celsius ?? 20);
  const band = `${low.toFixed(0)} to ${high.toFixed(0)} Ω`;
  if (ohms < low)
    return {
      what: 'coil',
      good: false,
      says: `${ohms.toFixed(1)} Ω at 20 °C, below ${band}: turns are shorted, or it is another type.`,
    };
  if (ohms > high)
    return {
      what: 'coil',
      good: false,
      says: `${ohms.toFixed(1)} Ω at 20 °C, above ${band}: another type, or a bad joint inside.`,
    };
  return { what: 'coil', good: true, says: `${ohms.toFixed(1)} Ω at 20 °C, within ${band}.` };
}

function pullIn({ pullInVolts: volts, ratedVolts }: RelaySheet): SheetCheck | null {
  if (volts == null) return null;
  const most = limits.pullIn * ratedVolts;
  return {
    what: 'pull-in',
    good: volts <= most,
    says:
      volts <= most
        ? `It pulls in at ${volts} V.`
        : `It pulls in at ${volts} V only, above ${most.toFixed(1)} V: it will drop out on a weak battery.`,
  };
}

function release({ releaseVolts: volts, ratedVolts }: RelaySheet): SheetCheck | null {
  if (volts == null) return null;
  const least = limits.release * ratedVolts;
  return {
    what: 'release',
    good: volts >= least,
    says: volts >= least ? `It lets go at ${volts} V.` : `It holds down to ${volts} V: it sticks.`,
  };
}

function contact({ contactMillivolts: drop, contactAmps: amps }: RelaySheet): SheetCheck | null {
  if (drop == null || amps == null) return null;
  const ohms = drop / 1000 / amps;
  const good = ohms <= limits.contactOhms;
  return {
    what: 'contact',
    good,
    says: `${drop} mV at ${amps} A is ${(1000 * ohms).toFixed(1)} mΩ${good ? '.' : ', above 50 mΩ: the contact is burnt.'}`,
  };
}

/** With a diode beside the coil the polarity decides: the wrong way round it is a short for what drives it. */
function diode({ suppression, coilOhms, coilOhmsReversed }: RelaySheet): SheetCheck | null {
  if (coilOhms == null || coilOhmsReversed == null) return null;
  const conducts = Math.min(coilOhms, coilOhmsReversed) < 0.8 * Math.max(coilOhms, coilOhmsReversed);
  if (suppression === 'diode')
    return conducts
      ? {
          what: 'suppression',
          good: true,
          says: 'It conducts one way only, as a diode does: mind the polarity of the coil.',
        }
      : {
          what: 'suppression',
          good: false,
          says: 'It reads the same both ways: the diode is open, and its spikes reach the module.',
        };
  return conducts
    ? {
        what: 'suppression',
        good: false,
        says: 'It reads differently both ways: a diode is inside, which this place may not want.',
      }
    : { what: 'suppression', good: true, says: 'It reads the same both ways: no diode inside.' };
}

function click({ clicks }: RelaySheet): SheetCheck | null {
  if (clicks == null) return null;
  return {
    what: 'click',
    good: clicks,
    says: clicks
      ? 'It clicks: the coil moves the armature. That says nothing of the contact.'
      : 'It stays silent with its coil fed.',
  };
}
