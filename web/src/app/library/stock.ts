/** Stock of other yards: their lists in, each read in the yard's own way, and what is known of each. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { InventorySource } from '@dormant-beacon/contract';
import { type InventoryField, inventoryFields } from '@dormant-beacon/core/inventory';
import { showWhole } from '@dormant-beacon/core/units';
import type { Sent } from '../api';
import {
  type Choice,
  Entry,
  entryForm,
  field,
  Pick,
  saved,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { PageHead } from '../frame';
import { StockDesk } from '../knowledge';
import { More } from '../more';
import { sayWhen } from '../time';
import { StockImport } from './stock-import';
import { SupersessionList } from './supersession-list';

const fieldWords: Readonly<Record<InventoryField, string>> = {
  partNumber: 'part number',
  kind: 'what it is',
  price: 'price',
  reference: 'the yard’s own number',
  make: 'make',
  model: 'model',
  vehicleBuilt: 'its car was built',
  hand: 'side',
  cavities: 'cavities of its plug',
  key: 'key of its plug',
  plugColour: 'colour of its plug',
  hardware: 'hardware',
  software: 'software',
  options: 'options',
  interchangeGroup: 'interchange group',
  watts: 'watts',
  base: 'base',
  stages: 'stages',
  distance: 'distance of its car',
  event: 'what happened to its car',
  fired: 'whether it fired',
  storage: 'how it was stored',
  donorVin: 'VIN of its car',
  condition: 'new or used',
};

@Component({
  selector: 'db-stock',
  imports: [Entry, MatButtonModule, MatProgressBarModule, More, PageHead, Pick, SupersessionList, TextField],
  providers: [StockImport],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stock.html',
  styleUrl: './stock.scss',
})
export class Stock {
  private readonly desk = inject(StockDesk);
  protected readonly list = inject(StockImport);
  protected readonly sources = signal<readonly InventorySource[] | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly source = signal<InventorySource | null>(null);
  protected readonly when = sayWhen;
  protected readonly showWhole = showWhole;
  protected readonly fields: readonly Choice[] = [
    { value: '', label: 'left out' },
    ...inventoryFields.map((value) => ({ value, label: fieldWords[value] })),
  ];
  protected readonly columns = computed(() => {
    const head = this.list.head();
    if (!head) return [];
    return head.head.map((name, n) => ({
      name,
      first: head.first[n] ?? '',
      is: this.list.columns()[n] ?? '',
    }));
  });
  protected readonly name = field('');
  protected readonly form = entryForm<string>(
    { name: this.name },
    {
      draft: () => 'yard',
      read: (): string | Trouble => this.name().trim() || trouble(this.name, 'Name the yard.'),
      enter: (name, stamp): Promise<Sent<unknown>> => saved(this.desk.addSource({ id: stamp.id, name })),
      then: () => void this.load(),
    },
  );

  constructor() {
    void this.load();
  }

  private async load(): Promise<void> {
    try {
      this.sources.set(await this.desk.sources());
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  protected async choose(event: Event, source: InventorySource): Promise<void> {
    const input = event.target as HTMLInputElement;
    const [file] = [...(input.files ?? [])];
    input.value = '';
    if (!file) return;
    this.source.set(source);
    await this.list.look(file, source);
  }

  protected say(n: number, value: string): void {
    this.list.columns.update((columns) =>
      columns.map((own, at) =>
        at === n ? ((value || null) as InventoryField | null) : own === value ? null : own,
      ),
    );
  }

  protected async take(): Promise<void> {
    if (await this.list.take(this.source()!)) await this.load();
  }

  protected async undo(): Promise<void> {
    await this.list.undo();
  }
}
