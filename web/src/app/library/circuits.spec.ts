import { provideZonelessChangeDetection } from '@angular/core';
import { By } from '@angular/platform-browser';
import { TestBed } from '@angular/core/testing';
import { type Circuit } from '@dormant-beacon/core/circuit';
import { type CircuitEdit, edited } from '@dormant-beacon/core/circuit/edit';
import { templates } from '@dormant-beacon/core/trace/templates';
import { ApiProblem, Client } from '../api';
import { type Bench, benchFor, recordOf, shown } from '../testing/bench';
import { CircuitDrawing } from '../circuit';
import { CircuitEditor } from './circuit-editor';
import { CircuitList } from './circuit-list';
import { EditHistory } from './edit-history';

const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});
const all = lamp.circuit.elements.length;

class FakeClient {
  readonly kept: Record<string, unknown>[] = [];
  withdrawn = false;
  refusal: ApiProblem | null = null;
  /** It is kept, but nobody hears so. */
  lost: ApiProblem | null = null;
  circuit = (circuitId: string) =>
    Promise.resolve({
      circuitId,
      version: 2,
      latest: 2,
      make: 'Velanta',
      model: 'Quill',
      title: 'Right tail lamp',
      note: null,
      personId: 'p',
      addedAt: '2026-11-17T08:00:00Z',
      case: lamp,
      withdrawn: this.withdrawn,
    });
  keepCircuit(body: Record<string, unknown>) {
    if (this.refusal) return Promise.reject(this.refusal);
    this.kept.push(body);
    if (this.lost) return Promise.reject(this.lost);
    return Promise.resolve({ circuitId: body['circuitId'], version: (body['basedOn'] as number) + 1 });
  }
}

describe('circuits of the library', () => {
  let client: FakeClient;
  beforeEach(() => {
    client = new FakeClient();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Client, useValue: client }],
    });
  });

  const opened = async (): Promise<Bench<CircuitEditor>> => {
    const bench = await benchFor(CircuitEditor, recordOf(), { circuitId: 'c1' });
    await shown(bench, 'db-element-row');
    return bench;
  };

  describe('the circuit editor', () => {
    it('opens a circuit, takes an element out, says at once what dangles, and undoes it', async () => {
      const bench = await opened();
      expect(bench.page.querySelectorAll('db-element-row').length).toBe(all);
      expect(bench.text()).toContain('Nothing dangles');
      bench.page.querySelector<HTMLElement>('[aria-label="Take out SWITCH"]')!.click();
      await bench.fixture.whenStable();
      expect(bench.text()).toContain('switched ends at harness to the lamp alone');
      await bench.press('Undo');
      expect(bench.text()).toContain('Nothing dangles');
      await bench.press('Do it again');
      expect(bench.page.querySelectorAll('db-element-row').length).toBe(all - 1);
    });

    it('hangs a new element at a point, and refuses a figure that cannot be', async () => {
      const bench = await opened();
      await bench.press('contact');
      expect(bench.page.querySelectorAll('db-element-row').length).toBe(all + 1);
      const row = [...bench.page.querySelectorAll('db-element-row')].at(-1)!;
      const ohms = [...row.querySelectorAll('label')].find((label) => label.textContent.trim() === 'Ω')!;
      const field = ohms.control as HTMLInputElement;
      field.value = '-3';
      field.dispatchEvent(new Event('input'));
      field.dispatchEvent(new Event('change'));
      await bench.fixture.whenStable();
      expect(row.querySelector('.problem')!.textContent).toContain('ohms');
      const dangling = [...bench.page.querySelectorAll('.flaws li')].map((flaw) => flaw.textContent);
      expect(dangling.some((flaw) => flaw.includes('alone: join it to something'))).toBeTrue();
    });

    it('hangs part on part from where the finger is, down to ground', async () => {
      const bench = await benchFor(CircuitEditor, recordOf(), { circuitId: 'new' });
      const at = () => bench.page.querySelector('#goes-on strong')!.textContent;
      await bench.fixture.whenStable();
      for (const [part, next] of [
        ['battery', 'b+'],
        ['fuse', 'p'],
        ['switch', 'p.2'],
        ['lamp', 'p.3'],
        ['ground', 'p.3'],
      ] as const) {
        await bench.press(part);
        expect(at()).withContext(part).toBe(next);
      }
      const { case: source } = bench.fixture.componentInstance as unknown as { case: () => typeof lamp };
      const { circuit } = source();
      expect(circuit.elements.map(({ kind, pins }) => [kind, ...pins])).toEqual([
        ['battery', 'b+', 'gnd'],
        ['fuse', 'b+', 'p'],
        ['switch', 'p', 'p.2'],
        ['lamp', 'p.2', 'p.3'],
        ['ground', 'p.3', 'gnd'],
      ]);
      expect(bench.text()).toContain('Nothing dangles');
    });

    it('joins a point that is drawn onto another', async () => {
      const bench = await opened();
      const drawing = bench.fixture.debugElement.query(By.directive(CircuitDrawing))
        .componentInstance as CircuitDrawing;
      drawing.joined.emit({ point: 'switched', with: 'F7' });
      await bench.fixture.whenStable();
      expect(bench.page.querySelector('#goes-on strong')!.textContent).toBe('F7');
      await bench.press('Keep it as version 3');
      const { circuit } = client.kept[0]!['case'] as typeof lamp;
      expect(JSON.stringify(circuit)).not.toContain('"switched"');
    });

    it('withdraws a circuit as its next version, and a later one brings it back', async () => {
      const bench = await opened();
      await bench.fill('What changed', 'wrong plug');
      client.withdrawn = true;
      await bench.press('Withdraw it');
      expect(client.kept).toEqual([
        jasmine.objectContaining({ circuitId: 'c1', basedOn: 2, note: 'wrong plug', withdrawn: true }),
      ]);
      expect(bench.text()).toContain('Withdrawn: it is offered to nobody.');
      expect(bench.text()).not.toContain('Withdraw it');
      await bench.press('Keep it as version 3');
      expect(client.kept.at(-1)!['withdrawn']).toBeUndefined();
    });

    it('keeps what has faults as a draft alone, and says so', async () => {
      const bench = await benchFor(CircuitEditor, recordOf(), {
        circuitId: 'new',
        forMake: 'Velanta',
        forModel: 'Quill',
      });
      await bench.fixture.whenStable();
      expect((bench.field('Make') as HTMLInputElement).value).toBe('Velanta');
      const keep = () =>
        [...bench.page.querySelectorAll('button')].find((one) => one.textContent.includes('Keep it'))!;
      expect(keep().disabled).toBeTrue();
      expect(bench.text()).toContain('With these faults it stays a draft on this device');
      await bench.press('battery');
      await bench.press('lamp');
      expect(keep().disabled).toBeFalse();
      expect(bench.text()).not.toContain('stays a draft');
    });

    it('brings back over a reload what was not kept, as one step that can be undone', async () => {
      const first = await opened();
      first.page.querySelector<HTMLElement>('[aria-label="Take out SWITCH"]')!.click();
      await first.fixture.whenStable();
      await first.fill('What changed', 'no switch in this one');
      const drafts = Object.fromEntries(first.storeRoom.drafts);
      TestBed.resetTestingModule();
      TestBed.configureTestingModule({ providers: [{ provide: Client, useValue: client }] });
      const again = await benchFor(CircuitEditor, recordOf(), { circuitId: 'c1' }, drafts);
      await shown(again, 'db-element-row');
      expect(again.page.querySelectorAll('db-element-row').length).toBe(all - 1);
      expect((again.field('What changed') as HTMLInputElement).value).toBe('no switch in this one');
      await again.press('Undo');
      expect(again.page.querySelectorAll('db-element-row').length).toBe(all);
    });

    it('brings back a title that was changed alone, and forgets it where it is told to', async () => {
      const first = await opened();
      await first.fill('Title', 'Tail lamp, right');
      const drafts = Object.fromEntries(first.storeRoom.drafts);
      TestBed.resetTestingModule();
      TestBed.configureTestingModule({ providers: [{ provide: Client, useValue: client }] });
      const again = await benchFor(CircuitEditor, recordOf(), { circuitId: 'c1' }, drafts);
      await shown(again, 'db-element-row');
      expect((again.field('Title') as HTMLInputElement).value).toBe('Tail lamp, right');
      await again.press('Keep it as version 3');
      expect(client.kept.at(-1)).toEqual(jasmine.objectContaining({ title: 'Tail lamp, right', basedOn: 2 }));
      expect(again.storeRoom.drafts.size).toBe(0);
      expect((again.field('Title') as HTMLInputElement).value).toBe('Right tail lamp');
    });

    it('sends a new circuit whose answer was lost under the same id', async () => {
      const bench = await benchFor(CircuitEditor, recordOf(), { circuitId: 'new', template: 'fused-lamp' });
      await shown(bench, 'db-element-row');
      await bench.fill('Make', 'Velanta');
      client.lost = new ApiProblem(0, 'The server does not answer.');
      await bench.press('Keep it as a circuit of the shop');
      expect(bench.text()).toContain('The server does not answer.');
      client.lost = null;
      await bench.press('Keep it as a circuit of the shop');
      expect(client.kept.length).toBe(2);
      expect(client.kept[0]!['circuitId']).toBe(client.kept[1]!['circuitId'] as string);
    });

    it('keeps the next version with what changed, and says where somebody else was first', async () => {
      const bench = await opened();
      await bench.fill('What changed', 'lamp of 5 W');
      await bench.press('Keep it as version 3');
      expect(client.kept).toEqual([
        jasmine.objectContaining({ circuitId: 'c1', basedOn: 2, note: 'lamp of 5 W', case: lamp }),
      ]);
      expect(bench.text()).toContain('Kept as version 3');
      client.refusal = new ApiProblem(
        409,
        'Someone else has kept another version of this circuit meanwhile.',
        undefined,
        { version: 5 },
      );
      await bench.press('Keep it as version 3');
      expect(bench.text()).toContain('What you changed is still here');
      client.refusal = null;
      await bench.press('Keep mine as version 6');
      expect(client.kept.at(-1)).toEqual(jasmine.objectContaining({ basedOn: 5 }));
      expect(bench.text()).not.toContain('Open theirs, forget mine');
    });

    it('opens theirs where it was late, or what is kept where its own change is given up', async () => {
      const bench = await opened();
      bench.page.querySelector<HTMLElement>('[aria-label="Take out LAMP"]')!.click();
      await bench.fixture.whenStable();
      client.refusal = new ApiProblem(409, 'Someone else was first.', undefined, { version: 5 });
      await bench.press('Keep it as version 3');
      client.refusal = null;
      await bench.press('Open theirs, forget mine');
      expect(bench.page.querySelectorAll('db-element-row').length).toBe(all);
      bench.page.querySelector<HTMLElement>('[aria-label="Take out LAMP"]')!.click();
      await bench.fixture.whenStable();
      await bench.press('Forget what I changed');
      expect(bench.page.querySelectorAll('db-element-row').length).toBe(all);
      expect(bench.storeRoom.drafts.size).toBe(0);
    });

    it('keeps what the template says of a point that is called otherwise', async () => {
      const bench = await opened();
      await bench.pick('The point', 'C12.1');
      await bench.fill('or call it', 'X4.2');
      await bench.press('Rename');
      await bench.press('Keep it as version 3');
      const kept = client.kept[0]!['case'] as typeof lamp;
      expect(kept.tests.length).toBe(lamp.tests.length);
      expect(kept.tests.find(({ id }) => id === 'feed')!.label).toContain('Measure X4.2 to ground');
    });
  });

  describe('edits', () => {
    it('can be undone to the beginning, and a new one forgets what was undone', () => {
      const history = new EditHistory<Circuit, CircuitEdit>(edited, { elements: [] });
      history.begin(lamp.circuit);
      history.apply({ do: 'remove', id: 'LAMP' });
      history.apply({ do: 'remove', id: 'PLUG' });
      expect(() => history.apply({ do: 'remove', id: 'NONE' })).toThrowError();
      expect(history.now().elements.length).toBe(all - 2);
      history.undo();
      history.undo();
      history.undo();
      expect(history.now()).toBe(lamp.circuit);
      history.redo();
      history.apply({ do: 'remove', id: 'FUSE' });
      expect([history.canRedo(), history.now().elements.length]).toEqual([false, all - 2]);
    });
  });

  describe('the list of circuits', () => {
    const taken = async (name: string, text: string) => {
      const bench = await benchFor(CircuitList, recordOf());
      const field = bench.page.querySelector<HTMLInputElement>('input[type=file]')!;
      const files = new DataTransfer();
      files.items.add(new File([text], name));
      field.files = files.files;
      field.dispatchEvent(new Event('change'));
      // A file is read when the machine comes to it: until it is kept, or something is said of it.
      const done = () => client.kept.length > 0 || bench.page.querySelector('[role=alert]') !== null;
      for (let n = 0; n < 200 && !done(); n++) {
        await new Promise((resolve) => setTimeout(resolve, 15));
        await bench.fixture.whenStable();
      }
      return bench;
    };
    const file = {
      format: 'dormant-beacon-circuit',
      version: 1,
      make: 'Ostrel',
      model: null,
      title: 'Tail lamp',
      case: lamp,
    };

    it('takes in a file as it was given away', async () => {
      await taken('lamp.json', JSON.stringify(file));
      expect(client.kept).toEqual([
        jasmine.objectContaining({ basedOn: 0, make: 'Ostrel', title: 'Tail lamp', case: lamp }),
      ]);
    });

    it('says where a file is wrong, and takes nothing of it', async () => {
      expect((await taken('cut.json', JSON.stringify(file).slice(0, 200))).text()).toContain(
        'cut.json is no JSON',
      );
      expect(client.kept).toEqual([]);
    });

    it('names the place in a file that is no circuit', async () => {
      const wrong = { ...file, case: { ...lamp, tests: [{ id: 't', kind: 'guess' }] } };
      expect((await taken('wrong.json', JSON.stringify(wrong))).text()).toMatch(
        /wrong\.json is no circuit of this product: case\.tests\[0\]/,
      );
      expect(client.kept).toEqual([]);
    });
  });
});
