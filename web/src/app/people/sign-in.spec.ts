import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { Session } from '@dormant-beacon/contract';
import { provideStore, Store } from '@ngrx/store';
import { ApiProblem, Client } from '../api';
import { sessionOf, yuki } from '../testing/bench';
import { PeopleEvents, peopleFeature } from '../session';
import { SignIn } from './sign-in';

describe('SignIn', () => {
  let fixture: ComponentFixture<SignIn>;
  let store: Store;
  let asked: unknown[];
  let answer: () => Promise<Session>;

  async function show(session: Session): Promise<void> {
    asked = [];
    answer = () => Promise.resolve(sessionOf(yuki));
    const note = (what: string) => (body: unknown) => {
      asked.push([what, body]);
      return answer();
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [peopleFeature.name]: peopleFeature.reducer }),
        {
          provide: Client,
          useValue: {
            signIn: note('password'),
            pinSwitch: note('pin'),
            newPassword: (current: string, password: string) => note('new')({ current, password }),
          },
        },
      ],
    });
    store = TestBed.inject(Store);
    store.dispatch(PeopleEvents.sessionKnown({ session }));
    fixture = TestBed.createComponent(SignIn);
    await fixture.whenStable();
  }

  const page = () => fixture.nativeElement as HTMLElement;
  const text = () => page().textContent.replace(/\s+/g, ' ');
  const press = async (wanted: string) => {
    [...page().querySelectorAll('button')].find((button) => button.textContent.includes(wanted))!.click();
    await fixture.whenStable();
  };
  const fill = async (n: number, value: string) => {
    const field = page().querySelectorAll('input')[n]!;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  const person = () => store.selectSignal(peopleFeature.selectPerson)();

  it('asks for name and password where nobody was here, and says what the server says', async () => {
    await show(sessionOf(null));
    await press('Sign in');
    expect(text()).toContain('Type your name.');
    await fill(0, 'Yuki Sorensen');
    await fill(1, 'wrong');
    answer = () => Promise.reject(new ApiProblem(401, 'Name and password do not fit together.'));
    await press('Sign in');
    expect(text()).toContain('do not fit together');
    expect(page().querySelectorAll('input')[1]!.value).toBe('');
    answer = () => Promise.resolve(sessionOf(yuki));
    await fill(1, 'lantern and wrench');
    await press('Sign in');
    expect(person()).toEqual(yuki);
  });

  it('offers the PIN to those who were here', async () => {
    await show(sessionOf(null, { here: [yuki] }));
    expect(page().querySelector('input')).toBeNull();
    await press('Yuki Sorensen');
    for (const key of ['7', '3', '9']) await press(key);
    await press('Enter');
    expect(text()).toContain('A PIN has four to eight digits.');
    expect(asked).withContext('half a PIN is no try').toEqual([]);
    for (const key of ['⌫', '0', '5']) await press(key);
    await press('Enter');
    expect(asked).toEqual([['pin', { personId: 'p', pin: '7305' }]]);
    expect(person()).toEqual(yuki);
  });

  it('has a first password changed before anything else', async () => {
    await show(sessionOf(null));
    await fill(0, 'Yuki Sorensen');
    await fill(1, 'first password');
    answer = () => Promise.resolve(sessionOf(yuki, { mustChange: true }));
    await press('Sign in');
    expect(person()).toBeNull();
    expect(text()).toContain('Choose a password of your own, Yuki Sorensen.');
    await fill(0, 'a word of my own');
    await fill(1, 'another word');
    await press('Take this password');
    expect(text()).toContain('The two are not the same.');
    await fill(1, 'a word of my own');
    answer = () => Promise.resolve(sessionOf(yuki));
    await press('Take this password');
    expect(asked.at(-1)).toEqual(['new', { current: 'first password', password: 'a word of my own' }]);
    expect(person()).toEqual(yuki);
  });

  it('shows the demo’s accounts in the demo alone', async () => {
    await show(sessionOf(null));
    expect(text()).not.toContain('This is the demo');
    store.dispatch(
      PeopleEvents.sessionKnown({
        session: sessionOf(null, {
          mode: 'demo',
          demoAccounts: [
            { personId: 'p', name: 'Remy', role: 'learner', password: 'lantern for learning', pin: '7305' },
          ],
        }),
      }),
    );
    await fixture.whenStable();
    await press('Remy');
    expect(asked).toEqual([['password', { name: 'Remy', password: 'lantern for learning' }]]);
  });
});
