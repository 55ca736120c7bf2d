import { say } from './sentences.js';

describe('say', () => {
  it('writes a sentence with its parameters, and tells what it was made from', () => {
    expect(say('short.look', { beacon: 'Left tail lamp out' })).toEqual({
      key: 'short.look',
      parameters: { beacon: 'Left tail lamp out' },
      says: 'Look at “Left tail lamp out”: bulb, fuse, socket, plug. Then enter what was done.',
    });
    expect(say('job.done').says).toBe('Nothing is open. The job is done.');
    // @ts-expect-error A sentence that takes a parameter is not said without it.
    expect(say('short.look').says).toContain('undefined');
  });
});
