/** A case written down part by part: a template's circuit, suspects, tests and repairs, a line each. */
import type { FaultMode } from '../../circuit/index.js';
import type { TraceCase, TraceRepair, TraceRoot } from '../model/schema.js';
import { type StepMore, TestedDraft } from './tested-draft.js';

/** Of a repair: what comes with it, and the chance that it cures. */
interface RepairMore extends StepMore {
  readonly covers?: string[];
  readonly succeeds?: number;
}
type Method = NonNullable<TraceRepair['method']>;

/** Chances that a cleaned joint stays good: judgement. A renewed one does. */
const cleaned = { plug: 0.85, ground: 0.9 } as const;
/** More minutes for new terminals than for cleaning, and their price. */
const terminals = { minutes: 20, priceCents: 900 } as const;

export const bulbGlass = 'Never touch the bulb glass; let it cool first.';

export class CaseDraft extends TestedDraft {
  private readonly repairs: TraceRepair[] = [];
  private readonly roots: TraceRoot[] = [];

  /** @param guarded restraints, brakes, steering: a part is only called for when it is sure and confirmed */
  constructor(private readonly guarded = false) {
    super();
  }

  /** @param more a caution alone, or with what must be reached first */
  repair(
    element: string,
    minutes: number,
    priceCents: number,
    method: Method,
    label: string,
    more: string | RepairMore = {},
  ): this {
    const given = typeof more === 'string' ? { caution: more } : more;
    this.repairs.push({ element, minutes, priceCents, method, label, ...given });
    return this;
  }

  /** What may have made a part fail, and the look that shows it. */
  root(element: string, root: string, check: string, mode?: FaultMode): this {
    this.roots.push({ element, root, check, ...(mode ? { mode } : {}) });
    return this;
  }

  replaceFuse(element: string, fuse: string, priceCents = 80): this {
    return this.repair(
      element,
      2,
      priceCents,
      'replace',
      `Replace fuse ${fuse}, same rating and style`,
      'A fuse that blows again is a finding, not a part to upgrade.',
    )
      .root(
        element,
        'short behind the fuse',
        `Fuse ${fuse} out, measure behind it to ground: does it read near zero, also while the harness is moved?`,
      )
      .root(element, 'a load that draws too much', `Take the current of ${fuse} by its drop, everything on`)
      .root(
        element,
        'wear of the fuse',
        `Was ${fuse} of the right rating and style, its element torn, not burnt?`,
      );
  }

  repairHarness(
    element: string,
    minutes: number,
    priceCents: number,
    harness: string,
    more: StepMore = {},
  ): this {
    return this.repair(element, minutes, priceCents, 'repair', `Repair the ${harness}`, more)
      .root(element, 'chafed', `Follow the ${harness}: where does it touch metal, an edge, a moving part?`)
      .root(
        element,
        'bent too often or pulled',
        `Look at the bend of the ${harness}: is it clipped as it was built?`,
      );
  }

  cleanPlug(element: string, minutes: number, plug: string, more: StepMore = {}): this {
    return this.repair(element, minutes, 200, 'clean', `Clean and retension plug ${plug}`, {
      ...more,
      succeeds: cleaned.plug,
    })
      .repair(
        element,
        minutes + terminals.minutes,
        terminals.priceCents,
        'replace',
        `Renew the terminals of plug ${plug}`,
        more,
      )
      .root(element, 'water in the plug', `Look for water, green pins and a torn seal in ${plug}`)
      .root(element, 'heat', `Look for browning and soft plastic in ${plug}: what drew too much?`);
  }

  cleanGround(element: string, minutes: number, ground: string, more: StepMore = {}): this {
    return this.repair(element, minutes, 0, 'clean', `Clean ground ${ground}`, {
      ...more,
      succeeds: cleaned.ground,
    })
      .repair(
        element,
        minutes + terminals.minutes,
        terminals.priceCents,
        'replace',
        `Renew the eye and the screw of ground ${ground}`,
        more,
      )
      .root(element, 'water or salt', `Look where water stands at ${ground}, and seal it after cleaning`)
      .root(element, 'loose', `Try the torque of ${ground}: was it undone in earlier work?`);
  }

  build(): TraceCase {
    const { elements, suspects, tests, repairs, cavities, accesses, roots, power, usual } = this;
    return {
      circuit: { elements },
      suspects,
      tests,
      repairs,
      ...(cavities.length > 0 ? { cavities } : {}),
      ...(accesses.length > 0 ? { accesses } : {}),
      ...(roots.length > 0 ? { roots } : {}),
      ...(power ? { power } : {}),
      ...(usual ? { state: usual } : {}),
      ...(this.guarded ? { guarded: true } : {}),
    };
  }
}
