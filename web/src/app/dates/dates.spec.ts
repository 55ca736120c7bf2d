import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type Field, field } from '../entry';
import { writeTimes } from '../time';
import { DateField } from './date';
import type { DateLine } from './date-line';
import { MonthField } from './month';
import { ShopDates } from './shop-dates';

const home = Intl.DateTimeFormat().resolvedOptions().timeZone;

describe('ShopDates', () => {
  afterEach(() => writeTimes({ timeZone: home, locale: 'en-GB' }));

  function read(typed: string, locale = 'en-GB'): string {
    writeTimes({ timeZone: home, locale });
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), ShopDates] });
    const date = TestBed.inject(ShopDates).parse(typed);
    if (date === null) return 'none';
    return Number.isNaN(date.getTime())
      ? 'unread'
      : [date.getFullYear(), date.getMonth() + 1, date.getDate()].join('-');
  }

  for (const [typed, day] of [
    ['28 Nov 2026', '2026-11-28'],
    ['Nov 28, 2026', '2026-11-28'],
    ['28/11/2026', '2026-11-28'],
    ['3.4.26', '2026-4-3'],
    ['2026-04-03', '2026-4-3'],
    ['Apr 2019', '2019-4-1'],
    ['04/2019', '2019-4-1'],
    ['2019-04', '2019-4-1'],
    ['', 'none'],
    ['31/02/2026', 'unread'],
    ['tomorrow', 'unread'],
    ['28 Nov 2026 or so', 'unread'],
    ['12', 'unread'],
    ['1/2/3/4', 'unread'],
    ['28 Nov 1200', 'unread'],
    ['constructor', 'unread'],
  ])
    it(`reads “${typed}” as ${day}`, () => expect(read(typed!)).toBe(day!));

  it('takes the month first where the shop’s country does', () =>
    expect(read('3/4/2026', 'en-US')).toBe('2026-3-4'));
});

describe('lines for days, months and moments', () => {
  let fixture: ComponentFixture<DateLine>;

  async function show(
    line: Type<DateLine>,
    over: Field<string>,
    inputs: Readonly<Record<string, unknown>> = {},
  ): Promise<HTMLInputElement[]> {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(line);
    for (const [name, value] of Object.entries({ label: 'Promised', field: over, ...inputs }))
      fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return [...(fixture.nativeElement as HTMLElement).querySelectorAll('input')];
  }

  async function type(input: HTMLInputElement, text: string) {
    input.value = text;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('blur'));
    await fixture.whenStable();
  }

  it('shows what the field holds, and keeps what is typed', async () => {
    const over = field('2026-11-10');
    const [day] = await show(DateField, over);
    expect(day!.value).toBe('10 Nov 2026');
    await type(day!, '16/11/2026');
    expect([over(), day!.value]).toEqual(['2026-11-16', '16 Nov 2026']);
    over.set('');
    await fixture.whenStable();
    expect(day!.value).toBe('');
  });

  it('shows the hour that a day without one means, and takes another', async () => {
    const over = field('');
    const [day, hour] = await show(DateField, over, { withHour: true });
    await type(day!, '28 Nov 2026');
    expect([over(), hour!.value]).toEqual(['2026-11-28T16:00', '16:00']);
    await type(hour!, '9:30');
    expect(over()).toBe('2026-11-28T09:30');
  });

  it('keeps what it cannot read as it was typed, so that the form can say so', async () => {
    const over = field('2026-11-10');
    const [day] = await show(DateField, over);
    await type(day!, 'next week');
    expect([over(), day!.value]).toEqual(['next week', 'next week']);
  });

  it('holds nothing that it cannot show, such as a draft of what could not be read', async () => {
    const over = field('next week');
    const [day] = await show(DateField, over);
    expect([over(), day!.value]).toEqual(['', '']);
  });

  it('says what cannot be an hour', async () => {
    const over = field('2026-11-28T09:30');
    const [, hour] = await show(DateField, over, { withHour: true });
    hour!.focus();
    hour!.value = 'noon';
    hour!.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(over()).toBe('noon');
    await type(hour!, '10:15');
    expect(over()).toBe('2026-11-28T10:15');
  });

  it('takes a month', async () => {
    const over = field('2019-04');
    const [month] = await show(MonthField, over);
    expect(month!.value).toBe('Apr 2019');
    await type(month!, '11/2020');
    expect([over(), month!.value]).toEqual(['2020-11', 'Nov 2020']);
  });
});
