/** A month: typed, or picked from a calendar. */
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { DateAdapter, MAT_DATE_FORMATS } from '@angular/material/core';
import { type MatDatepicker, MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { DateLine, monthText, unread } from './date-line';
import { monthFormats, ShopDates } from './shop-dates';

@Component({
  selector: 'db-month',
  imports: [MatDatepickerModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  providers: [
    { provide: DateAdapter, useClass: ShopDates },
    { provide: MAT_DATE_FORMATS, useValue: monthFormats },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="question" [attr.for]="id">{{ label() }}</label>
    <mat-form-field appearance="outline" subscriptSizing="dynamic">
      <input
        matInput
        autocomplete="off"
        placeholder="such as Apr 2019"
        [id]="id"
        [attr.aria-invalid]="current().trouble() !== null"
        [errorStateMatcher]="matcher"
        [matDatepicker]="months"
        [formControl]="day"
      />
      <mat-datepicker-toggle matIconSuffix [for]="months" />
      <mat-datepicker
        #months
        [touchUi]="byThumb"
        startView="multi-year"
        (monthSelected)="pick($event, months)"
      />
      @if (current().trouble(); as wrong) {
        <mat-error>{{ wrong }}</mat-error>
      }
    </mat-form-field>
  `,
})
export class MonthField extends DateLine {
  protected text(): string {
    return unread(this.day, 'matDatepickerParse') ?? (this.day.value ? monthText(this.day.value) : '');
  }

  protected pick(month: Date, calendar: MatDatepicker<Date>): void {
    this.day.setValue(month);
    calendar.close();
  }
}
