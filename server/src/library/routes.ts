/** The library: what the shop has taught its reading of reports, and what it knows of codes. */
import { endpoints } from '@dormant-beacon/contract';
import { check, Refusal } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import type { Door } from '../http/door.js';
import { idParam } from '../http/writing.js';
import { circuitOf, keepCircuit, listCircuits } from './circuits.js';
import {
  addCodeLink,
  addCodeNote,
  addPattern,
  addWeakness,
  entriesFor,
  listPatterns,
  weaknessesFor,
  withdrawEntry,
} from './entries.js';
import { foundBefore } from './found.js';
import { keepRates, ratesOf } from './rates.js';

export function libraryRoutes(door: Door, db: Knex): void {
  door.on(endpoints.patterns, async (_request, response) => {
    response.json({ patterns: await listPatterns(db) });
  });
  door.on(endpoints.addPattern, async (request, response, session) => {
    const body = check(endpoints.addPattern.body, request.body);
    await addPattern(db, session, body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.codeFile, async (request, response) => {
    const make = text(request.query['make']);
    const model = text(request.query['model']);
    if (make === null) throw new Refusal('make', 'expected the make of a vehicle');
    const [entries, found] = await Promise.all([entriesFor(db, make, model), foundBefore(db, make, model)]);
    response.json({ ...entries, found });
  });
  door.on(endpoints.addCodeNote, async (request, response, session) => {
    const body = check(endpoints.addCodeNote.body, request.body);
    await addCodeNote(db, session, body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.addCodeLink, async (request, response, session) => {
    const body = check(endpoints.addCodeLink.body, request.body);
    await addCodeLink(db, session, body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.circuits, async (request, response) => {
    const { make, model } = request.query;
    response.json({ circuits: await listCircuits(db, text(make), text(model)) });
  });
  door.on(endpoints.circuit, async (request, response) => {
    const version = Number(request.query['version']) || null;
    response.json(await circuitOf(db, idParam(request, 'circuitId'), version));
  });
  door.on(endpoints.keepCircuit, async (request, response, session) => {
    const body = check(endpoints.keepCircuit.body, request.body);
    response.status(201).json(await keepCircuit(db, session, body));
  });
  door.on(endpoints.rates, async (_request, response) => {
    response.json(await ratesOf(db));
  });
  door.on(endpoints.keepRates, async (request, response, session) => {
    const body = check(endpoints.keepRates.body, request.body);
    response.status(201).json({ version: await keepRates(db, session, body) });
  });
  door.on(endpoints.weaknesses, async (request, response) => {
    const make = text(request.query['make']);
    if (make === null) throw new Refusal('make', 'expected the make of a vehicle');
    response.json({ weaknesses: await weaknessesFor(db, make, text(request.query['model'])) });
  });
  door.on(endpoints.addWeakness, async (request, response, session) => {
    const body = check(endpoints.addWeakness.body, request.body);
    await addWeakness(db, session, body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.withdrawEntry, async (request, response, session) => {
    const id = idParam(request, 'entryId');
    await withdrawEntry(db, session, id);
    response.json({ id });
  });
}

const text = (value: unknown): string | null =>
  typeof value === 'string' && value.trim() !== '' ? value.trim().slice(0, 200) : null;
