import { standing } from '@dormant-beacon/core/record';
import type { WriteRequest } from '../api';
import { fact, flap, recordOf } from '../testing/bench';
import { pendingIds, withPending } from './pending';

const waits = (kind: string, body: object, more: Partial<WriteRequest> = {}): WriteRequest => ({
  path: `/api/jobs/job/${kind}`,
  key: 'k',
  personId: 'p',
  body,
  ...more,
});
const entry = (id: string, data: object, more: object = {}) => ({
  id,
  observedAt: '2026-11-17T09:00:00Z',
  data,
  ...more,
});

describe('withPending', () => {
  it('lays what waits over the lists, in its order, behind what is saved', () => {
    const record = recordOf({ beacons: [fact('a', flap)] });
    const now = withPending(record, [
      waits('beacons', entry('b', { ...flap, name: 'Lane assist' })),
      waits('code-ends', entry('c', { module: 'Body', code: 'B1318', end: 'out-of-scope', note: 'old' })),
    ]);
    expect(now.beacons.map(({ id, name, seq }) => [id, name, seq])).toEqual([
      ['a', 'Charge flap open', record.beacons[0]!.seq],
      ['b', 'Lane assist', 51],
    ]);
    expect(now.codeEnds.map(({ id, seq, recordedAt }) => [id, seq, recordedAt])).toEqual([
      ['c', 52, '2026-11-17T09:00:00Z'],
    ]);
    expect(record.beacons.length).toBe(1);
  });

  it('takes the place of what it corrects, and takes back what it withdraws', () => {
    const record = recordOf({ beacons: [fact('a', flap), fact('x', { ...flap, name: 'Fog' })] });
    const now = withPending(record, [
      waits('beacons', entry('b', { ...flap, name: 'Charge flap ajar' }, { corrects: 'a' })),
      waits('withdrawals', { id: 'w', observedAt: '2026-11-17T09:00:00Z', withdraws: 'x' }),
    ]);
    expect(standing(now.beacons).map(({ name }) => name)).toEqual(['Charge flap ajar']);
  });

  it('shows a changed head, and nothing of another job, of a report or of a photo', () => {
    const record = recordOf();
    const head = { ...record.head, customerWords: 'It charges now.' };
    const now = withPending(record, [
      waits('head', { head, vehicle: record.vehicle }, { method: 'PUT' }),
      waits('scans', entry('s', { kind: 'baseline', text: 'Body: no codes' })),
      { ...waits('notes', entry('n', { stage: 'strip', text: 'x' })), path: '/api/jobs/other/notes' },
      waits('constructor', entry('m', {})),
    ]);
    expect(now).toEqual({ ...record, head });
    expect(withPending(record, [])).toBe(record);
  });

  it('shows once what is saved although its answer was lost', () => {
    const record = recordOf({ beacons: [fact('a', flap)] });
    expect(withPending(record, [waits('beacons', entry('a', flap))])).toBe(record);
    expect([...pendingIds([waits('beacons', entry('a', flap)), waits('x', {})])]).toEqual(['a']);
  });
});
