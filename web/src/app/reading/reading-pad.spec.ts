import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideStore } from '@ngrx/store';
import { StoreRoom } from '../api';
import { writeFigures } from '../figures';
import { peopleFeature } from '../session';
import { FakeStoreRoom } from '../testing/bench';
import { ReadingPad } from './reading-pad';

describe('ReadingPad', () => {
  let fixture: ComponentFixture<ReadingPad>;
  let entered: unknown[];
  let storeRoom: FakeStoreRoom;

  beforeEach(async () => {
    storeRoom = new FakeStoreRoom();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [peopleFeature.name]: peopleFeature.reducer }),
        { provide: StoreRoom, useValue: storeRoom },
      ],
    });
    fixture = TestBed.createComponent(ReadingPad);
    fixture.componentRef.setInput('where', 'C31.2 → gnd');
    fixture.componentRef.setInput('unit', 'V');
    entered = [];
    fixture.componentInstance.entered.subscribe((reading) => entered.push(reading));
    await fixture.whenStable();
  });

  const page = () => fixture.nativeElement as HTMLElement;
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      [...page().querySelectorAll('button')].find((button) => button.textContent.trim() === key)!.click();
      await fixture.whenStable();
    }
  };
  const understood = () => page().querySelector('.understood')!.textContent.trim();

  it('shows what was understood before it is entered', async () => {
    await press('4', '.', '9', '2');
    expect(understood()).toBe('means 4.92 V');
    await press('Enter the reading');
    expect(entered).toEqual([{ value: 4.92 }]);
    expect(page().querySelector('input')!.value).toBe('');
  });

  it('has the decimal mark of the shop’s country on its key, and in what it understood', async () => {
    writeFigures({ locale: 'de-AT' });
    await fixture.whenStable();
    await press('4', ',', '9', '2');
    expect(understood()).toBe('means 4,92 V');
    await press('Enter the reading');
    expect(entered).toEqual([{ value: 4.92 }]);
    // What was asked about is settled by one answer.
    await press('1', ',', '2', '3', '4', '1,23 V', 'Enter the reading');
    expect(entered.at(-1)).toEqual({ value: 1.234 });
    writeFigures({ locale: 'en-GB' });
  });

  it('takes the volts of the battery with a reading, and offers them again with the next', async () => {
    fixture.componentRef.setInput('asksSupply', true);
    await fixture.whenStable();
    const supply = () => page().querySelector<HTMLInputElement>('.leads input')!;
    const measure = async (text: string) => {
      supply().value = text;
      supply().dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    await measure('141');
    expect(page().querySelector('[role=alert]')!.textContent).toBe('A battery has 6 to 32 V.');
    await measure('14.1');
    await press('9', 'Enter the reading', '8', 'Enter the reading');
    expect(entered).toEqual([
      { value: 9, supplyVolts: 14.1 },
      { value: 8, supplyVolts: 14.1 },
    ]);
    await measure('');
    await press('7', 'Enter the reading');
    expect(entered.at(-1)).toEqual({ value: 7 });
  });

  it('forgets the volts of the battery after five minutes: the engine may run since', async () => {
    jasmine.clock().install().mockDate();
    try {
      fixture.componentRef.setInput('asksSupply', true);
      fixture.detectChanges();
      const supply = () => page().querySelector<HTMLInputElement>('.leads input')!;
      supply().value = '14.1';
      supply().dispatchEvent(new Event('input'));
      fixture.detectChanges();
      jasmine.clock().tick(4 * 60_000);
      fixture.detectChanges();
      expect(supply().value).toBe('14.1');
      jasmine.clock().tick(61_000);
      fixture.detectChanges();
      expect(supply().value).toBe('');
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('takes over-limit, signs and factors', async () => {
    await press('OL', 'Enter the reading', '1', '2', 'm', '±', 'Enter the reading');
    expect(entered).toEqual([{ overload: true }, { value: -0.012 }]);
  });

  it('asks where a comma may mean either', async () => {
    const field = page().querySelector('input')!;
    field.value = '1,200';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(understood()).toBe('Which do you mean?');
    await press('1.2 kV');
    expect(understood()).toContain('1.2 kV');
  });

  it('refuses another unit than the test’s', async () => {
    const field = page().querySelector('input')!;
    field.value = '5 ohms';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(understood()).toBe('This test reads in V.');
    await press('Enter the reading');
    expect(entered).toEqual([]);
  });

  it('keeps what was typed until it is entered', async () => {
    fixture.componentRef.setInput('draftName', 'trace signal');
    await press('4', '.', '9');
    expect([...storeRoom.drafts.values()].join()).toContain('4.9');
    await press('Enter the reading');
    expect(entered).toEqual([{ value: 4.9 }]);
    expect(storeRoom.drafts.size).toBe(0);
  });
});
