import { answer, answerLine, type Call, readArguments } from './command.js';

const call = (...args: string[]) => readArguments(args) as Call;

describe('trace next', () => {
  const look = (id: string, element: string, minutes: number, more: object = {}) => ({
    id,
    kind: 'inspect',
    element,
    minutes,
    finds: 0.9,
    falseAlarm: 0.1,
    ...more,
  });
  const request = (more: object = {}) => ({
    circuit: { elements: [] },
    suspects: [
      { id: 'a', element: 'A', mode: 'open', weight: 3 },
      { id: 'b', element: 'B', mode: 'open', weight: 1 },
    ],
    outsideWeight: 0,
    tests: [look('a', 'A', 2), look('b', 'B', 2, { needs: ['trim'] })],
    repairs: ['A', 'B'].map((element) => ({ element, minutes: 10, priceCents: 500 })),
    accesses: [{ id: 'trim', minutes: 15 }],
    ...more,
  });
  interface Answer {
    readonly suspects: { id: string; probability: number }[];
    readonly next: { action: string; test?: string; before: { accessMinutes: number } }[];
    readonly hidden: boolean;
    readonly unheard: string[];
  }
  const next = (more: object = {}) =>
    JSON.parse(String(answer(call('trace', 'next'), JSON.stringify(request(more))))) as Answer;

  it('charges what must be reached first, and takes what a person says', () => {
    const { next: actions } = next();
    expect(actions.find(({ test }) => test === 'b')!.before.accessMinutes).toBe(15);
    const gained = next({ gained: ['trim'] }).next.find(({ test }) => test === 'b')!;
    expect(gained.before.accessMinutes).toBe(0);
    const words = [{ suspect: 'a', as: 'ruled-out' }];
    expect(next({ words }).suspects[0]).toEqual(jasmine.objectContaining({ id: 'b', probability: 1 }));
  });

  it('leaves readings out that were taken while the fault did not show', () => {
    const tests = [look('a', 'A', 2, { disturbs: true }), look('b', 'B', 2)];
    const readings = [
      { test: 'a', found: false },
      { test: 'b', found: true },
    ];
    const epochs = [{ after: 'a', shows: false }];
    const { hidden, unheard } = next({ tests, readings, epochs });
    expect([hidden, unheard]).toEqual([true, ['b']]);
  });

  it('says where a request is wrong', () => {
    const wrong = (more: object) => answerLine(call('trace', 'next'), JSON.stringify(request(more)));
    expect(wrong({ gained: ['roof'] })).toContain('"path":"gained[0]"');
    expect(wrong({ epochs: [{ after: 'x', shows: true }] })).toContain('"path":"epochs[0].after"');
    expect(wrong({ words: [{ suspect: 'z', as: 'pinned' }] })).toContain('"path":"words[0].suspect"');
    expect(wrong({ steps: 3 })).toContain('"path":"steps"');
  });
});
