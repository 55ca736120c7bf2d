/** A cylinder set to the owner’s key: cuts measured or a code typed, wafers counted, loaded one by one, tried. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSliderModule } from '@angular/material/slider';
import type { FactData, KeptDepthTable } from '@dormant-beacon/contract';
import { cleanTurns, isCylinderAccepted } from '@dormant-beacon/core/coding';
import {
  kitShort,
  loadingOrder,
  setCylinder,
  turningRange,
  turnsAt,
  waferCounts,
} from '@dormant-beacon/core/lock/cylinder';
import { originOf, standing, standingFor } from '@dormant-beacon/core/record';
import { isRefusal } from '@dormant-beacon/core/refusal';
import {
  type Choice,
  ChoiceOne,
  Entry,
  factForm,
  field,
  fieldFrom,
  numberOf,
  numberOrNull,
  Pick,
  TextField,
  Tick,
  trouble,
  type Trouble,
  typedNumber,
} from '../entry';
import { FiguresPipe } from '../figures';
import { LibraryDesk } from '../knowledge';
import { CodeDesk } from './code-desk';
import { CylinderDrawing } from './cylinder-drawing';

@Component({
  selector: 'db-lock-form',
  imports: [
    ChoiceOne,
    CylinderDrawing,
    Entry,
    FiguresPipe,
    MatButtonModule,
    MatSliderModule,
    Pick,
    TextField,
    Tick,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './lock-form.html',
  styles: `
    :host,
    .grid {
      display: grid;
      gap: 14px;
    }
    .grid {
      grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
    }
    .cuts {
      grid-template-columns: repeat(auto-fit, minmax(110px, 150px));
    }
    button {
      justify-self: start;
    }
    caption {
      text-align: left;
      font-weight: 600;
    }
    .code {
      font-size: 30px;
      font-weight: 700;
    }
    mat-slider {
      max-width: 600px;
      width: 100%;
    }
  `,
})
export class LockForm {
  private readonly desk = inject(CodeDesk);
  private readonly library = inject(LibraryDesk);
  protected readonly tables = signal<readonly KeptDepthTable[] | null>(null);
  protected readonly problem = signal<string | null>(null);
  /** Cylinders of this car that were entered, and the one under the hands: empty is another one. */
  protected readonly sets = computed(() => {
    const all = this.desk.record()?.lockSets ?? [];
    return standing(all).map((own) => ({ id: originOf(all, own), where: own.where }));
  });
  private readonly chosen = signal<string | null>(null);
  protected readonly setId = computed(() => this.chosen() ?? this.sets().at(-1)?.id ?? '');
  protected readonly setChoices = computed((): readonly Choice[] => [
    ...this.sets().map(({ id, where }) => ({ value: id, label: where })),
    { value: '', label: 'another one' },
  ]);
  /** What was entered last of it; a try is a correction of it. */
  protected readonly last = computed(
    () => standingFor(this.desk.record()?.lockSets ?? [], this.setId()) ?? null,
  );
  protected readonly tableId = field('');
  protected readonly where = fieldFrom(() => this.last()?.where ?? '');
  protected readonly by = fieldFrom(() => (this.last() && !this.last()!.measured ? 'code' : 'measured'));
  protected readonly cutCode = fieldFrom(() =>
    this.last() && !this.last()!.measured ? this.last()!.codes.join(' ') : '',
  );
  protected readonly cuts = fieldFrom<Readonly<Record<number, string>>>(() =>
    Object.fromEntries((this.last()?.measured ?? []).map((mm, n) => [n, typedNumber(mm)])),
  );
  protected readonly accuracy = fieldFrom(() => typedNumber(this.last()?.accuracyMm ?? 0.05));
  protected readonly kit = fieldFrom<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(Object.entries(this.last()?.kit ?? {}).map(([code, count]) => [code, String(count)])),
  );
  /** Codes that were chosen where the measure leaves two. */
  protected readonly picked = signal<Readonly<Record<number, string>>>({});
  protected readonly turns = field('');
  protected readonly caught = field(false);
  protected readonly tooFar = field(false);
  protected readonly outMm = signal(0);
  protected readonly cleanTurns = cleanTurns;
  protected readonly bys: readonly Choice[] = [
    { value: 'measured', label: 'the key is measured' },
    { value: 'code', label: 'its cut code is known' },
  ];
  protected readonly table = computed(
    () =>
      this.tables()?.find(({ tableId }) => tableId === this.tableId())?.table ?? this.last()?.table ?? null,
  );
  protected readonly tableChoices = computed((): readonly Choice[] => [
    ...(this.last() ? [{ value: '', label: `${this.last()!.table.name}, as entered` }] : []),
    ...(this.tables() ?? []).map(({ tableId, table }) => ({ value: tableId, label: table.name })),
  ]);
  protected readonly positions = computed(() => this.table()?.hands.map((hand, n) => ({ n, hand })) ?? []);
  private readonly measured = computed(() =>
    this.positions().map(({ n }) => numberOrNull(this.cuts()[n] ?? '') ?? NaN),
  );
  /** What the measured key says; null while a cut is not typed. */
  protected readonly answer = computed(() => {
    const table = this.table();
    if (!table || this.by() !== 'measured' || this.measured().some(Number.isNaN)) return null;
    const accuracyMm = numberOf(this.accuracy());
    if (!(accuracyMm > 0)) return null;
    try {
      return setCylinder({
        depths: table.depths,
        measured: this.measured(),
        accuracyMm,
        wearMm: table.wearMm,
        maxStep: table.maxStep ?? null,
        kit: this.kitCounts(),
        toleranceMm: table.toleranceMm,
      });
    } catch (error) {
      if (!isRefusal(error)) throw error;
      return null;
    }
  });
  protected readonly codes = computed((): readonly string[] | null => {
    const table = this.table();
    if (!table) return null;
    if (this.by() === 'code') {
      const typed = this.cutCode().trim();
      const list = /[\s-]/.test(typed) ? typed.split(/[\s-]+/) : [...typed];
      const known = new Set(table.depths.map(({ code }) => code));
      return list.length === table.hands.length && list.every((code) => known.has(code)) ? list : null;
    }
    return this.answer()?.codes.map((code, n) => this.picked()[n] ?? code) ?? null;
  });
  protected readonly steps = computed(() =>
    this.codes() && this.table() ? loadingOrder(this.codes()!, this.table()!) : [],
  );
  protected readonly counts = computed(() => waferCounts(this.steps()));
  protected readonly short = computed(() => {
    const [codes, kit] = [this.codes(), this.kitCounts()];
    return codes && kit
      ? Object.entries(kitShort(codes, kit)).map(([code, count]) => `${count} of ${code}`)
      : [];
  });
  /** The owner’s key in the cylinder as it is to be loaded. */
  protected readonly cylinder = computed(() => {
    const [table, codes] = [this.table(), this.codes()];
    if (!table || !codes) return null;
    const nominal = codes.map((code) => table.depths.find((own) => own.code === code)!.mm);
    return { table, cuts: this.by() === 'measured' ? this.measured() : nominal, wafers: codes };
  });
  protected readonly range = computed(() => {
    const own = this.cylinder();
    if (!own) return null;
    const range = turningRange(own);
    return range === null
      ? 'With this key it would not turn, even fully in: a cut is worn below the tolerance. Fit the wafers of the worn heights, or cut a new key by its code.'
      : `It turns while the key lacks up to ${range.outMm} mm of being in, and goes in too far by up to ${range.inMm} mm: a key whose shoulder is worn more than that will not turn it.`;
  });
  protected readonly turnsHere = computed(() =>
    this.cylinder() ? turnsAt(this.cylinder()!, this.outMm()) : false,
  );
  protected readonly accepted = computed(() => isCylinderAccepted(this.last()?.tried));
  protected readonly form = factForm(
    'lock-sets',
    {
      where: this.where,
      tableId: this.tableId,
      cuts: this.cuts,
      cutCode: this.cutCode,
      accuracy: this.accuracy,
      kit: this.kit,
    },
    {
      draft: () => `lock ${this.desk.record()?.id ?? ''}`,
      corrects: () => this.last()?.id,
      read: () => this.read(null),
    },
  );
  protected readonly trying = factForm(
    'lock-sets',
    { turns: this.turns, caught: this.caught, tooFar: this.tooFar },
    {
      draft: () => `lock try ${this.desk.record()?.id ?? ''}`,
      corrects: () => this.last()?.id,
      read: (): FactData<'lock-sets'> | Trouble => {
        const turns = numberOrNull(this.turns());
        if (turns === null || !Number.isInteger(turns))
          return trouble(this.turns, 'Turn it with the owner’s key, and count.');
        return this.read({ turns, caught: this.caught(), tooFar: this.tooFar() });
      },
    },
  );

  constructor() {
    void this.list();
  }

  protected choose(id: string): void {
    this.chosen.set(id);
  }

  private async list(): Promise<void> {
    const vehicle = this.desk.record()?.vehicle;
    try {
      const tables = await this.library.depthTables(vehicle?.make ?? null, vehicle?.model ?? null);
      this.tables.set(tables);
      if (!this.last() && tables[0]) this.tableId.set(tables[0].tableId);
    } catch (error) {
      this.tables.set([]);
      this.problem.set((error as Error).message);
    }
  }

  private kitCounts(): Record<string, number> | null {
    const counts = Object.entries(this.kit()).flatMap(([code, text]) => {
      const count = numberOrNull(text);
      return count === null || !Number.isInteger(count) || count < 0 ? [] : [[code, count] as const];
    });
    return counts.length === 0 ? null : Object.fromEntries(counts);
  }

  protected cut(n: number, text: string): void {
    this.cuts.set({ ...this.cuts(), [n]: text });
  }

  protected inKit(code: string, text: string): void {
    this.kit.set({ ...this.kit(), [code]: text });
  }

  protected either(cut: { readonly code: string; readonly ambiguousWith: readonly string[] }): Choice[] {
    return [cut.code, ...cut.ambiguousWith].map((code) => ({ value: code, label: code }));
  }

  protected pick(n: number, code: string): void {
    this.picked.set({ ...this.picked(), [n]: code });
  }

  private read(tried: FactData<'lock-sets'>['tried']): FactData<'lock-sets'> | Trouble {
    const [table, codes] = [this.table(), this.codes()];
    if (this.where().trim() === '') return trouble(this.where, 'Say which cylinder it is.');
    if (!table) return trouble(this.tableId, 'Choose the depth table of this cylinder.');
    if (!codes)
      return this.by() === 'code'
        ? trouble(this.cutCode, `${table.hands.length} codes of the table, one for each position.`)
        : trouble(null, 'Measure every cut of the key first.');
    const own = this.last();
    const coding = this.desk.coding();
    return {
      where: this.where().trim(),
      table,
      measured: this.by() === 'measured' ? this.measured() : null,
      accuracyMm: this.by() === 'measured' ? numberOf(this.accuracy()) : null,
      codes: [...codes],
      kit: this.kitCounts(),
      tried: tried ?? null,
      codingId: own?.codingId ?? (coding ? originOf(this.desk.record()!.codingPlans, coding.plan) : null),
    };
  }
}
