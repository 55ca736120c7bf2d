import { endpoints, factEndpoints, factKinds } from './index.js';
import { openapi } from './openapi.js';

describe('openapi', () => {
  const text = openapi() as {
    paths: Record<string, Record<string, { requestBody?: unknown; parameters: { name: string }[] }>>;
  };

  it('describes every endpoint once, with the headers that writes need', () => {
    const all = [...Object.values(endpoints), ...factEndpoints];
    const described = Object.values(text.paths).flatMap((operations) => Object.values(operations));
    expect(described.length).toBe(all.length);
    for (const endpoint of factEndpoints) {
      const operation = text.paths[endpoint.path]!['post']!;
      expect(operation.requestBody).toBeDefined();
      expect(operation.parameters.map((parameter) => parameter.name)).toEqual([
        'jobId',
        'Idempotency-Key',
        'Beacon-Person',
        'Beacon-Seen',
      ]);
    }
  });

  it('can be written as JSON', () => {
    expect(JSON.parse(JSON.stringify(text))).toEqual(text as object);
  });
});

describe('factKinds', () => {
  const base = { id: '00000000-0000-7000-8000-000000000001', observedAt: '2026-11-17T08:00:00Z' };

  it('refuses unknown keys and impossible counts', () => {
    const data = {
      kind: 'beacon',
      name: 'Lamp',
      seen: 'lit',
      thereBefore: 'no',
      conditions: [],
      shown: 3,
      exposures: 2,
    };
    const result = factKinds.beacons.entry.safeParse({ ...base, data });
    expect(result.error?.issues[0]?.path).toEqual(['data', 'shown']);
    expect(
      factKinds.notes.entry.safeParse({ ...base, data: { stage: 'trace', text: 'x' }, colour: 1 }).success,
    ).toBeFalse();
  });
});
