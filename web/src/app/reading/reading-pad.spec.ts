import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideStore } from '@ngrx/store';
import { StoreRoom } from '../api';
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
