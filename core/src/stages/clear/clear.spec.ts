import { Story } from '../../testing/story.js';
import { clearOrder, moduleRows, moduleWords } from './index.js';

const scanned = (...texts: string[]) => {
  const story = new Story();
  texts.forEach((text, n) => story.scan(n === 0 ? 'baseline' : 'final', text));
  return story.record;
};
const order = (text: string) => clearOrder(scanned(text).scans[0]!).map(({ module, why }) => [module, why]);

describe('the order of clearing', () => {
  it('begins with what the others miss, and ends with what only tells of others', () => {
    expect(
      order(
        'Cluster\n  U0121-00 Lost communication with brake control\nRestraint control\n  B1049-13 Belt loop\nBrake control\n  C1234-11 Sensor\n  U0140-00 Lost communication with body\nBody\n  B1318-16 Supply\n',
      ),
    ).toEqual([
      ['Brake control', 'first: Cluster misses it'],
      ['Body', 'first: Brake control misses it'],
      ['Restraint control', null],
      ['Cluster', 'last: it only tells of others'],
    ]);
  });

  it('leaves out what does not answer, and what holds no code', () => {
    expect(order('Body\n  B1318-16 Supply\nTelematics: no response\nLamps: no codes\n')).toEqual([
      ['Body', null],
    ]);
  });
});

describe('modules before and after', () => {
  it('tells silent, not read and clean apart, and puts what asks for a word first', () => {
    const record = scanned(
      'Body\n  B1318-16 Supply\nTelematics: no response\nLamps: no codes\nDoor: no codes\n',
      'Body: no codes\nTelematics: no codes\nLamps: no response\n',
    );
    const rows = moduleRows(record, record.scans[1]!).map(({ module, before, after, open }) => [
      module,
      moduleWords(before),
      moduleWords(after),
      open,
    ]);
    expect(rows).toEqual([
      ['Lamps', 'clean', 'silent', true],
      ['Door', 'clean', 'not read', true],
      ['Body', 'one code', 'clean', false],
      ['Telematics', 'silent', 'clean', false],
    ]);
  });
});
