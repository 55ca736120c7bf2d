/** Depth tables of lock cylinders: listed, and entered or changed in lines. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { KeepDepthTable, KeptDepthTable } from '@dormant-beacon/contract';
import { type DepthTable, depthTable, type WaferHand } from '@dormant-beacon/core/lock';
import { newId } from '../api';
import {
  type Choice,
  Entry,
  entryForm,
  fieldFrom,
  numberOf,
  numberOrNull,
  Pick,
  saved,
  TextField,
  trouble,
  type Trouble,
  typedNumber,
} from '../entry';
import { LibraryDesk } from '../knowledge';
import { More } from '../more';

@Component({
  selector: 'db-depth-tables',
  imports: [Entry, MatButtonModule, More, Pick, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Depth tables of lock cylinders</h2>
    <p class="quiet">The height of each cut code, the positions, and from which side each wafer goes in.</p>
    <ul class="plain-list">
      @for (own of tables(); track own.tableId) {
        <li>
          <strong>{{ own.table.name }}</strong>, {{ own.make }} {{ own.model ?? '(all models)' }}:
          {{ own.table.depths.length }} codes, {{ own.table.hands.length }} positions, version
          {{ own.version }}
        </li>
      } @empty {
        <li class="quiet">Nothing yet. Measure four new keys, and enter the table once.</li>
      }
    </ul>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    <db-more label="Enter or change a table" [(open)]="open">
      @if (open()) {
        <db-entry [form]="form" label="A depth table">
          <db-pick label="Which" [choices]="choices()" [(value)]="chosen" />
          <db-text label="Name" example="Door cylinder, eight wafers" [most]="80" [field]="name" />
          <div class="grid">
            <db-text label="Make" [field]="make" />
            <db-text label="Model" example="left out: every model" [field]="model" />
          </div>
          <db-text
            label="Codes and their heights in mm, a line each"
            example="1 7.1"
            [lines]="5"
            [mono]="true"
            [most]="2000"
            [field]="depths"
          />
          <db-text
            label="Sides from the shoulder on: l for left, r for right"
            example="l r l r l r l r"
            [mono]="true"
            [field]="hands"
          />
          <div class="grid">
            <db-text label="From cut to cut, mm" keys="decimal" [field]="pitch" />
            <db-text label="Shoulder to first cut, mm" keys="decimal" [field]="first" />
            <db-text label="Most codes between neighbours" keys="numeric" [field]="maxStep" />
            <db-text label="Still turns when off by, mm" keys="decimal" [field]="tolerance" />
            <db-text label="Cuts wear by up to, mm" keys="decimal" [field]="wear" />
          </div>
          <db-text label="Where it is from" [field]="source" />
          @if (form.problem()) {
            <p class="problem" role="alert">{{ form.problem() }}</p>
          }
          <button mat-flat-button type="submit">Keep the table</button>
        </db-entry>
      }
    </db-more>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
      gap: 12px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class DepthTables {
  private readonly library = inject(LibraryDesk);
  protected readonly tables = signal<readonly KeptDepthTable[]>([]);
  protected readonly problem = signal<string | null>(null);
  protected readonly open = signal(false);
  protected readonly chosen = signal('');
  private readonly own = computed(
    () => this.tables().find(({ tableId }) => tableId === this.chosen()) ?? null,
  );
  protected readonly choices = computed((): readonly Choice[] => [
    { value: '', label: 'a new table' },
    ...this.tables().map(({ tableId, table }) => ({ value: tableId, label: table.name })),
  ]);
  private readonly of = (read: (table: DepthTable) => string) =>
    fieldFrom(() => (this.own() ? read(this.own()!.table) : ''));
  protected readonly name = this.of(({ name }) => name);
  protected readonly make = fieldFrom(() => this.own()?.make ?? '');
  protected readonly model = fieldFrom(() => this.own()?.model ?? '');
  protected readonly depths = this.of(({ depths }) =>
    depths.map(({ code, mm }) => `${code} ${mm}`).join('\n'),
  );
  protected readonly hands = this.of(({ hands }) => hands.map((hand) => hand.charAt(0)).join(' '));
  protected readonly pitch = this.of(({ pitchMm }) => typedNumber(pitchMm));
  protected readonly first = this.of(({ firstMm }) => typedNumber(firstMm));
  protected readonly maxStep = this.of(({ maxStep }) => String(maxStep ?? ''));
  protected readonly tolerance = this.of(({ toleranceMm }) => typedNumber(toleranceMm));
  protected readonly wear = this.of(({ wearMm }) => typedNumber(wearMm));
  protected readonly source = this.of(({ source }) => source);
  protected readonly form = entryForm<KeepDepthTable>(
    {
      name: this.name,
      make: this.make,
      model: this.model,
      depths: this.depths,
      hands: this.hands,
      pitch: this.pitch,
      first: this.first,
      maxStep: this.maxStep,
      tolerance: this.tolerance,
      wear: this.wear,
      source: this.source,
    },
    {
      draft: () => `depth table ${this.chosen()}`,
      read: () => this.read(),
      enter: (body) => saved(this.library.keepDepthTable(body)),
      then: () => void this.load(),
    },
  );

  constructor() {
    void this.load();
  }

  private async load(): Promise<void> {
    try {
      this.tables.set(await this.library.depthTables(null, null));
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  private read(): KeepDepthTable | Trouble {
    const depths = this.depths()
      .split('\n')
      .map((line) => line.trim().split(/[\s;]+/))
      .filter(([code]) => code !== '')
      .map(([code, mm]) => ({ code: code!, mm: numberOf(mm ?? '') }));
    const hands = [...this.hands().replace(/[\s,]/g, '').toLowerCase()];
    if (!this.make().trim()) return trouble(this.make, 'Say for which make it is.');
    const odd = depths.find(({ mm }) => !(mm > 0));
    if (odd) return trouble(this.depths, `“${odd.code}” has no height: a line each, such as “1 7.1”.`);
    if (hands.some((hand) => hand !== 'l' && hand !== 'r'))
      return trouble(this.hands, 'Only l and r, one for each position.');
    const table = {
      name: this.name().trim(),
      depths,
      hands: hands.map((hand): WaferHand => (hand === 'l' ? 'left' : 'right')),
      pitchMm: numberOf(this.pitch()),
      firstMm: numberOf(this.first()),
      maxStep: numberOrNull(this.maxStep()),
      toleranceMm: numberOf(this.tolerance()),
      wearMm: numberOf(this.wear()),
      source: this.source().trim(),
    };
    const sound = depthTable.safeParse(table);
    if (!sound.success)
      return trouble(this.fieldOf(String(sound.error.issues[0]!.path[0])), 'This is missing, or no number.');
    return {
      tableId: this.own()?.tableId ?? newId(),
      basedOn: this.own()?.version ?? 0,
      make: this.make().trim(),
      model: this.model().trim() || null,
      table: sound.data,
    };
  }

  private fieldOf(name: string): object | null {
    const of: Record<string, object> = {
      name: this.name,
      depths: this.depths,
      hands: this.hands,
      pitchMm: this.pitch,
      firstMm: this.first,
      maxStep: this.maxStep,
      toleranceMm: this.tolerance,
      wearMm: this.wear,
      source: this.source,
    };
    return Object.hasOwn(of, name) ? of[name]! : null;
  }
}
