/** Beacons that came back, each side by side with its first visit: the same fault, or another with the same warning? */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { writeCode } from '@dormant-beacon/core/codes';
import { type Comeback, comebackOf } from '@dormant-beacon/core/proof';
import { type Beacon, standing } from '@dormant-beacon/core/record';
import { warrantiesOf } from '@dormant-beacon/core/stages';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { jobFeature } from '../job';
import { selectJobPolicy } from '../session';
import { sayDay } from '../time';

const conditionWords = { same: 'the same', other: 'another', 'not-known': 'nobody said' } as const;
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

interface Row {
  readonly what: string;
  readonly then: string;
  readonly now: string;
}

@Component({
  selector: 'db-comebacks',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (back of all(); track back.id) {
      <section>
        <h2>“{{ back.name }}” came back</h2>
        <p class="verdict">{{ back.verdict | figures }}</p>
        <table class="plain">
          <thead>
            <tr>
              <th scope="col"><span class="seen-only-by-readers">What</span></th>
              <th scope="col">First visit</th>
              <th scope="col">Now</th>
            </tr>
          </thead>
          <tbody>
            @for (row of back.rows; track row.what) {
              <tr>
                <th scope="row">{{ row.what }}</th>
                <td>{{ row.then | figures }}</td>
                <td>{{ row.now | figures }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="quiet">What was learned from that repair is withdrawn.</p>
      </section>
    }
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
export class Comebacks {
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  private readonly policy = this.store.selectSignal(selectJobPolicy);

  private readonly warranties = computed((): Row[] => {
    const record = this.record();
    const today = new Date().toISOString().slice(0, 10);
    return (record ? warrantiesOf(record, this.assessment()?.units ?? [], today) : []).map(
      ({ unit, until, runs }) => ({
        what: `Warranty: ${unit}`,
        then: '',
        now: runs ? `runs until ${sayDay(until)}` : `ended on ${sayDay(until)}`,
      }),
    );
  });

  protected readonly all = computed(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.beacons).flatMap((beacon) => {
      const comeback = comebackOf(record, beacon, this.policy());
      if (!comeback) return [];
      return [
        {
          id: comeback.beaconId,
          name: beacon.name,
          verdict: verdictOf(comeback),
          rows: [...rowsOf(beacon, comeback), ...this.warranties()],
        },
      ];
    });
  });
}

function verdictOf({ same }: Comeback): string {
  if (same > even[1]) return `Most likely the same fault, ${percent(same)}: the repair did not cure it.`;
  if (same < even[0]) return `Most likely another fault with the same warning, ${percent(1 - same)}.`;
  return `It may be the same fault or another; nobody can tell yet. The same: ${percent(same)}.`;
}

function rowsOf(beacon: Beacon, own: Comeback): Row[] {
  const { shown, codes, firstCodes, repair, days, clean } = own;
  const held = days === 0 ? 'less than a day' : days === 1 ? 'one day' : `${days} days`;
  const drives =
    clean === 0 ? 'no clean drive was entered' : `${Math.round(10 * clean) / 10} clean drives counted`;
  return [
    {
      what: 'Condition',
      then: beacon.conditions.join(', ') || 'any',
      now: shown.conditions.join(', ') || conditionWords[own.condition],
    },
    {
      what: 'Codes',
      then: written(firstCodes) || 'no code',
      now: codeWords[own.code] + (codes.length > 0 ? `: ${written(codes)}` : ''),
    },
    { what: 'Repaired', then: repair.label, now: partWords[own.part] },
    { what: 'How sure it was', then: percent(own.wasSure), now: `it held for ${held}; ${drives}` },
  ];
}

/** The first few, as they are written. */
function written(codes: Comeback['codes']): string {
  const shown = codes.slice(0, 3).map(writeCode).join(', ');
  return codes.length > 3 ? `${shown} and ${codes.length - 3} more` : shown;
}
