import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Account } from '@dormant-beacon/contract';
import { provideStore } from '@ngrx/store';
import { ApiProblem, Client } from '../api';
import { peopleFeature } from '../session';
import { yuki } from '../testing/bench';
import { ShopPeople } from './people';

describe('ShopPeople', () => {
  const account = (more: Partial<Account> = {}): Account => ({
    person: yuki,
    active: true,
    hasPassword: true,
    lockedUntil: null,
    lastSeenAt: null,
    ...more,
  });

  async function show(accounts: readonly Account[]) {
    const sent: unknown[][] = [];
    let refusal: string | null = null;
    const act = (...what: unknown[]) => {
      if (refusal) return Promise.reject(new ApiProblem(422, refusal));
      sent.push(what);
      return Promise.resolve(account());
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [peopleFeature.name]: peopleFeature.reducer }),
        {
          provide: Client,
          useValue: {
            accounts: () => Promise.resolve(accounts),
            addAccount: (person: unknown, password: string) => act('add', person, password),
            changeAccount: (id: string, change: unknown) => act('change', id, change),
          },
        },
      ],
    });
    const fixture = TestBed.createComponent(ShopPeople);
    await fixture.whenStable();
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const press = async (text: string) => {
      const found = [...page.querySelectorAll<HTMLElement>('button, label')].find((element) =>
        element.textContent.replace(/\s+/g, ' ').includes(text),
      )!;
      (found.querySelector('input') ?? found).click();
      await fixture.whenStable();
    };
    const fill = async (label: string, value: string) => {
      const field = [...page.querySelectorAll('label')].find((element) =>
        element.textContent.includes(label),
      )!.control as HTMLInputElement;
      field.value = value;
      field.dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    return { page, press, fill, sent, refuse: (why: string) => (refusal = why) };
  }

  it('tells who may not sign in, and who is locked', async () => {
    const { page } = await show([
      account({ active: false }),
      account({ active: false, hasPassword: false }),
      account({ lockedUntil: '2026-11-25T10:00:00Z' }),
    ]);
    for (const text of ['may not sign in', 'known from another shop’s story', 'locked after wrong passwords'])
      expect(page.textContent).toContain(text);
  });

  it('adds a person with initials and a first password, and says what the server refuses', async () => {
    const { page, press, fill, sent, refuse } = await show([]);
    await press('Add a person');
    await press('Add them');
    expect(page.textContent).toContain('The name is missing.');
    await fill('Name', 'Cy Brandt');
    await press('front desk');
    await fill('A first password', 'a first password');
    await press('Add them');
    expect(sent).toEqual([
      [
        'add',
        jasmine.objectContaining({ name: 'Cy Brandt', initials: 'CB', role: 'desk' }),
        'a first password',
      ],
    ]);
    refuse('name: someone of this name signs in here already');
    await press('Add a person');
    await fill('Name', 'Cy Brandt');
    await press('Add them');
    expect(page.textContent).toContain('someone of this name signs in here already');
  });

  it('takes an account away, and gives a new first password', async () => {
    const { press, fill, sent } = await show([account()]);
    await press('Yuki Sorensen');
    await fill('A new first password', 'begin once more');
    await press('Save');
    await press('Yuki Sorensen');
    await press('May not sign in any more');
    expect(sent).toEqual([
      [
        'change',
        'p',
        {
          name: 'Yuki Sorensen',
          initials: 'YS',
          role: 'technician',
          active: true,
          password: 'begin once more',
        },
      ],
      ['change', 'p', { name: 'Yuki Sorensen', initials: 'YS', role: 'technician', active: false }],
    ]);
  });
});
