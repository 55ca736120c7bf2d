/** The typed client: one function an endpoint; every failure is an `ApiProblem`. */
import { Injectable } from '@angular/core';
import type {
  AccessMapKept,
  AccessMapRow,
  CodingBookKept,
  CodingBookRow,
  DepthTableKept,
  KeepCodingBook,
  KeepDepthTable,
  KeptCodingBook,
  KeptDepthTable,
  KeepAccessMap,
  KeptAccessMap,
  RoutePreset,
  AddPartWeakness,
  PartWeaknesses,
  Account,
  AddCodeLink,
  AddCodeNote,
  AddPattern,
  AddRestraintFile,
  AddSource,
  AddSupersession,
  AddWeakness,
  Bays,
  BeginImport,
  CircuitKept,
  CircuitRow,
  CodeFile,
  Device,
  EndImport,
  Found,
  ImportReport,
  ImportRows,
  ImportState,
  ImportSupersessions,
  InventorySource,
  KeepCircuit,
  KeepRates,
  KeptCircuit,
  LogEntry,
  Pattern,
  People,
  PinSwitch,
  Hint,
  Overridden,
  PracticeCars,
  PracticeCases,
  PracticeEnd,
  Problem,
  Cures,
  CarBeside,
  CarLine,
  CarMemory,
  CarPart,
  CarParts,
  CarReading,
  CarReport,
  Drive,
  Driven,
  CustomerDoor,
  CustomerPage,
  CustomerTells,
  Rates,
  RestraintFiles,
  RouteCountRows,
  Session,
  Shop,
  ShopLogEntry,
  SignIn,
  Supersessions,
  VehiclesKnown,
  Weaknesses,
} from '@dormant-beacon/contract';
import type { Difficulty } from '@dormant-beacon/core/practice';
import type { Trial } from '@dormant-beacon/contract/link';
import { idempotencyHeader, personHeader, seenHeader } from '@dormant-beacon/contract/headers';
import type { JobRecord, Person } from '@dormant-beacon/core/record';
import type { ShopSettings } from '@dormant-beacon/core/shop';
import { newId } from './ids';

/** No answer, the server or its database away or busy, the disk full until someone makes room. */
const passing: ReadonlySet<number> = new Set([0, 502, 503, 504, 507]);

export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly path: string | undefined = undefined,
    readonly current: unknown = undefined,
  ) {
    super(detail);
  }

  /** The server or its database is away: the same request may go through later. */
  get passing(): boolean {
    return passing.has(this.status);
  }

  /** Nobody, or somebody else, is signed in here: the entry waits for its person. */
  get needsPerson(): boolean {
    return this.status === 401 || (this.status === 409 && this.path === personHeader);
  }
}

/** One write as it is sent, and sent again. */
export interface WriteRequest {
  readonly path: string;
  readonly key: string;
  readonly personId: string;
  readonly body: unknown;
  readonly method?: 'POST' | 'PUT';
  /** The revision that a change saw. */
  readonly seen?: number;
  /** The last entry that the page had seen when it was typed. */
  readonly seenEntry?: number;
  /** Bytes that are sent instead of a body. */
  readonly bytes?: Blob;
}

/** Seconds to wait for an answer; longer for a large file. */
const usualSeconds = 15;
const longSeconds = 600;

@Injectable({ providedIn: 'root' })
export class Client {
  /** A page of the bays; `text` narrows it on the server, and finds jobs that are done too. */
  bays({
    after = null,
    text = '',
    order = 'promised',
  }: { after?: string | null; text?: string; order?: string } = {}): Promise<Bays> {
    const query = new URLSearchParams({ limit: '200', order });
    if (after !== null) query.set('after', after);
    if (text !== '') {
      query.set('text', text);
      query.set('all', '1');
    }
    return this.get(`/api/bays?${query.toString()}`);
  }

  /** Someone known only from an imported story is named with the shop they come from. */
  async people(): Promise<Person[]> {
    const { people } = await this.get<{ people: People }>('/api/people');
    return people.map(({ origin, ...person }) =>
      origin === null ? person : { ...person, name: `${person.name} (${origin})` },
    );
  }

  /** What the server's clock says, by which a wait is counted. */
  clock(): Promise<{ now: string; jumpedAt: string | null }> {
    return this.get('/api/clock');
  }

  job(jobId: string): Promise<JobRecord> {
    return this.get(`/api/jobs/${jobId}`);
  }

  logbook(jobId: string): Promise<{ entries: LogEntry[]; whole: boolean; flaw: string | null }> {
    return this.get(`/api/jobs/${jobId}/logbook`);
  }

  async reportText(jobId: string, scanId: string): Promise<string> {
    return (await this.get<{ text: string }>(`/api/jobs/${jobId}/scans/${scanId}/text`)).text;
  }

  write<A>({ path, key, personId, body, method = 'POST', seen, seenEntry, bytes }: WriteRequest): Promise<A> {
    const seconds = bytes === undefined ? usualSeconds : longSeconds;
    return this.send(path, seconds, {
      method,
      headers: {
        'Content-Type': bytes?.type ?? 'application/json',
        [idempotencyHeader]: key,
        [personHeader]: personId,
        ...(seen === undefined ? {} : { 'If-Match': `"${seen}"` }),
        ...(seenEntry === undefined ? {} : { [seenHeader]: String(seenEntry) }),
      },
      body: bytes ?? JSON.stringify(body),
    });
  }

  session(): Promise<Session> {
    return this.known(this.get('/api/session'));
  }

  signIn(body: SignIn): Promise<Session> {
    return this.known(this.change('POST', '/api/session', body));
  }

  pinSwitch(body: PinSwitch): Promise<Session> {
    return this.known(this.change('POST', '/api/session/pin', body));
  }

  signOut(): Promise<Session> {
    return this.known(this.change('POST', '/api/session/end', {}));
  }

  signOutEverywhere(): Promise<Session> {
    return this.known(this.change('POST', '/api/session/end-everywhere', {}));
  }

  newPassword(current: string, password: string): Promise<Session> {
    return this.change('PUT', '/api/session/password', { current, password });
  }

  newPin(current: string, pin: string | null): Promise<Session> {
    return this.change('PUT', '/api/session/own-pin', { current, pin });
  }

  shop(): Promise<Shop> {
    return this.get('/api/shop');
  }

  changeShop(seen: number, settings: ShopSettings): Promise<Shop> {
    return this.change('PUT', '/api/shop', { settings }, { 'If-Match': `"${seen}"` });
  }

  async shopLog(): Promise<ShopLogEntry[]> {
    return (await this.get<{ entries: ShopLogEntry[] }>('/api/shop/log')).entries;
  }

  async accounts(): Promise<Account[]> {
    return (await this.get<{ accounts: Account[] }>('/api/accounts')).accounts;
  }

  addAccount(person: Person, password: string): Promise<Account> {
    return this.change('POST', '/api/accounts', { person, password });
  }

  changeAccount(
    personId: string,
    change: Omit<Person, 'id'> & { active: boolean; password?: string },
  ): Promise<Account> {
    return this.change('PUT', `/api/accounts/${personId}`, change);
  }

  async devices(): Promise<Device[]> {
    return (await this.get<{ devices: Device[] }>('/api/devices')).devices;
  }

  nameDevice(deviceId: string, name: string | null): Promise<Device> {
    return this.change('PUT', `/api/devices/${deviceId}`, { name });
  }

  async vehiclesKnown(text: string): Promise<VehiclesKnown['vehicles']> {
    return (await this.get<VehiclesKnown>(`/api/vehicles?${new URLSearchParams({ text }).toString()}`))
      .vehicles;
  }

  async patterns(): Promise<Pattern[]> {
    return (await this.get<{ patterns: Pattern[] }>('/api/library/patterns')).patterns;
  }

  addPattern(body: AddPattern): Promise<{ id: string }> {
    return this.change('POST', '/api/library/patterns', body);
  }

  codeFile(make: string, model: string | null): Promise<CodeFile> {
    const query = new URLSearchParams({ make, ...(model === null ? {} : { model }) });
    return this.get(`/api/library/codes?${query.toString()}`);
  }

  addCodeNote(body: AddCodeNote): Promise<{ id: string }> {
    return this.change('POST', '/api/library/code-notes', body);
  }

  addCodeLink(body: AddCodeLink): Promise<{ id: string }> {
    return this.change('POST', '/api/library/code-links', body);
  }

  withdrawEntry(id: string): Promise<{ id: string }> {
    return this.change('POST', `/api/library/entries/${id}/withdrawal`, {});
  }

  circuits(make: string | null, model: string | null): Promise<CircuitRow[]> {
    const query = new URLSearchParams({
      ...(make === null ? {} : { make }),
      ...(model === null ? {} : { model }),
    });
    return this.get<{ circuits: CircuitRow[] }>(`/api/library/circuits?${query.toString()}`).then(
      ({ circuits }) => circuits,
    );
  }

  circuit(circuitId: string, version: number | null = null): Promise<KeptCircuit> {
    return this.get(`/api/library/circuits/${circuitId}${version === null ? '' : `?version=${version}`}`);
  }

  keepCircuit(body: KeepCircuit): Promise<CircuitKept> {
    return this.change('POST', '/api/library/circuits', body);
  }

  async accessMaps(make: string | null, model: string | null): Promise<AccessMapRow[]> {
    const query = new URLSearchParams({ ...(make ? { make } : {}), ...(model ? { model } : {}) });
    return (await this.get<{ maps: AccessMapRow[] }>(`/api/library/access-maps?${query.toString()}`)).maps;
  }

  accessMap(mapId: string, version: number | null = null): Promise<KeptAccessMap> {
    return this.get(`/api/library/access-maps/${mapId}${version === null ? '' : `?version=${version}`}`);
  }

  keepAccessMap(body: KeepAccessMap): Promise<AccessMapKept> {
    return this.change('POST', '/api/library/access-maps', body);
  }

  async codingBooks(make: string | null, model: string | null): Promise<CodingBookRow[]> {
    const query = new URLSearchParams({ ...(make ? { make } : {}), ...(model ? { model } : {}) });
    return (await this.get<{ books: CodingBookRow[] }>(`/api/library/coding-books?${query.toString()}`))
      .books;
  }

  codingBook(bookId: string, version: number | null = null): Promise<KeptCodingBook> {
    return this.get(`/api/library/coding-books/${bookId}${version === null ? '' : `?version=${version}`}`);
  }

  keepCodingBook(body: KeepCodingBook): Promise<CodingBookKept> {
    return this.change('POST', '/api/library/coding-books', body);
  }

  async depthTables(make: string | null, model: string | null): Promise<KeptDepthTable[]> {
    const query = new URLSearchParams({ ...(make ? { make } : {}), ...(model ? { model } : {}) });
    return (await this.get<{ tables: KeptDepthTable[] }>(`/api/library/depth-tables?${query.toString()}`))
      .tables;
  }

  keepDepthTable(body: KeepDepthTable): Promise<DepthTableKept> {
    return this.change('POST', '/api/library/depth-tables', body);
  }

  /** The file of a memory image, as it was kept. */
  async image(jobId: string, imageId: string): Promise<Uint8Array> {
    const response = await this.answered(`/api/jobs/${jobId}/images/${imageId}`, longSeconds, {});
    return new Uint8Array(await response.arrayBuffer());
  }

  async routePreset(sort: string): Promise<RoutePreset> {
    const query = new URLSearchParams({ sort });
    return (await this.get<{ routes: RoutePreset }>(`/api/library/route-preset?${query.toString()}`)).routes;
  }

  async stockSources(): Promise<InventorySource[]> {
    return (await this.get<{ sources: InventorySource[] }>('/api/inventory/sources')).sources;
  }

  addSource(body: AddSource): Promise<{ id: string }> {
    return this.change('POST', '/api/inventory/sources', body);
  }

  beginImport(body: BeginImport): Promise<ImportState> {
    return this.change('POST', '/api/inventory/imports', body);
  }

  importRows(importId: string, body: ImportRows): Promise<ImportState> {
    return this.change('POST', `/api/inventory/imports/${importId}/rows`, body);
  }

  endImport(importId: string, body: EndImport): Promise<ImportState> {
    return this.change('POST', `/api/inventory/imports/${importId}/end`, body);
  }

  importReport(importId: string): Promise<ImportReport> {
    return this.get(`/api/inventory/imports/${importId}`);
  }

  searchStock(query: Readonly<Record<string, string>>): Promise<Found> {
    return this.get(`/api/inventory/search?${new URLSearchParams(query).toString()}`);
  }

  async routeCounts(): Promise<RouteCountRows> {
    return (await this.get<{ counts: RouteCountRows }>('/api/library/route-counts')).counts;
  }

  async partWeaknesses(make: string, model: string): Promise<PartWeaknesses['weaknesses']> {
    const query = new URLSearchParams({ make, model });
    return (await this.get<PartWeaknesses>(`/api/library/part-weaknesses?${query.toString()}`)).weaknesses;
  }

  addPartWeakness(body: AddPartWeakness): Promise<{ id: string }> {
    return this.change('POST', '/api/library/part-weaknesses', body);
  }

  async supersessions(number: string | null): Promise<Supersessions['supersessions']> {
    const query = number === null ? '' : `?${new URLSearchParams({ number }).toString()}`;
    return (await this.get<Supersessions>(`/api/library/supersessions${query}`)).supersessions;
  }

  addSupersession(body: AddSupersession): Promise<{ id: string }> {
    return this.change('POST', '/api/library/supersessions', body);
  }

  withdrawSupersession(id: string): Promise<{ id: string }> {
    return this.change('POST', `/api/library/supersessions/${id}/withdrawal`, {});
  }

  importSupersessions(body: ImportSupersessions): Promise<{ added: number; there: number }> {
    return this.change('POST', '/api/library/supersession-lists', body);
  }

  openPractice(body: {
    jobId: string;
    vehicleId: string;
    difficulty?: Difficulty;
    case?: string;
  }): Promise<{ jobId: string; number: string }> {
    return this.change('POST', '/api/practice', body);
  }

  async practiceCars(): Promise<PracticeCars['cars']> {
    return (await this.get<PracticeCars>('/api/practice')).cars;
  }

  async practiceCases(): Promise<PracticeCases['cases']> {
    return (await this.get<PracticeCases>('/api/practice/cases')).cases;
  }

  askHint(jobId: string, number: number): Promise<Hint> {
    return this.change('POST', `/api/jobs/${jobId}/car/hints`, { number });
  }

  override(jobId: string, body: { traceId: string; test: string }): Promise<Overridden> {
    return this.change('POST', `/api/jobs/${jobId}/car/override`, body);
  }

  carReport(jobId: string, adapter: 'usual' | 'other', trial: Trial | null): Promise<CarReport> {
    const query = new URLSearchParams({ adapter, ...(trial === null ? {} : { trial }) });
    return this.get(`/api/jobs/${jobId}/car/report?${query.toString()}`);
  }

  carBeside(jobId: string, trial: Trial | null): Promise<CarBeside> {
    const query = new URLSearchParams(trial === null ? {} : { trial });
    return this.get(`/api/jobs/${jobId}/car/beside?${query.toString()}`);
  }

  carParts(jobId: string): Promise<CarParts> {
    return this.get(`/api/jobs/${jobId}/car/parts`);
  }

  carPart(jobId: string, target: string): Promise<CarPart> {
    return this.get(`/api/jobs/${jobId}/car/parts/${encodeURIComponent(target)}`);
  }

  carReading(jobId: string, traceId: string, test: string, trial: Trial | null): Promise<CarReading> {
    const query = new URLSearchParams({ test, ...(trial === null ? {} : { trial }) });
    return this.get(`/api/jobs/${jobId}/car/readings/${traceId}?${query.toString()}`);
  }

  carLine(jobId: string, codingId: string, line: string): Promise<CarLine> {
    const query = new URLSearchParams({ line });
    return this.get(`/api/jobs/${jobId}/car/lines/${codingId}?${query.toString()}`);
  }

  carStep(jobId: string, codingId: string, procedure: string, step: string | null): Promise<CarLine> {
    const query = new URLSearchParams({ procedure, ...(step === null ? {} : { step }) });
    return this.get(`/api/jobs/${jobId}/car/steps/${codingId}?${query.toString()}`);
  }

  drive(jobId: string, body: Drive): Promise<Driven> {
    return this.change('POST', `/api/jobs/${jobId}/car/drives`, body);
  }

  /** @param write the image that is written before it is read; null where it is read alone */
  carMemory(jobId: string, codingId: string, write: string | null): Promise<CarMemory> {
    const query = new URLSearchParams(write === null ? {} : { write });
    return this.get(`/api/jobs/${jobId}/car/memory/${codingId}?${query.toString()}`);
  }

  practiceEnd(jobId: string): Promise<PracticeEnd> {
    return this.get(`/api/jobs/${jobId}/car/end`);
  }

  customerDoor(): Promise<CustomerDoor> {
    return this.get('/api/customer-door');
  }

  /** What a customer is asked, by the secret of their link. */
  customerPage(token: string): Promise<CustomerPage> {
    return this.change('POST', '/api/customer/page', { token });
  }

  customerTells(told: CustomerTells): Promise<CustomerPage> {
    return this.change('POST', '/api/customer/reports', told);
  }

  cures(): Promise<Cures> {
    return this.get('/api/library/cures');
  }

  rates(): Promise<Rates> {
    return this.get('/api/library/base-rates');
  }

  keepRates(body: KeepRates): Promise<{ version: number }> {
    return this.change('POST', '/api/library/base-rates', body);
  }

  async weaknesses(make: string, model: string): Promise<Weaknesses['weaknesses']> {
    const query = new URLSearchParams({ make, model });
    return (await this.get<Weaknesses>(`/api/library/weaknesses?${query.toString()}`)).weaknesses;
  }

  addWeakness(body: AddWeakness): Promise<{ id: string }> {
    return this.change('POST', '/api/library/weaknesses', body);
  }

  async restraintFile(make: string, model: string): Promise<RestraintFiles['file']> {
    const query = new URLSearchParams({ make, model });
    return (await this.get<RestraintFiles>(`/api/library/restraint-files?${query.toString()}`)).file;
  }

  addRestraintFile(body: AddRestraintFile): Promise<{ id: string }> {
    return this.change('POST', '/api/library/restraint-files', body);
  }

  /** A write that is no entry in a job: sent again without having been answered, it goes under the same key. */
  private async change<A>(
    method: 'POST' | 'PUT',
    path: string,
    body: unknown,
    headers: Record<string, string> = {},
  ): Promise<A> {
    const text = JSON.stringify(body);
    const form = `${method} ${path} ${JSON.stringify(headers)} ${text}`;
    const key = this.unanswered.get(form) ?? newId();
    this.unanswered.set(form, key);
    const person = this.personId === null ? {} : { [personHeader]: this.personId };
    try {
      const answer = await this.send<A>(path, usualSeconds, {
        method,
        headers: { 'Content-Type': 'application/json', [idempotencyHeader]: key, ...person, ...headers },
        body: text,
      });
      this.unanswered.delete(form);
      return answer;
    } catch (error) {
      if (!(error instanceof ApiProblem && error.passing)) this.unanswered.delete(form);
      throw error;
    }
  }

  /** Keys of writes whose answer has not come, by what was sent. */
  private readonly unanswered = new Map<string, string>();
  /** Who is signed in here, as the server said last. */
  private personId: string | null = null;

  private async known(asked: Promise<Session>): Promise<Session> {
    const session = await asked;
    this.personId = session.person?.id ?? null;
    return session;
  }

  private get<A>(path: string): Promise<A> {
    return this.send(path, usualSeconds, { headers: { Accept: 'application/json' } });
  }

  private async send<A>(path: string, seconds: number, init: RequestInit): Promise<A> {
    return (await (await this.answered(path, seconds, init)).json()) as A;
  }

  /** @throws ApiProblem where nobody answers, or the answer is a problem */
  private async answered(path: string, seconds: number, init: RequestInit): Promise<Response> {
    let response: Response;
    try {
      response = await fetch(path, { ...init, signal: AbortSignal.timeout(1000 * seconds) });
    } catch {
      throw new ApiProblem(0, 'The server does not answer.');
    }
    if (response.ok) return response;
    const problem = (await response.json().catch(() => null)) as Problem | null;
    throw new ApiProblem(
      response.status,
      problem?.detail ?? `The server answered ${response.status}.`,
      problem?.path,
      problem?.current,
    );
  }
}
