/** The library: what the shop has taught its reading of reports, and what it knows of codes. */
import { endpoints } from '@dormant-beacon/contract';
import { check, Refusal } from '@dormant-beacon/core/refusal';
import { unitSort } from '@dormant-beacon/core/route';
import type { Request } from 'express';
import type { Author } from '../accounts/service.js';
import type { SignedIn } from '../accounts/sessions.js';
import type { Door } from '../http/door.js';
import { countQuery, idParam, textQuery, writeOf } from '../http/writing.js';
import type { Services } from '../services.js';
import { accessMapOf, keepAccessMap, listAccessMaps } from './access-maps.js';
import {
  codingBookOf,
  keepCodingBook,
  keepDepthTable,
  listCodingBooks,
  listDepthTables,
} from './coding-books.js';
import { curesOf } from './cures.js';
import { circuitOf, keepCircuit, listCircuits } from './circuits.js';
import {
  addCodeLink,
  addCodeNote,
  addPartWeakness,
  addPattern,
  addRestraintFile,
  addWeakness,
  entriesFor,
  listPatterns,
  partWeaknessesFor,
  restraintFileFor,
  weaknessesFor,
  withdrawEntry,
} from './entries.js';
import { foundBefore } from './found.js';
import { keepRates, ratesOf } from './rates.js';
import { routeCountsOf, routePresetOf } from './route-counts.js';
import {
  addSupersession,
  importSupersessions,
  supersessionsOf,
  withdrawSupersession,
} from './supersessions.js';

export function libraryRoutes(door: Door, services: Services): void {
  const { read: db, write: writing } = services.pools;
  const by = (request: Request, session: SignedIn): Author => ({ session, write: writeOf(request, session) });
  door.on(endpoints.patterns, async (_request, response) => {
    response.json({ patterns: await listPatterns(db) });
  });
  door.on(endpoints.addPattern, async (request, response, session) => {
    const body = check(endpoints.addPattern.body, request.body);
    await addPattern(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.codeFile, async (request, response) => {
    const make = textQuery(request, 'make');
    const model = textQuery(request, 'model');
    if (make === null) throw new Refusal('make', 'expected the make of a vehicle');
    const [entries, found] = await Promise.all([entriesFor(db, make, model), foundBefore(db, make, model)]);
    response.json({ ...entries, found });
  });
  door.on(endpoints.addCodeNote, async (request, response, session) => {
    const body = check(endpoints.addCodeNote.body, request.body);
    await addCodeNote(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.addCodeLink, async (request, response, session) => {
    const body = check(endpoints.addCodeLink.body, request.body);
    await addCodeLink(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.partWeaknesses, async (request, response) => {
    const make = textQuery(request, 'make');
    if (make === null) throw new Refusal('make', 'expected the make of a vehicle');
    response.json({ weaknesses: await partWeaknessesFor(db, make, textQuery(request, 'model')) });
  });
  door.on(endpoints.addPartWeakness, async (request, response, session) => {
    const body = check(endpoints.addPartWeakness.body, request.body);
    await addPartWeakness(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.supersessions, async (request, response) => {
    response.json({ supersessions: await supersessionsOf(db, textQuery(request, 'number')) });
  });
  door.on(endpoints.addSupersession, async (request, response, session) => {
    const body = check(endpoints.addSupersession.body, request.body);
    await addSupersession(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.withdrawSupersession, async (request, response, session) => {
    const id = idParam(request, 'supersessionId');
    await withdrawSupersession(writing, by(request, session), id);
    response.json({ id });
  });
  door.on(endpoints.importSupersessions, async (request, response, session) => {
    const body = check(endpoints.importSupersessions.body, request.body);
    response.status(201).json(await importSupersessions(writing, by(request, session), body));
  });
  door.on(endpoints.routeCounts, async (_request, response) => {
    response.json({ counts: await routeCountsOf(db) });
  });
  door.on(endpoints.routePreset, async (request, response) => {
    response.json({ routes: await routePresetOf(db, check(unitSort, textQuery(request, 'sort'), 'sort')) });
  });
  door.on(endpoints.circuits, async (request, response) => {
    const [make, model] = [textQuery(request, 'make'), textQuery(request, 'model')];
    response.json({ circuits: await listCircuits(db, make, model) });
  });
  door.on(endpoints.circuit, async (request, response) => {
    const version = countQuery(request, 'version');
    response.json(await circuitOf(db, idParam(request, 'circuitId'), version));
  });
  door.on(endpoints.keepCircuit, async (request, response, session) => {
    const body = check(endpoints.keepCircuit.body, request.body);
    response.status(201).json(await keepCircuit(services, by(request, session), body));
  });
  door.on(endpoints.accessMaps, async (request, response) => {
    const [make, model] = [textQuery(request, 'make'), textQuery(request, 'model')];
    response.json({ maps: await listAccessMaps(db, make, model) });
  });
  door.on(endpoints.accessMap, async (request, response) => {
    response.json(await accessMapOf(db, idParam(request, 'mapId'), countQuery(request, 'version')));
  });
  door.on(endpoints.keepAccessMap, async (request, response, session) => {
    const body = check(endpoints.keepAccessMap.body, request.body);
    response.status(201).json(await keepAccessMap(writing, by(request, session), body));
  });
  door.on(endpoints.codingBooks, async (request, response) => {
    const [make, model] = [textQuery(request, 'make'), textQuery(request, 'model')];
    response.json({ books: await listCodingBooks(db, make, model) });
  });
  door.on(endpoints.codingBook, async (request, response) => {
    response.json(await codingBookOf(db, idParam(request, 'bookId'), countQuery(request, 'version')));
  });
  door.on(endpoints.keepCodingBook, async (request, response, session) => {
    const body = check(endpoints.keepCodingBook.body, request.body);
    response.status(201).json(await keepCodingBook(writing, by(request, session), body));
  });
  door.on(endpoints.depthTables, async (request, response) => {
    const [make, model] = [textQuery(request, 'make'), textQuery(request, 'model')];
    response.json({ tables: await listDepthTables(db, make, model) });
  });
  door.on(endpoints.keepDepthTable, async (request, response, session) => {
    const body = check(endpoints.keepDepthTable.body, request.body);
    response.status(201).json(await keepDepthTable(writing, by(request, session), body));
  });
  door.on(endpoints.cures, async (_request, response) => {
    response.json(await curesOf(db, new Date()));
  });
  door.on(endpoints.rates, async (_request, response) => {
    response.json(await ratesOf(db));
  });
  door.on(endpoints.keepRates, async (request, response, session) => {
    const body = check(endpoints.keepRates.body, request.body);
    response.status(201).json({ version: await keepRates(writing, by(request, session), body) });
  });
  door.on(endpoints.weaknesses, async (request, response) => {
    const make = textQuery(request, 'make');
    if (make === null) throw new Refusal('make', 'expected the make of a vehicle');
    response.json({ weaknesses: await weaknessesFor(db, make, textQuery(request, 'model')) });
  });
  door.on(endpoints.addWeakness, async (request, response, session) => {
    const body = check(endpoints.addWeakness.body, request.body);
    await addWeakness(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.restraintFile, async (request, response) => {
    const [make, model] = [textQuery(request, 'make'), textQuery(request, 'model')];
    if (make === null) throw new Refusal('make', 'expected the make of a vehicle');
    if (model === null) throw new Refusal('model', 'expected the model of a vehicle');
    response.json({ file: await restraintFileFor(db, make, model) });
  });
  door.on(endpoints.addRestraintFile, async (request, response, session) => {
    const body = check(endpoints.addRestraintFile.body, request.body);
    await addRestraintFile(writing, by(request, session), body);
    response.status(201).json({ id: body.id });
  });
  door.on(endpoints.withdrawEntry, async (request, response, session) => {
    const id = idParam(request, 'entryId');
    await withdrawEntry(writing, by(request, session), id);
    response.json({ id });
  });
}
