/** Stock of other yards: what is searched, and lists on their way in. */
import { inject, Injectable } from '@angular/core';
import type {
  AddSource,
  BeginImport,
  EndImport,
  Found,
  ImportReport,
  ImportRows,
  ImportState,
  InventorySource,
} from '@dormant-beacon/contract';
import { Client } from '../api';

/** Every call throws ApiProblem where it is refused or nobody answers. */
@Injectable({ providedIn: 'root' })
export class StockDesk {
  private readonly client = inject(Client);

  sources(): Promise<InventorySource[]> {
    return this.client.stockSources();
  }

  addSource(source: AddSource): Promise<{ id: string }> {
    return this.client.addSource(source);
  }

  begin(list: BeginImport): Promise<ImportState> {
    return this.client.beginImport(list);
  }

  rows(importId: string, lines: ImportRows): Promise<ImportState> {
    return this.client.importRows(importId, lines);
  }

  end(importId: string, how: EndImport): Promise<ImportState> {
    return this.client.endImport(importId, how);
  }

  report(importId: string): Promise<ImportReport> {
    return this.client.importReport(importId);
  }

  search(query: Readonly<Record<string, string>>): Promise<Found> {
    return this.client.searchStock(query);
  }
}
