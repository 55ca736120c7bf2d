/** Every beacon and complaint as seen before anything is touched. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Beacon, type BeaconData, originOf, standing } from '@dormant-beacon/core/job';
import { showKilometres } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { asChoices, type Choice, ChoiceMany, ChoiceOne, usualConditions } from '../shared/choices';
import { Desk } from '../shell/desk';
import { jobFeature } from '../shell/job.state';
import { eventChoices } from './new-job';

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
  selector: 'db-take-in',
  imports: [ChoiceMany, ChoiceOne, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './take-in.html',
  styleUrl: './take-in.scss',
})
export class TakeIn {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly beacons = computed(() => standing(this.record()?.beacons ?? []));
  protected readonly event = computed(
    () => eventChoices.find(({ value }) => value === this.record()?.head.event)?.label,
  );

  protected readonly kinds: readonly Choice[] = [
    { value: 'beacon', label: 'A lamp or message' },
    { value: 'complaint', label: 'Something that does not work' },
  ];
  protected readonly thereChoices: readonly Choice[] = [
    { value: 'no', label: 'no' },
    { value: 'yes', label: 'yes' },
    { value: 'unknown', label: 'nobody knows' },
  ];
  protected readonly conditionChoices = asChoices(usualConditions);
  protected readonly kind = signal('beacon');
  protected readonly name = signal('');
  protected readonly seen = signal('lit');
  protected readonly thereBefore = signal('no');
  protected readonly conditions = signal<readonly string[]>([]);
  protected readonly shown = signal('20');
  protected readonly exposures = signal('20');
  protected readonly restraint = signal(false);
  protected readonly kilometres = showKilometres;
  protected readonly problem = signal<string | null>(null);
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

  protected async add(submit: Event): Promise<void> {
    submit.preventDefault();
    if (this.name().trim() === '')
      return this.problem.set('Name the beacon as the car or the customer names it.');
    const [shown, exposures] = this.seldom() ? [Number(this.shown()), Number(this.exposures())] : [20, 20];
    if (!(Number.isInteger(shown) && Number.isInteger(exposures) && shown >= 0 && shown <= exposures))
      return this.problem.set(
        'It showed a whole number of times, and not more often than the car was started.',
      );
    const data: BeaconData = {
      kind: this.kind() as BeaconData['kind'],
      name: this.name().trim(),
      seen: this.seenValue() as BeaconData['seen'],
      thereBefore: this.thereBefore() as BeaconData['thereBefore'],
      conditions: [...this.conditions()],
      shown,
      exposures,
      restraint: this.restraint(),
    };
    const sent = await this.desk.enter('beacons', data);
    if (sent.state === 'refused') return this.problem.set(sent.problem.message);
    this.problem.set(null);
    this.name.set('');
    this.conditions.set([]);
    this.restraint.set(false);
  }

  protected how(beacon: Beacon): string {
    const often =
      beacon.shown === beacon.exposures
        ? 'at every start'
        : `in ${beacon.shown} of ${beacon.exposures} starts`;
    const when = beacon.conditions.length > 0 ? `, ${beacon.conditions.join(', ')}` : '';
    const before = {
      yes: '; was there before the event',
      no: '',
      unknown: '; unknown whether it was there before',
    }[beacon.thereBefore];
    return `${beacon.seen.replaceAll('-', ' ')} ${often}${when}${before}`;
  }

  protected idOf(beacon: Beacon): string {
    return originOf(this.record()!.beacons, beacon);
  }

  protected async takeBack(beacon: Beacon): Promise<void> {
    const sent = await this.desk.withdraw(beacon.id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
