/** Takes in a car: what it is and what happened. The beacons come next, in the job. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { readVin } from '@dormant-beacon/core/formats';
import type { JobHead } from '@dormant-beacon/core/job';
import { Store } from '@ngrx/store';
import { peopleFeature } from '../people/people.state';
import { PersonPicker } from '../people/person-picker';
import { Caution } from '../shared/caution';
import { beforePower, powerIsDoubtful } from '../shared/cautions';
import { ChoiceOne, type Choice } from '../shared/choices';
import { ThemeSwitch } from '../shared/theme-switch';
import { Desk } from '../shell/desk';

export const eventChoices: readonly Choice[] = [
  { value: 'collision', label: 'Collision' },
  { value: 'module-failure', label: 'Module failure' },
  { value: 'battery', label: 'Battery flat, jumped, off' },
  { value: 'water', label: 'Water' },
  { value: 'earlier-repair', label: 'After earlier work' },
  { value: 'wear', label: 'Wear, or unknown' },
];

@Component({
  selector: 'db-new-job',
  imports: [Caution, ChoiceOne, MatButtonModule, PersonPicker, RouterLink, ThemeSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-job.html',
  styleUrl: './new-job.scss',
})
export class NewJob {
  private readonly desk = inject(Desk);
  private readonly router = inject(Router);
  protected readonly person = inject(Store).selectSignal(peopleFeature.selectPerson);
  protected readonly eventChoices = eventChoices;
  protected readonly beforePower = beforePower;
  protected readonly powerIsDoubtful = powerIsDoubtful;
  protected readonly event = signal('');
  protected readonly make = signal('');
  protected readonly model = signal('');
  protected readonly year = signal('');
  protected readonly vin = signal('');
  protected readonly vinRead = computed(() =>
    this.vin().trim() === '' ? null : readVin(this.vin(), new Date().getFullYear() + 1),
  );
  protected readonly vinSays = computed(() => {
    const read = this.vinRead();
    if (!read) return '';
    if (read.remarks.length > 0) return read.remarks.join(' ');
    return read.checkDigit === 'holds'
      ? 'Its check digit holds.'
      : 'It has no check digit, as is usual outside North America.';
  });
  protected readonly problem = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly electric = signal(false);
  protected readonly missing = computed(() => {
    if (!this.person()) return 'Pick who you are, at the top right.';
    if (this.make().trim() === '') return 'The make is missing.';
    if (this.model().trim() === '') return 'The model is missing.';
    return this.event() === '' ? 'Choose what happened.' : null;
  });

  protected takeYear(year: number): void {
    this.year.set(String(year));
  }

  protected async open(submit: Event, form: HTMLFormElement): Promise<void> {
    submit.preventDefault();
    if (this.missing()) return this.problem.set(this.missing());
    const text = (name: string) => new FormData(form).get(name)?.toString().trim() || null;
    const whole = (name: string) => (text(name) === null ? null : Number(text(name)!.replace(/[ .,']/g, '')));
    const [year, odometerKm] = [whole('year'), whole('odometer')];
    if (year !== null && !(Number.isInteger(year) && year >= 1950 && year <= 2100))
      return this.problem.set('The year has four digits, such as 2019.');
    if (odometerKm !== null && !(Number.isInteger(odometerKm) && odometerKm >= 0))
      return this.problem.set('The odometer is a whole number of kilometres.');
    this.busy.set(true);
    const { jobId, sent } = await this.desk.openJob(
      {
        event: this.event() as JobHead['event'],
        eventNote: text('note'),
        customer: text('customer'),
        customerWords: text('words'),
        promisedAt: promised(text('promised')),
      },
      {
        make: this.make().trim(),
        model: this.model().trim(),
        year,
        plate: text('plate'),
        vin: this.vinRead()?.vin.slice(0, 17) ?? null,
        odometerKm,
        highVoltage: this.electric(),
      },
    );
    this.busy.set(false);
    if (sent.state === 'saved') return void this.router.navigate(['/jobs', jobId, 'take-in']);
    this.problem.set(
      sent.state === 'waiting'
        ? 'The server does not answer. The job is kept on this device and opened when it is back; you find it in the bays then.'
        : sent.problem.message,
    );
  }
}

function promised(local: string | null): string | null {
  return local === null ? null : new Date(local).toISOString();
}
