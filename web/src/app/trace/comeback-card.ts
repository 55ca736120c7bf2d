/** A beacon that came back, side by side with its first visit: the same fault, or another with the same warning? */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { writeCode } from '@dormant-beacon/core/codes';
import type { Comeback } from '@dormant-beacon/core/proof';
import type { Beacon } from '@dormant-beacon/core/record';
import type { Warranty } from '@dormant-beacon/core/stages';
import { percent } from '@dormant-beacon/core/units';
import { sayDay } from '../time';

const conditionWords = {
  same: 'the same',
  other: 'another',
  'not-known': 'nobody said',
} as const;
const codeWords = {
  same: 'the same code and failure type',
  'other-type': 'the same code, another failure type',
  other: 'other codes only',
  none: 'no code',
  'not-read': 'not read yet: read every module',
} as const;
const partWords = {
  good: 'tested again: good',
  bad: 'tested again: bad',
  'not-tested': 'not tested again',
} as const;
/** Between these nobody can tell. */
const even = [0.35, 0.65] as const;

@Component({
  selector: 'db-comeback',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let own = comeback();
    <section>
      <h2>“{{ beacon().name }}” came back</h2>
      <p class="verdict">{{ verdict() }}</p>
      <table class="plain">
        <thead>
          <tr>
            <th scope="col"><span class="seen-only-by-readers">What</span></th>
            <th scope="col">First visit</th>
            <th scope="col">Now</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Condition</th>
            <td>{{ beacon().conditions.join(', ') || 'any' }}</td>
            <td>{{ own.shown.conditions.join(', ') || conditionWords[own.condition] }}</td>
          </tr>
          <tr>
            <th scope="row">Code and type</th>
            <td>{{ firstCodes() || 'no code' }}</td>
            <td>{{ codeWords[own.code] }}{{ codes() ? ': ' + codes() : '' }}</td>
          </tr>
          <tr>
            <th scope="row">Repaired</th>
            <td>{{ own.repair.label }}</td>
            <td>{{ partWords[own.part] }}</td>
          </tr>
          <tr>
            <th scope="row">Sure that it held</th>
            <td class="mono">{{ wasSure() }}</td>
            <td>it held for {{ held() }}</td>
          </tr>
          @for (line of warranties(); track line.what) {
            <tr>
              <th scope="row">Warranty</th>
              <td>{{ line.what }}</td>
              <td>{{ line.says }}</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="quiet">What was learned from that repair is withdrawn.</p>
    </section>
  `,
  styles: `
    section {
      margin-bottom: 24px;
    }

    .verdict {
      font-size: 19px;
      font-weight: 650;
    }

    th[scope='row'] {
      text-align: left;
      font-weight: 400;
      color: var(--quiet);
    }
  `,
})
export class ComebackCard {
  readonly beacon = input.required<Beacon>();
  readonly comeback = input.required<Comeback>();
  /** Of the units that were fitted: until which day. */
  readonly warranted = input<readonly Warranty[]>([]);
  protected readonly conditionWords = conditionWords;
  protected readonly codeWords = codeWords;
  protected readonly partWords = partWords;

  protected readonly verdict = computed(() => {
    const { same } = this.comeback();
    if (same > even[1]) return `Most likely the same fault, ${percent(same)}: the repair did not cure it.`;
    if (same < even[0]) return `Most likely another fault with the same warning, ${percent(1 - same)}.`;
    return `The same fault or another, nobody can tell yet: ${percent(same)} for the same.`;
  });
  protected readonly wasSure = computed(() => percent(this.comeback().wasSure));
  protected readonly codes = computed(() => written(this.comeback().codes));
  protected readonly firstCodes = computed(() => written(this.comeback().firstCodes));
  protected readonly held = computed(() => {
    const { days, clean } = this.comeback();
    const drives =
      clean === 0 ? 'no clean drive was entered' : `${Math.round(10 * clean) / 10} clean drives counted`;
    return `${days === 0 ? 'less than a day' : days === 1 ? 'one day' : `${days} days`}; ${drives}`;
  });
  protected readonly warranties = computed(() =>
    this.warranted().map(({ unit, until, runs }) => ({
      what: unit,
      says: runs ? `runs until ${sayDay(until)}` : `ended on ${sayDay(until)}`,
    })),
  );
}

/** The first few, as they are written. */
function written(codes: Comeback['codes']): string {
  const shown = codes.slice(0, 3).map(writeCode).join(', ');
  return codes.length > 3 ? `${shown} and ${codes.length - 3} more` : shown;
}
