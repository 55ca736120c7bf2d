import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Shop } from '@dormant-beacon/contract';
import { defaultShopSettings, type ShopSettings } from '@dormant-beacon/core/shop';
import { provideStore, Store } from '@ngrx/store';
import { ApiProblem, Client, StoreRoom } from '../api';
import { peopleFeature, ShopEvents, shopFeature } from '../session';
import { FakeStoreRoom } from '../testing/bench';
import { Settings } from './settings';

describe('Settings', () => {
  const settings = defaultShopSettings;

  async function show(answers: (() => Promise<Shop>)[], lead = true) {
    const saved: [number, ShopSettings][] = [];
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({
          [shopFeature.name]: shopFeature.reducer,
          [peopleFeature.name]: peopleFeature.reducer,
        }),
        { provide: StoreRoom, useClass: FakeStoreRoom },
        {
          provide: Client,
          useValue: {
            changeShop: (seen: number, own: ShopSettings) => {
              saved.push([seen, own]);
              return answers.shift()!();
            },
          },
        },
      ],
    });
    TestBed.inject(Store).dispatch(ShopEvents.loaded({ shop: { revision: 3, settings, underReview: 0 } }));
    const fixture = TestBed.createComponent(Settings);
    fixture.componentRef.setInput('lead', lead);
    await fixture.whenStable();
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const press = async (text: string) => {
      const found = [...document.querySelectorAll<HTMLElement>('button, label')].find((element) =>
        element.textContent.replace(/\s+/g, ' ').trim().endsWith(text),
      )!;
      (found.querySelector('input') ?? found).click();
      await fixture.whenStable();
    };
    return { page, press, saved, settle: () => fixture.whenStable() };
  }

  it('saves on top of the revision that was seen', async () => {
    const { page, press, saved } = await show([
      () => Promise.resolve({ revision: 4, settings: { ...settings, distanceUnit: 'mi' }, underReview: 3 }),
    ]);
    await press('miles');
    await press('Save the settings');
    expect(saved).toEqual([[3, { ...settings, distanceUnit: 'mi' }]]);
    expect(page.textContent).toContain('Saved, and entered in the log below.');
    expect(page.textContent.replace(/\s+/g, ' ')).toContain('3 jobs are being looked at again');
  });

  it('shows both values where another lead was faster, and saves as chosen', async () => {
    const theirs = { ...settings, currency: 'CHF', temperatureUnit: 'F' as const };
    const { press, saved, settle } = await show([
      () => Promise.reject(new ApiProblem(409, 'stale', undefined, { revision: 7, settings: theirs })),
      () => Promise.resolve({ revision: 8, settings: theirs, underReview: 0 }),
    ]);
    await press('kPa');
    await press('Save the settings');
    expect(document.querySelectorAll('db-conflict .row').length).toBe(3);
    [...document.querySelectorAll<HTMLElement>('db-conflict .row button')]
      .find((b) => b.textContent.includes('kPa'))!
      .click();
    await settle();
    await press('Save as chosen');
    expect(saved[1]).toEqual([7, { ...theirs, pressureUnit: 'kPa' }]);
  });

  it('says a refusal, and is closed to others than the lead', async () => {
    const { page, press } = await show([
      () =>
        Promise.reject(
          new ApiProblem(422, 'settings.waitingMinutes: the default wait is 30 minutes or more'),
        ),
    ]);
    await press('Save the settings');
    expect(page.textContent).toContain('The default wait is 30 minutes or more');
    TestBed.resetTestingModule();
    const closed = await show([], false);
    expect(closed.page.querySelector<HTMLFieldSetElement>('fieldset.all')!.disabled).toBeTrue();
  });

  it('takes a number as it is typed, and saves nothing while it is none', async () => {
    const { page, press, saved } = await show([
      () => Promise.resolve({ revision: 4, settings, underReview: 0 }),
    ]);
    const label = [...page.querySelectorAll('label')].find((one) => one.textContent.includes('Hourly rate'))!;
    const type = (text: string) => {
      const rate = label.control as HTMLInputElement;
      rate.value = text;
      rate.dispatchEvent(new Event('input'));
    };
    for (const text of ['', 'about a hundred', '9,']) type(text);
    type('about a hundred');
    await press('Save the settings');
    expect(page.textContent).toContain('Hourly rate: type a number.');
    expect(saved).toEqual([]);
    type('94,50');
    await press('Save the settings');
    expect(saved).toEqual([[3, { ...settings, hourlyRateCents: 9450 }]]);
  });

  it('leaves what was typed where the person does not choose now', async () => {
    const theirs = { ...settings, currency: 'CHF' };
    const { page, press, saved } = await show([
      () => Promise.reject(new ApiProblem(409, 'stale', undefined, { revision: 7, settings: theirs })),
      () => Promise.resolve({ revision: 4, settings, underReview: 0 }),
    ]);
    await press('miles');
    await press('Save the settings');
    await press('Not now');
    expect(page.textContent).toContain('Nothing is saved yet: someone else was faster.');
    await press('Save the settings');
    expect(saved[1]).toEqual([3, { ...settings, distanceUnit: 'mi' }]);
  });
});
