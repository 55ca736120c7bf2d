/** The shop's base rates: how often what fails, what proven closures have taught, and who may change the table. */
import { ChangeDetectionStrategy, Component, computed, inject, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSortModule } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import type { KeepRates } from '@dormant-beacon/contract';
import { type BaseRate, learnedWeight, suppliedRates } from '@dormant-beacon/core/trace';
import { Store } from '@ngrx/store';
import { FiguresPipe, sayFigures } from '../figures';
import { peopleFeature } from '../session';
import { Entry, entryForm, field, numberOf, saved, TextField, type Trouble, trouble } from '../entry';
import { sorted, unsorted } from '../frame';
import { LibraryDesk, CircuitEvents, circuitsFeature } from '../knowledge';
import { kindNames } from './circuit-fields';

interface Row {
  readonly kind: BaseRate['kind'];
  readonly mode: BaseRate['mode'];
  readonly name: string;
  readonly supplied: number | null;
  readonly closures: number;
  readonly expected: number;
}

@Component({
  selector: 'db-base-rates',
  imports: [Entry, FiguresPipe, MatButtonModule, MatSortModule, MatTableModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Base rates</h2>
    <p class="quiet">
      Relative weights before any reading. Closures that were proven dormant are held against how many were to
      be expected: what fails more often than that gains weight, what fails less often loses some. After three
      years they count half; a comeback takes its own away. Traces that run keep the table they began with.
    </p>
    @if (rates(); as rates) {
      <db-entry [form]="form">
        <table
          mat-table
          class="plain"
          matSort
          (matSortChange)="order.set($event)"
          [dataSource]="shown()"
          [trackBy]="byName"
        >
          <ng-container matColumnDef="name">
            <th mat-header-cell mat-sort-header *matHeaderCellDef>What fails</th>
            <td mat-cell *matCellDef="let n">{{ rows()[n]!.name }}</td>
          </ng-container>
          <ng-container matColumnDef="supplied">
            <th mat-header-cell mat-sort-header *matHeaderCellDef>Supplied</th>
            <td mat-cell class="mono quiet" *matCellDef="let n">
              {{ rows()[n]!.supplied ?? '–' | figures }}
            </td>
          </ng-container>
          <ng-container matColumnDef="table">
            <th mat-header-cell *matHeaderCellDef>
              This shop’s table{{ rates.version ? ', version ' + rates.version : '' }}
            </th>
            <td mat-cell *matCellDef="let n">
              @if (mayChange()) {
                <input
                  class="mono"
                  inputmode="decimal"
                  [attr.aria-label]="'Weight of ' + rows()[n]!.name"
                  [value]="weights()[n]"
                  (input)="set(n, $any($event.target).value)"
                />
              } @else {
                <span class="mono">{{ weights()[n] }}</span>
              }
            </td>
          </ng-container>
          <ng-container matColumnDef="closures">
            <th mat-header-cell mat-sort-header *matHeaderCellDef>Proven, expected</th>
            <td mat-cell class="mono" *matCellDef="let n">{{ learnedWords(rows()[n]!) }}</td>
          </ng-container>
          <ng-container matColumnDef="now">
            <th mat-header-cell mat-sort-header *matHeaderCellDef>Weight now</th>
            <td mat-cell class="mono" *matCellDef="let n">{{ nowOf(n) }}</td>
          </ng-container>
          <tr mat-header-row *matHeaderRowDef="columns"></tr>
          <tr mat-row *matRowDef="let n; columns: columns"></tr>
        </table>
        @if (mayChange()) {
          <div class="row">
            <db-text label="Why" example="such as three winters of salt" [field]="note" />
            <button mat-flat-button type="submit">Keep it as version {{ rates.version + 1 }}</button>
          </div>
        } @else {
          <p class="quiet">The lead changes the table.</p>
        }
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
      </db-entry>
    }
  `,
  styles: `
    :host,
    db-entry {
      display: grid;
      gap: 12px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    table.plain td {
      vertical-align: middle;
    }
    td input {
      box-sizing: border-box;
      width: 110px;
      min-height: 44px;
      padding: 6px 10px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--raised);
      color: var(--ink);
      font-size: 17px;
    }
  `,
})
export class BaseRates {
  private readonly library = inject(LibraryDesk);
  private readonly store = inject(Store);
  private readonly person = this.store.selectSignal(peopleFeature.selectPerson);
  protected readonly rates = this.store.selectSignal(circuitsFeature.selectRates);
  protected readonly mayChange = computed(() => this.person()?.role === 'lead');
  protected readonly note = field('');

  protected readonly rows = computed((): Row[] => {
    const rates = this.rates();
    if (!rates) return [];
    const names = new Map<string, Pick<Row, 'kind' | 'mode'>>();
    for (const { kind, mode } of [...rates.rates, ...suppliedRates, ...rates.learned])
      names.set(`${kind} ${mode}`, { kind, mode });
    const weightIn = (list: readonly BaseRate[], key: string) =>
      list.find(({ kind, mode }) => `${kind} ${mode}` === key)?.weight ?? null;
    return [...names].map(([key, { kind, mode }]) => {
      const learned = rates.learned.find((one) => `${one.kind} ${one.mode}` === key);
      return {
        kind,
        mode,
        name: `${kindNames[kind]}: ${words(mode)}`,
        supplied: weightIn(suppliedRates, key),
        closures: learned?.closures ?? 0,
        expected: learned?.expected ?? 0,
      };
    });
  });
  /** Weights that were typed and not kept yet, by name. */
  private readonly typed = field<Readonly<Record<string, string>>>({});
  protected readonly form = entryForm(
    { typed: this.typed, note: this.note },
    {
      draft: () => 'base rates',
      read: () => this.read(),
      // Where somebody was first, what was typed stands over their table.
      enter: (rates) => saved(this.library.keepRates(rates)),
    },
  );
  protected readonly weights = computed(() =>
    this.rows().map(({ kind, mode, name, supplied }) => {
      const own = this.rates()!.rates.find((rate) => rate.kind === kind && rate.mode === mode);
      return this.typed()[name] ?? sayFigures(String(own?.weight ?? supplied ?? 1));
    }),
  );

  protected readonly columns = ['name', 'supplied', 'table', 'closures', 'now'];
  protected readonly byName = (_: number, n: number) => this.rows()[n]!.name;
  protected readonly order = signal(unsorted);
  /** The rows' numbers, in the order that was asked for. A weight that is being typed keeps its place. */
  protected readonly shown = computed(() => {
    const order = this.order();
    const rows = this.rows();
    return untracked(() =>
      sorted([...rows.keys()], order, (n) => ({
        name: rows[n]!.name,
        supplied: rows[n]!.supplied,
        closures: rows[n]!.closures,
        now: numberOf(this.nowOf(n)) || null,
      })),
    );
  });

  constructor() {
    this.store.dispatch(CircuitEvents.ratesWanted());
  }

  protected set(n: number, text: string): void {
    this.typed.update((typed) => ({ ...typed, [this.rows()[n]!.name]: text }));
  }

  protected nowOf(n: number): string {
    const weight = numberOf(this.weights()[n]!);
    return Number.isNaN(weight) ? '?' : rounded(learnedWeight(weight, this.rows()[n]!));
  }

  protected learnedWords({ closures, expected }: Row): string {
    return closures > 0 || expected >= 0.005 ? `${rounded(closures)}, ${rounded(expected)}` : '';
  }

  private read(): KeepRates | Trouble {
    const rates = this.rows().map(({ kind, mode }, n) => ({
      kind,
      mode,
      weight: numberOf(this.weights()[n]!),
    }));
    const wrong = rates.findIndex(({ weight }) => !(weight >= 0 && weight <= 1000));
    if (wrong >= 0)
      return trouble(null, `The weight of “${this.rows()[wrong]!.name}” is a number between 0 and 1000.`);
    return { basedOn: this.rates()!.version, rates, note: this.note().trim() || null };
  }
}

/** `stuckOpen` as a person says it. */
const words = (mode: string) => mode.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const rounded = (value: number) => sayFigures(String(Math.round(100 * value) / 100));
