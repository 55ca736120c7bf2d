/** A day, and where it is asked the hour: typed, or picked from a calendar. */
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import { DateAdapter, MAT_DATE_FORMATS } from '@angular/material/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatTimepickerModule } from '@angular/material/timepicker';
import { field } from '../entry';
import { DateLine, dayText, two, unread } from './date-line';
import { dayFormats, ShopDates } from './shop-dates';

/** A day without an hour is meant until then. */
const usualHour = 16;

@Component({
  selector: 'db-date',
  imports: [
    MatDatepickerModule,
    MatFormFieldModule,
    MatInputModule,
    MatTimepickerModule,
    ReactiveFormsModule,
  ],
  providers: [
    { provide: DateAdapter, useClass: ShopDates },
    { provide: MAT_DATE_FORMATS, useValue: dayFormats },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="question" [attr.for]="id">{{ label() }}</label>
    <div class="moment">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <input
          matInput
          autocomplete="off"
          [id]="id"
          [attr.aria-invalid]="current().trouble() !== null"
          [errorStateMatcher]="matcher"
          [matDatepicker]="days"
          [formControl]="day"
        />
        <mat-datepicker-toggle matIconSuffix [for]="days" />
        <mat-datepicker #days [touchUi]="byThumb" />
        @if (current().trouble(); as wrong) {
          <mat-error>{{ wrong }}</mat-error>
        }
      </mat-form-field>
      @if (withHour()) {
        <mat-form-field appearance="outline" subscriptSizing="dynamic">
          <input
            matInput
            autocomplete="off"
            [attr.aria-label]="label() + ', the hour'"
            [errorStateMatcher]="matcher"
            [matTimepicker]="hours"
            [formControl]="hour"
          />
          <mat-timepicker-toggle matIconSuffix [for]="hours" />
          <mat-timepicker #hours interval="30m" />
        </mat-form-field>
      }
    </div>
  `,
  styles: `
    .moment {
      display: flex;
      flex-wrap: wrap;
      align-items: flex-start;
      gap: 8px;
    }
    mat-form-field {
      flex: 3 1 10.5rem;
      min-width: 0;
    }
    mat-form-field + mat-form-field {
      flex: 2 1 7rem;
    }
  `,
})
export class DateField extends DateLine {
  readonly withHour = input(false);
  protected readonly hour = field<Date | null>(null).control;

  constructor() {
    super();
    this.day.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => this.meanUsualHour());
    this.follow(this.hour);
  }

  protected text(): string {
    const day = this.day.value;
    const odd = unread(this.day, 'matDatepickerParse') ?? unread(this.hour, 'matTimepickerParse');
    if (odd !== null) return odd;
    if (!day) return '';
    const hour = this.hour.value;
    return this.withHour()
      ? `${dayText(day)}T${hour ? `${two(hour.getHours())}:${two(hour.getMinutes())}` : `${usualHour}:00`}`
      : dayText(day);
  }

  protected override show(text: string): void {
    super.show(text);
    const [, hour, minute] = /T(\d\d):(\d\d)/.exec(text) ?? [];
    const shown = hour === undefined ? null : new Date(2000, 0, 1, Number(hour), Number(minute));
    this.hour.setValue(shown, { emitEvent: false });
  }

  /** The hour that is meant is shown as soon as there is a day. */
  private meanUsualHour(): void {
    if (this.withHour() && this.day.value && !this.hour.value && this.hour.valid)
      this.hour.setValue(new Date(2000, 0, 1, usualHour));
  }
}
