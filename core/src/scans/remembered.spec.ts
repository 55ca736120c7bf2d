import { labelOf, reachWordOf } from './vocabulary.js';
import { remembered, rememberedWords } from './remembered.js';

describe('answers that are kept', () => {
  const counting = () => {
    const asked: string[] = [];
    return { asked, read: (text: string) => (asked.push(text), text.length > 3 ? text.length : null) };
  };

  it('are given again without asking, nothing among them', () => {
    const { asked, read } = counting();
    const kept = remembered(read);
    expect([kept('Airbag'), kept('Airbag'), kept('no'), kept('no')]).toEqual([6, 6, null, null]);
    expect(asked).toEqual(['Airbag', 'no']);
  });

  it('of words are the same for every figure but nought', () => {
    const { asked, read } = counting();
    const kept = rememberedWords(read);
    for (const text of ['2 faults', '9 faults', '37 faults', '0 faults', '20 faults']) kept(text);
    expect(asked).toEqual(['1 faults', '11 faults', '0 faults', '10 faults']);
  });

  it('of very long texts are asked for each time', () => {
    const { asked, read } = counting();
    const [kept, long] = [rememberedWords(read), '2 '.repeat(60)];
    expect([kept(long), kept(long)]).toEqual([120, 120]);
    expect(asked).toEqual([long, long]);
  });

  it('make no difference to what words mean', () => {
    for (const count of ['1', '7', '12', '305'])
      expect([reachWordOf(`${count} faults`), labelOf(`Fault ${count}`)?.role])
        .withContext(count)
        .toEqual(['holdsCodes', 'code']);
    expect([reachWordOf('0 faults'), reachWordOf('00 faults'), reachWordOf('10 faults')]).toEqual([
      'clean',
      'clean',
      'holdsCodes',
    ]);
  });
});
