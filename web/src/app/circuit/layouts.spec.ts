import { TestBed } from '@angular/core/testing';
import { templates } from '@dormant-beacon/core/trace/templates';
import { lastValueFrom } from 'rxjs';
import { graphOf } from './circuit-graph';
import { Layouts } from './layouts';

describe('Layouts', () => {
  it('are made by one worker however often a circuit is looked at, and kept', async () => {
    let made = 0;
    const Usual = window.Worker;
    window.Worker = class extends Usual {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        made += 1;
      }
    };
    try {
      const layouts = TestBed.inject(Layouts);
      const graph = graphOf(templates[0]!.build({}).circuit);
      const first = await lastValueFrom(layouts.layOut(graph));
      for (let n = 0; n < 30; n++) expect(await lastValueFrom(layouts.layOut(graph))).toEqual(first);
      await lastValueFrom(layouts.layOut(graphOf(templates[1]!.build({}).circuit)));
      expect(made).toBe(1);
    } finally {
      window.Worker = Usual;
    }
  }, 30_000);
});
