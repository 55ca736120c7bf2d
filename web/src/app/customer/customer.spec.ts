import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { CustomerPage, CustomerTells } from '@dormant-beacon/contract';
import { provideStore } from '@ngrx/store';
import { ApiProblem, Client } from '../api';
import { jobFeature } from '../job';
import { writeTimes } from '../time';
import { Customer } from './customer';

const light = (beaconId: string, name: string, conditions: string[], restraint = false) => ({
  beaconId,
  name,
  conditions,
  restraint,
});

class Telephone {
  lights = [light('a', 'Charge flap open', ['cold']), light('b', 'Charging refused', ['rain'])];
  readonly told: CustomerTells[] = [];
  /** How many of the next calls nobody answers. */
  deaf = 0;
  gone = false;
  private answer(): Promise<CustomerPage> {
    if (this.gone) return Promise.reject(new ApiProblem(410, 'This link has ended. Call the shop.'));
    if (this.deaf > 0) {
      this.deaf -= 1;
      return Promise.reject(new ApiProblem(0, 'The server does not answer.'));
    }
    return Promise.resolve({
      shop: 'Lantern Row',
      car: 'Corvane Lumen',
      locale: 'en-GB',
      timeZone: 'Europe/Vienna',
      until: '2027-01-29T09:00:00Z',
      handedBackAt: null,
      lights: this.lights,
      told: this.told.map(({ observedAt }) => ({ at: observedAt, says: 'told', taken: false })),
    });
  }
  customerPage = () => this.answer();
  async customerTells(told: CustomerTells): Promise<CustomerPage> {
    const page = await this.answer();
    if (!this.told.some(({ id }) => id === told.id)) this.told.push(told);
    return page;
  }
}

describe('Customer', () => {
  // The page writes times as the shop does; other specs are by the device's own zone.
  afterAll(() => writeTimes({ timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone, locale: 'en-GB' }));
  let phone: Telephone;
  let element: HTMLElement;
  beforeEach(() => {
    phone = new Telephone();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [jobFeature.name]: jobFeature.reducer }),
        { provide: Client, useValue: phone },
      ],
    });
  });
  const settled = async () => {
    for (let n = 0; n < 4; n++) await new Promise((resolve) => setTimeout(resolve, 5));
  };
  const open = async () => {
    element = TestBed.createComponent(Customer).nativeElement as HTMLElement;
    await settled();
  };
  const tap = async (words: string) => {
    const button = [...element.querySelectorAll('button')].find(
      (own) => own.textContent!.trim() === words || own.getAttribute('aria-label') === words,
    );
    if (!button) throw new Error(`no button “${words}”`);
    button.click();
    await settled();
  };
  const counts = () => [...element.querySelectorAll<HTMLInputElement>('db-step-count input')];
  const type = (input: HTMLInputElement, text: string) => {
    input.value = text;
    input.dispatchEvent(new Event('input'));
  };

  it('tells of every light by one drive, each with the conditions that it asks for', async () => {
    await open();
    expect(element.textContent).toContain('Has “Charge flap open” or “Charging refused” shown again?');
    await tap('No, all is well');
    const [starts, cold] = counts();
    type(starts!, '8');
    type(cold!, '3');
    await tap('Send it to the shop');
    expect(phone.told.map(({ report }) => report)).toEqual([
      { beaconId: 'a', shown: false, starts: 8, within: [{ condition: 'cold', starts: 3 }] },
      { beaconId: 'b', shown: false, starts: 8, within: [] },
    ]);
    expect(element.textContent).toContain('Thank you, the shop has it.');
  });

  it('is one report however often a broken line makes them send it', async () => {
    await open();
    await tap('No, all is well');
    type(counts()[0]!, '8');
    phone.deaf = 1;
    await tap('Send it to the shop');
    expect(element.textContent).toContain('Nothing you typed is lost');
    expect(counts()[0]!.value).toBe('8');
    await tap('Send it to the shop');
    await tap('No, all is well');
    expect(phone.told.length).toBe(2);
    expect(new Set(phone.told.map(({ id }) => id)).size).toBe(2);
  });

  it('asks which one showed again and when, and warns where somebody may not be protected', async () => {
    phone.lights = [light('a', 'Airbag lamp', [], true), light('b', 'Horn', [])];
    await open();
    await tap('Yes');
    expect(element.querySelector('db-caution')!.textContent).toContain('Call the shop before you drive');
    await tap('Send it to the shop');
    expect(phone.told).toEqual([]);
    expect(element.textContent).toContain('Which one do you mean?');
    await tap('Horn');
    expect(element.querySelector('db-caution')).toBeNull();
    await tap('Yesterday');
    await tap('Send it to the shop');
    const [{ report }] = phone.told as [CustomerTells];
    expect([report.beaconId, report.shown]).toEqual(['b', true]);
    const yesterday = new Intl.DateTimeFormat('sv-SE', { timeZone: 'Europe/Vienna' }).format(
      new Date(Date.now() - 86_400_000),
    );
    expect(report.on).toBe(yesterday);
  });

  it('says which number is wrong, at that number', async () => {
    await open();
    await tap('No, all is well');
    await tap('Send it to the shop');
    expect(element.textContent).toContain('How many times did you start the car? A number from 1 to 500.');
    const [starts, cold] = counts();
    type(starts!, '2');
    type(cold!, '5');
    await settled();
    expect(element.textContent).toContain('A number from 0 to 2.');
    await tap('One fewer: How many of them on a cold morning?');
    expect(cold!.value).toBe('4');
  });

  it('says why it does not open, and opens once there is a connection', async () => {
    phone.deaf = 1;
    await open();
    expect(element.textContent).toContain('does not answer');
    await tap('Try again');
    expect(element.textContent).toContain('Your Corvane Lumen');
    phone.gone = true;
    await open();
    expect(element.textContent).toContain('This link has ended. Call the shop.');
  });
});
