/** How sure it is that a warning stays off, after so many clean exposures. Source: computation page, section 11. */
import { logGammaRatio } from './gamma.js';
import type { WatchAnswer, WatchRequest } from './schema.js';

const mostNeeded = 1_000_000;
const curvePoints = 201;

/**
 * Probability of the cure now, the clean exposures needed in all and still, days at `perDay`, and the curve.
 * Before: it showed k times in n key cycles, or in T hours.
 * - cycles: P(clean | not cured) = B(k+½, n−k+½+m) / B(k+½, n−k+½)
 * - hours: P(clean | not cured) = (T/(T+t))^(k+½)
 *
 * @example assess({ unit: 'cycles', before: { shown: 6, exposures: 20 }, cleanSince: 5, cured: 0.85 }) // 0.9678, 4 in all
 */
export function assess(request: WatchRequest): WatchAnswer {
  const target = request.target ?? 0.95;
  const totalNeeded = neededInAll(request, target);
  const stillNeeded = totalNeeded === null ? null : Math.max(0, totalNeeded - request.cleanSince);
  return {
    probability: curedGivenClean(request, request.cleanSince),
    stillNeeded,
    totalNeeded,
    days: stillNeeded === null || request.perDay == null ? null : Math.ceil(stillNeeded / request.perDay),
    curve: curve(request, totalNeeded),
  };
}

/** P(cured | clean) after `clean` exposures or hours without the warning. */
export function curedGivenClean(request: WatchRequest, clean: number): number {
  const miss = cleanThoughNotCured(request, clean);
  const given = (cured: number): number => cured / (cured + (1 - cured) * miss);
  return request.causes?.reduce((product, cured) => product * given(cured), 1) ?? given(request.cured);
}

/** Parts of its earlier rate at which a fault that was disturbed may show: the middles of four equal steps. */
const rarer = [1 / 8, 3 / 8, 5 / 8, 7 / 8];

/** P(so much clean | not cured); of several causes, that one of them is not. */
export function cleanThoughNotCured(request: WatchRequest, clean: number): number {
  const { unit, before, disturbed, causes } = request;
  const { exposures } = before;
  const shown = before.shown / (causes?.length ?? 1);
  const miss = (times: number): number => {
    const a = times + 0.5;
    if (unit === 'hours') return Math.exp(-a * Math.log1p(clean / exposures));
    const b = exposures - times + 0.5;
    return Math.exp(logGammaRatio(b + clean, a) - logGammaRatio(b, a));
  };
  if (!disturbed) return miss(shown);
  const seldom = rarer.reduce((sum, share) => sum + miss(share * shown), 0) / rarer.length;
  return (1 - disturbed) * miss(shown) + disturbed * seldom;
}

function neededInAll(request: WatchRequest, target: number): number | null {
  if (request.cured >= target) return 0;
  const { shown, exposures } = request.before;
  if (request.unit === 'hours' && !request.disturbed && !request.causes) {
    const odds = ((1 - request.cured) * target) / (request.cured * (1 - target));
    return Math.max(0, exposures * Math.expm1(Math.log(odds) / (shown + 0.5)));
  }
  if (curedGivenClean(request, mostNeeded) < target) return null;
  let low = 0;
  let high = mostNeeded;
  const step = request.unit === 'hours' ? 1e-6 : 1;
  while (high - low > step) {
    const middle = request.unit === 'hours' ? (low + high) / 2 : Math.floor((low + high) / 2);
    if (curedGivenClean(request, middle) >= target) high = middle;
    else low = middle;
  }
  return high;
}

function curve(request: WatchRequest, totalNeeded: number | null): WatchAnswer['curve'] {
  const reach = 1.25 * Math.max(request.cleanSince, totalNeeded ?? 0, request.unit === 'cycles' ? 8 : 2);
  const step =
    request.unit === 'cycles' ? Math.max(1, Math.ceil(reach / (curvePoints - 1))) : reach / (curvePoints - 1);
  const points = Math.min(curvePoints, Math.floor(reach / step + 1e-9) + 1);
  return Array.from({ length: points }, (_, n) => ({
    clean: n * step,
    probability: curedGivenClean(request, n * step),
  }));
}
