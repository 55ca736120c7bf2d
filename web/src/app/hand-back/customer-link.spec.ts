import { TestBed } from '@angular/core/testing';
import { Client } from '../api';
import { benchFor, fact, flap, recordOf } from '../testing/bench';
import { CustomerLinkPart } from './customer-link';

const mended = () =>
  recordOf({
    beacons: [fact('b', flap)],
    repairs: [
      fact('r', {
        beaconIds: ['b'],
        label: 'Switch',
        method: 'replace',
        root: 'unknown',
        cured: true,
        chance: null,
      }),
    ],
  });

describe('CustomerLinkPart', () => {
  let door: { address: string | null; why: string | null };
  beforeEach(() => {
    door = { address: 'https://bench.shop.example', why: null };
    TestBed.configureTestingModule({
      providers: [{ provide: Client, useValue: { customerDoor: () => Promise.resolve(door) } }],
    });
  });

  it('makes a secret on this device, sends its hash, and shows it once', async () => {
    const bench = await benchFor(CustomerLinkPart, mended());
    await bench.press('Make a link for the customer');
    for (let n = 0; n < 100 && !bench.page.querySelector('svg'); n++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    const address = bench.page.querySelector('.address')!.textContent.trim();
    const [, token] = /^https:\/\/bench\.shop\.example\/your-car#([\w-]{43})$/.exec(address)!;
    const hash = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(token));
    const hex = [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
    const [{ kind, data }] = bench.desk.entered as [{ kind: string; data: Record<string, unknown> }];
    expect([kind, data['tokenHash']]).toEqual(['customer-links', hex]);
    expect(JSON.stringify(bench.desk.entered)).not.toContain(token!);
  });

  it('says why no telephone reaches the shop, and offers none then', async () => {
    door = { address: null, why: 'It runs without TLS.' };
    const bench = await benchFor(CustomerLinkPart, mended());
    expect(bench.text()).toContain('It runs without TLS.');
    expect(bench.page.querySelector('button')).toBeNull();
  });

  it('ends a link, and is not there before anything was mended', async () => {
    const until = new Date(Date.now() + 86_400_000).toISOString();
    const record = { ...mended(), customerLinks: [fact('l', { tokenHash: 'a'.repeat(64), until })] };
    const bench = await benchFor(CustomerLinkPart, record as ReturnType<typeof mended>);
    await bench.press('End it');
    expect(bench.desk.withdrawn).toEqual(['l']);
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [{ provide: Client, useValue: { customerDoor: () => Promise.resolve(door) } }],
    });
    const early = await benchFor(CustomerLinkPart, recordOf({ beacons: [fact('b', flap)] }));
    expect(early.text().trim()).toBe('');
  });
});
