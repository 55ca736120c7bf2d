/** Stock of other yards: lists in, searches over them. */
import { endpoints } from '@dormant-beacon/contract';
import { check, Refusal } from '@dormant-beacon/core/refusal';
import type { Request } from 'express';
import type { Author } from '../accounts/service.js';
import type { SignedIn } from '../accounts/sessions.js';
import type { Door } from '../http/door.js';
import { countQuery, idParam, textQuery, writeOf } from '../http/writing.js';
import type { Services } from '../services.js';
import {
  addSource,
  beginImport,
  endImport,
  importReport,
  importRows,
  sourcesOf,
  tidyInventory,
} from './imports.js';
import { searchInventory } from './search.js';

export function inventoryRoutes(door: Door, { pools }: Services): void {
  const { read: db, write: writing } = pools;
  const by = (request: Request, session: SignedIn): Author => ({ session, write: writeOf(request, session) });
  door.on(endpoints.sources, async (_request, response) => {
    response.json({ sources: await sourcesOf(db) });
  });
  door.on(endpoints.addSource, async (request, response, session) => {
    const body = check(endpoints.addSource.body, request.body);
    await addSource(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.beginImport, async (request, response, session) => {
    const body = check(endpoints.beginImport.body, request.body);
    response.status(201).json(await beginImport(writing, by(request, session), body));
  });
  door.on(endpoints.import, async (request, response) => {
    response.json(await importReport(db, idParam(request, 'importId')));
  });
  door.on(endpoints.importRows, async (request, response, session) => {
    const body = check(endpoints.importRows.body, request.body);
    response
      .status(201)
      .json(await importRows(writing, by(request, session), idParam(request, 'importId'), body));
  });
  door.on(endpoints.endImport, async (request, response, session) => {
    const body = check(endpoints.endImport.body, request.body);
    const ended = await endImport(writing, by(request, session), idParam(request, 'importId'), body);
    response.status(201).json(ended);
    // Nobody waits for it; what a fault leaves is taken away at the end of the next list.
    tidyInventory(writing).catch(() => undefined);
  });
  door.on(endpoints.searchInventory, async (request, response) => {
    const [from, to] = [monthQuery(request, 'from'), monthQuery(request, 'to')];
    const text = (name: string) => textQuery(request, name);
    response.json(
      await searchInventory(db, {
        ...{ number: text('number'), make: text('make'), model: text('model'), kind: text('kind'), from, to },
        ...{ cavities: countQuery(request, 'cavities'), key: text('key') },
      }),
    );
  });
}

function monthQuery(request: Request, name: string): string | null {
  const text = textQuery(request, name);
  if (text !== null && !/^\d{4}-(?:0[1-9]|1[0-2])$/.test(text))
    throw new Refusal(name, `expected a month such as 2019-04, got "${text.slice(0, 40)}"`);
  return text;
}
