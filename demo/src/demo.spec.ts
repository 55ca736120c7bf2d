import { type Endpoint, endpoints, factKinds, openJob } from '@dormant-beacon/contract';
import { readVin } from '@dormant-beacon/core/formats';
import { readReport } from '@dormant-beacon/core/scans';
import { actionClassOf, nextTests, type TraceCase, type TraceReading } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { calls, jobNumberBefore, people, traceNotes } from './index.js';
import { report } from './world.js';

describe('the demo', () => {
  const all = calls(new Date('2026-11-20T12:00:00Z'));

  it('is made of calls that the contract takes', () => {
    for (const { path, body, bytes } of all) {
      if (bytes) continue;
      const kind = path.split('/').at(-1)! as keyof typeof factKinds;
      const other = Object.values<Endpoint>(endpoints).find(
        (endpoint) =>
          endpoint.method === 'POST' &&
          !path.startsWith('/api/jobs') &&
          path.split('/').length === endpoint.path.split('/').length &&
          endpoint.path.split('/').every((part, n) => part.startsWith('{') || part === path.split('/')[n]),
      );
      const schema = other?.body ?? (path === '/api/jobs' ? openJob : factKinds[kind].entry);
      const result = schema.safeParse(body);
      expect(result.error?.issues)
        .withContext(`${path} ${JSON.stringify(body)}`)
        .toBeUndefined();
    }
  });

  it('uses every key once, and people of the shop', () => {
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length);
    const known = new Set(people.map(({ id }) => id));
    expect(all.every(({ personId }) => known.has(personId))).toBeTrue();
  });

  it('numbers its jobs as the documents name them', () => {
    const numbers = all.map(jobNumberBefore).filter((number) => number !== null);
    expect(numbers.map((number) => number + 1).sort((a, b) => a - b)).toEqual([
      104, 116, 120, 129, 131, 138, 142, 145, 147,
    ]);
  });

  it('has reports that are read to the last line', () => {
    const codes = {
      'j-0104-baseline': 2,
      'j-0104-final': 0,
      'j-0120-baseline': 1,
      'j-0129-baseline': 18,
      'j-0129-interim': 9,
      'j-0131-baseline': 4,
      'j-0138-baseline': 19,
      'j-0145-baseline': 4,
      'j-0145-final': 0,
      'j-0147-baseline': 1,
    };
    for (const [name, count] of Object.entries(codes)) {
      const scan = readReport(report(name));
      expect(scan.notRead).withContext(name).toEqual([]);
      expect(scan.codes.length).withContext(name).toBe(count);
      expect(scan.reader).withContext(name).toBeDefined();
    }
  });
});

describe('the demo’s vehicles', () => {
  it('have numbers whose check digit holds and whose model year is theirs', () => {
    for (const { path, body } of calls(new Date('2026-11-20T12:00:00Z'))) {
      if (path !== '/api/jobs') continue;
      const { vin, year } = (body as { vehicle: { vin?: string; year?: number } }).vehicle;
      if (!vin) continue;
      const read = readVin(vin, 2027);
      expect([vin, read.checkDigit, read.remarks.length]).toEqual([vin, 'holds', 0]);
      expect(read.modelYears).withContext(vin).toContain(year!);
    }
  });
});

describe('the demo notes', () => {
  for (const note of traceNotes)
    it(`${note.job} is traced from zero to its part and root by the planner’s own choices`, () => {
      const source = templates.find(({ id }) => id === note.template)!.build(note.values);
      expect(Object.keys(note.readings).sort()).toEqual(source.tests.map(({ id }) => id).sort());
      const readings: TraceReading[] = [];
      for (;;) {
        const [next] = nextTests({ ...source, readings }).next;
        if (next!.action === 'repair') {
          expect(next!.element).toBe(note.part);
          break;
        }
        readings.push({ test: next!.test, ...note.readings[next!.test]! });
      }
      // Six tests at most, as the journeys ask: a bad joint of a few ohms hardly shows on a line of milliamps.
      expect(readings.length).toBeLessThan(7);
      expect(source.repairs.find(({ element }) => element === note.part)!.label).toBe(note.repair);
      expect(source.roots!.filter(({ element }) => element === note.part).map(({ root }) => root)).toContain(
        note.root,
      );
    });
});

describe('the demo’s library', () => {
  const all = calls(new Date('2026-11-20T12:00:00Z'));
  const bodies = (path: string) => all.filter((call) => call.path === path).map(({ body }) => body);

  it('keeps circuits for models of the made-up makes, each ready to be traced', () => {
    const circuits = bodies('/api/library/circuits') as { make: string; title: string; case: TraceCase }[];
    expect(circuits.length).toBeGreaterThan(2);
    for (const { make, title, case: source } of circuits) {
      expect(['Velanta', 'Ostrel', 'Corvane', 'Hallmer']).withContext(title).toContain(make);
      expect(nextTests(source).next[0]!.action).withContext(title).toBe('test');
    }
  });

  it('asks for no car made safe on a plain circuit', () => {
    const circuits = bodies('/api/library/circuits') as { title: string; case: TraceCase }[];
    const traced = all
      .filter(({ path }) => path.endsWith('/traces'))
      .map(({ body }) => body['data'] as { title: string; case: TraceCase });
    for (const { title, case: source } of [...circuits, ...traced])
      for (const test of source.tests)
        expect(actionClassOf(source, test)).withContext(`${title}: ${test.label}`).toBeNull();
  });

  it('knows weaknesses of suspects that their templates have, each with a source', () => {
    const weaknesses = bodies('/api/library/weaknesses') as Record<
      'template' | 'suspect' | 'source',
      string
    >[];
    expect(weaknesses.length).toBeGreaterThan(0);
    for (const { template, suspect, source } of weaknesses) {
      const built = templates.find(({ id }) => id === template)!.build({});
      expect(built.suspects!.map(({ id }) => id)).toContain(suspect);
      expect(source.length).toBeGreaterThan(5);
    }
  });

  it('weighs the sliding door by what it knows of the model, and says so', () => {
    const traces = all
      .filter(({ path }) => path.endsWith('/traces'))
      .map(({ body }) => body['data'] as { case: TraceCase });
    const because = traces.flatMap(({ case: source }) =>
      source.suspects!.flatMap((suspect) => suspect.because ?? []),
    );
    expect(because.map(({ what }) => what)).toContain(
      'known weakness: the harness chafes in the guide track of the sliding door (three of our jobs)',
    );
  });
});
