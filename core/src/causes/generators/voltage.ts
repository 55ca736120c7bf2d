/** Low system voltage: it makes voltage codes, missing messages and values that read too low, in many modules. */
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { priors } from '../priors.js';

const low = new Set(['16', '18', '84', '21', '92']);

const fits = (seen: Seen): boolean =>
  (seen.voltage || seen.message || (low.has(seen.type) && !seen.active)) && !seen.bus;

export function lowVoltage({ seen, request, restless }: Facts): Candidate[] {
  const explained = seen.filter(fits);
  const speaking = explained.filter(({ voltage }) => voltage);
  const volts = request.battery?.restingVolts ?? null;
  const good = request.battery?.verdict === 'good';
  const weak = volts !== null && volts < 12.4;
  if (explained.length === 0) return [];
  if (speaking.length === 0 && !weak && request.event?.kind !== 'battery') return [];
  const prior = good
    ? request.event?.kind === 'battery'
      ? priors.rememberedVoltage
      : priors.lowVoltage.at(-1)!.chance
    : volts === null
      ? priors.lowVoltageUnmeasured
      : priors.lowVoltage.find(({ below }) => volts < below)!.chance;
  return [
    candidate({
      id: 'low-voltage',
      kind: 'low-voltage',
      title: 'Low system voltage',
      prior,
      reasons: [
        good
          ? 'the battery is well now; it may have been low before'
          : volts === null
            ? 'the battery is not measured yet'
            : `${volts} V at rest`,
        `it would make ${countWords(explained)}`,
      ],
      factors: [
        ...(request.event?.kind === 'battery' && !good
          ? [[priors.times.batteryEvent, 'the battery was flat, jumped or off'] as const]
          : []),
        ...(new Set(speaking.map(({ module }) => module)).size >= 2
          ? [[priors.times.voltageInTwoModules, `${countWords(speaking)} speak of the supply`] as const]
          : []),
        ...(restless ? [[priors.times.unstable, 'codes change from scan to scan'] as const] : []),
      ],
      penalties:
        speaking.length === 0 ? [[priors.penalties.noVoltageCode, 'no code speaks of the supply']] : [],
      explains: explained.map(({ id }) => id),
      leadsTo: good ? 'explanation' : 'basics',
      doNext: good
        ? 'The battery is proven good: clear these codes, then read again. What comes back has another cause.'
        : 'Settle the battery’s verdict, then the charging voltage and the main links.',
    }),
  ];
}
