/** What a person reads from the shop's library or adds to it; the lists that it changes are read anew. */
import { inject, Injectable } from '@angular/core';
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
  AddCodeLink,
  AddCodeNote,
  AddPattern,
  AddRestraintFile,
  AddSupersession,
  AddWeakness,
  CircuitKept,
  ImportSupersessions,
  KeepCircuit,
  KeepRates,
  KeptCircuit,
  RestraintFiles,
  RouteCountRows,
  Supersessions,
  VehiclesKnown,
} from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Client } from '../api';
import { CircuitEvents } from './circuits.state';
import { LibraryEvents } from './library.state';

type Added = Promise<{ id: string }>;

/** Every call throws ApiProblem where it is refused or nobody answers. */
@Injectable({ providedIn: 'root' })
export class LibraryDesk {
  private readonly store = inject(Store);
  private readonly client = inject(Client);

  vehiclesKnown(text: string): Promise<VehiclesKnown['vehicles']> {
    return this.client.vehiclesKnown(text);
  }

  circuit(circuitId: string): Promise<KeptCircuit> {
    return this.client.circuit(circuitId);
  }

  async keepCircuit(circuit: KeepCircuit): Promise<CircuitKept> {
    const kept = await this.client.keepCircuit(circuit);
    this.store.dispatch(CircuitEvents.circuitsWanted());
    return kept;
  }

  /** Somebody may have been first: their table is read either way. */
  keepRates(rates: KeepRates): Promise<{ version: number }> {
    return this.client.keepRates(rates).finally(() => this.store.dispatch(CircuitEvents.ratesWanted()));
  }

  accessMaps(make: string | null, model: string | null): Promise<AccessMapRow[]> {
    return this.client.accessMaps(make, model);
  }

  accessMap(mapId: string): Promise<KeptAccessMap> {
    return this.client.accessMap(mapId);
  }

  keepAccessMap(map: KeepAccessMap): Promise<AccessMapKept> {
    return this.client.keepAccessMap(map);
  }

  codingBooks(make: string | null, model: string | null): Promise<CodingBookRow[]> {
    return this.client.codingBooks(make, model);
  }

  codingBook(bookId: string): Promise<KeptCodingBook> {
    return this.client.codingBook(bookId);
  }

  keepCodingBook(book: KeepCodingBook): Promise<CodingBookKept> {
    return this.client.keepCodingBook(book);
  }

  depthTables(make: string | null, model: string | null): Promise<KeptDepthTable[]> {
    return this.client.depthTables(make, model);
  }

  keepDepthTable(table: KeepDepthTable): Promise<DepthTableKept> {
    return this.client.keepDepthTable(table);
  }

  routeCounts(): Promise<RouteCountRows> {
    return this.client.routeCounts();
  }

  partWeaknesses(make: string, model: string): Promise<PartWeaknesses['weaknesses']> {
    return this.client.partWeaknesses(make, model);
  }

  addPartWeakness(weakness: AddPartWeakness): Added {
    return this.client.addPartWeakness(weakness);
  }

  routePreset(sort: string): Promise<RoutePreset> {
    return this.client.routePreset(sort);
  }

  supersessions(number: string | null): Promise<Supersessions['supersessions']> {
    return this.client.supersessions(number);
  }

  addSupersession(row: AddSupersession): Added {
    return this.client.addSupersession(row);
  }

  withdrawSupersession(id: string): Added {
    return this.client.withdrawSupersession(id);
  }

  importSupersessions(list: ImportSupersessions): Promise<{ added: number; there: number }> {
    return this.client.importSupersessions(list);
  }

  addWeakness(weakness: AddWeakness): Added {
    return this.client.addWeakness(weakness);
  }

  restraintFile(make: string, model: string): Promise<RestraintFiles['file']> {
    return this.client.restraintFile(make, model);
  }

  addRestraintFile(file: AddRestraintFile): Added {
    return this.client.addRestraintFile(file);
  }

  addCodeNote(note: AddCodeNote): Added {
    return this.client.addCodeNote(note);
  }

  addCodeLink(link: AddCodeLink): Added {
    return this.client.addCodeLink(link);
  }

  async addPattern(pattern: AddPattern): Added {
    const added = await this.client.addPattern(pattern);
    this.store.dispatch(LibraryEvents.patternsWanted());
    return added;
  }

  async withdrawPattern(id: string): Added {
    const withdrawn = await this.client.withdrawEntry(id);
    this.store.dispatch(LibraryEvents.patternsWanted());
    return withdrawn;
  }

  /** A note on a code, or what a module hangs on. */
  withdrawNote(id: string): Added {
    return this.client.withdrawEntry(id);
  }
}
