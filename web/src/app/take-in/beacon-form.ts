/** One beacon or complaint as it was seen: its lamp or words, the bulb check, how, when and how often it shows. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { oftenIn } from '@dormant-beacon/core/proof';
import type { Beacon, BeaconData } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import {
  asChoices,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Entry,
  factForm,
  field,
  TextField,
  Tick,
  trouble,
  type Trouble,
  usualConditions,
} from '../entry';
import { jobFeature } from '../job';
import { oftenWords } from '../words';
import { type Lamp, lampOf, LampPicker } from '../lamp';

const seenAsBeacon: readonly Choice[] = [
  { value: 'lit', label: 'lit' },
  { value: 'flashing', label: 'flashing' },
  { value: 'comes-and-goes', label: 'comes and goes' },
  { value: 'dark', label: 'dark now' },
];
const seenAsComplaint: readonly Choice[] = [
  { value: 'present', label: 'there now' },
  { value: 'comes-and-goes', label: 'comes and goes' },
];

@Component({
  selector: 'db-beacon-form',
  imports: [ChoiceMany, ChoiceOne, Entry, LampPicker, MatButtonModule, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './beacon-form.html',
  styles: `
    db-entry {
      display: grid;
      gap: 16px;
      align-content: start;
    }
    .often {
      display: grid;
      grid-template-columns: 130px 130px 1fr;
      gap: 12px;
      align-items: end;

      db-choice {
        grid-column: 1 / -1;
      }
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
    @media (max-width: 700px) {
      .often {
        grid-template-columns: 1fr 1fr;
        p {
          grid-column: 1 / -1;
        }
      }
    }
  `,
})
export class BeaconForm {
  readonly jobId = input.required<string>();
  /** The entry that this one takes the place of. */
  readonly corrects = input<Beacon | null>(null);
  readonly saved = output();
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);

  protected readonly kinds: readonly Choice[] = [
    { value: 'beacon', label: 'A lamp or message' },
    { value: 'complaint', label: 'Something that does not work' },
  ];
  protected readonly thereChoices: readonly Choice[] = [
    { value: 'no', label: 'no' },
    { value: 'yes', label: 'yes' },
    { value: 'unknown', label: 'nobody knows' },
  ];
  protected readonly bulbChoices: readonly Choice[] = [
    { value: 'stayed-lit', label: 'lit, and stayed lit' },
    { value: 'lit-and-went-out', label: 'lit, then went out' },
    { value: 'never-lit', label: 'never lit: a fault too' },
    { value: 'not-seen', label: 'not looked at' },
  ];
  protected readonly conditionChoices = asChoices(usualConditions);
  protected readonly kind = field('beacon');
  protected readonly name = field('');
  protected readonly lamp = field('');
  protected readonly seen = field('lit');
  protected readonly bulbCheck = field('not-seen');
  protected readonly thereBefore = field('no');
  protected readonly conditions = field<readonly string[]>([]);
  protected readonly shown = field('20');
  protected readonly exposures = field('20');
  /** In the customer's words, or counted by somebody. */
  protected readonly often = field('counted');
  protected readonly oftenChoices: readonly Choice[] = [
    ...Object.entries(oftenWords)
      .filter(([often]) => often !== 'every-time')
      .map(([value, label]) => ({ value, label })),
    { value: 'counted', label: 'somebody counted starts' },
    { value: 'hours', label: 'counted over hours driven' },
    { value: 'km', label: 'counted over kilometres driven' },
  ];
  /** Over what somebody counted; null where only words are told. */
  protected readonly per = computed((): BeaconData['per'] => {
    const often = this.often();
    if (often === 'counted') return 'starts';
    return often === 'hours' || often === 'km' ? often : null;
  });
  protected readonly overWords = computed(
    () =>
      ({ starts: 'of the last starts', hours: 'in so many hours', km: 'in so many kilometres' })[
        this.per() ?? 'starts'
      ],
  );
  protected readonly restraint = field(false);
  protected readonly seenChoices = computed(() =>
    this.kind() === 'beacon' ? seenAsBeacon : seenAsComplaint,
  );
  protected readonly seenValue = computed(() =>
    this.seenChoices().some(({ value }) => value === this.seen())
      ? this.seen()
      : this.seenChoices()[0]!.value,
  );
  protected readonly seldom = computed(
    () => this.seenValue() === 'comes-and-goes' || this.conditions().length > 0,
  );
  protected readonly form = factForm(
    'beacons',
    {
      kind: this.kind,
      name: this.name,
      lamp: this.lamp,
      seen: this.seen,
      bulbCheck: this.bulbCheck,
      thereBefore: this.thereBefore,
      conditions: this.conditions,
      shown: this.shown,
      exposures: this.exposures,
      often: this.often,
      restraint: this.restraint,
    },
    {
      draft: () => `beacon ${this.jobId()} ${this.corrects()?.id ?? ''}`,
      read: () => this.read(),
      corrects: () => this.corrects()?.id,
      then: () => this.saved.emit(),
    },
  );

  /** How often the customer’s own words say that it shows; null where they say nothing of it, or always. */
  private readonly told = computed(() => {
    const often = oftenIn(this.record()?.head.customerWords ?? '');
    return this.oftenChoices.some(({ value }) => value === often) ? often : null;
  });

  constructor() {
    effect(() => {
      const told = this.told();
      if (told === null || this.corrects() || !this.form.draft.looked()) return;
      // What was chosen already stays.
      if (untracked(this.often) !== 'counted' || untracked(this.shown) !== '20') return;
      untracked(() => this.often.set(told));
      this.form.draft.rebase();
    });
    effect(() => {
      const beacon = this.corrects();
      if (!beacon || !this.form.draft.looked() || untracked(this.name) !== '') return;
      untracked(() => this.take(beacon));
      this.form.draft.rebase();
    });
  }

  /** Puts an entry into the form, to be corrected. */
  private take(beacon: BeaconData): void {
    this.kind.set(beacon.kind);
    this.name.set(beacon.name);
    this.lamp.set(beacon.lamp ?? '');
    this.seen.set(beacon.seen);
    this.bulbCheck.set(beacon.bulbCheck ?? 'not-seen');
    this.thereBefore.set(beacon.thereBefore);
    this.conditions.set(beacon.conditions);
    this.shown.set(String(beacon.shown));
    this.exposures.set(String(beacon.exposures));
    this.often.set(beacon.often ?? (beacon.per === 'hours' || beacon.per === 'km' ? beacon.per : 'counted'));
    this.restraint.set(beacon.restraint === true);
  }

  protected pick(lamp: Lamp): void {
    this.lamp.set(lamp.id);
    this.name.set(lamp.name);
    this.restraint.set(lamp.restraint === true);
  }

  private read(): BeaconData | Trouble {
    if (this.name().trim() === '')
      return trouble(this.name, 'Name the beacon as the car or the customer names it.');
    const per = this.seldom() ? this.per() : 'starts';
    const often = per === null ? (this.often() as BeaconData['often']) : null;
    const driven = per === 'hours' || per === 'km';
    const counted = this.seldom() ? [Number(this.shown()), Number(this.exposures())] : [20, 20];
    const [shown, exposures] = (often === null ? counted : [0, 0]) as [number, number];
    const whole = Number.isInteger(shown) && Number.isInteger(exposures) && shown >= 0;
    if (driven && !(whole && exposures > 0))
      return trouble(
        this.exposures,
        'It showed a whole number of times, over one hour or kilometre or more.',
      );
    if (!whole || (!driven && shown > exposures))
      return trouble(
        this.shown,
        'It showed a whole number of times, and not more often than the car was started.',
      );
    const isLamp = this.kind() === 'beacon';
    return {
      kind: this.kind() as BeaconData['kind'],
      name: this.name().trim(),
      seen: this.seenValue() as BeaconData['seen'],
      thereBefore: this.thereBefore() as BeaconData['thereBefore'],
      conditions: [...this.conditions()],
      shown,
      exposures,
      often,
      ...(driven ? { per } : {}),
      restraint: this.restraint(),
      lamp: isLamp ? (lampOf(this.lamp())?.id ?? null) : null,
      bulbCheck: isLamp ? (this.bulbCheck() as BeaconData['bulbCheck']) : null,
    };
  }
}
