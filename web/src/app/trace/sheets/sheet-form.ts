/** What every sheet's form has: its answer while it is typed, and a way to save it with the job. */
import { type Signal, computed, Directive, input, output } from '@angular/core';
import { type Sheet, sheetSays } from '@dormant-beacon/core/readings';
import { type EntryForm, factForm, Trouble } from '../../entry';

@Directive()
export abstract class SheetForm<S extends Sheet> {
  readonly traceId = input<string | null>(null);
  readonly saved = output();

  protected abstract readonly form: EntryForm;

  /** The sheet as it is typed, or what is still missing. */
  protected abstract readonly read: Signal<S | Trouble>;
  protected readonly sheet = computed((): S | null => {
    const read = this.read();
    return read instanceof Trouble ? null : read;
  });
  protected readonly says = computed(() => (this.sheet() ? sheetSays(this.sheet()!) : null));

  /** @param then what else follows from the sheet, once it is with the job */
  protected sheetForm(fields: object, draft: () => string, then?: (sheet: S) => void): EntryForm {
    return factForm('sheets', fields, {
      draft,
      read: () => {
        const sheet = this.whole();
        return sheet instanceof Trouble ? sheet : { traceId: this.traceId(), data: sheet };
      },
      then: (_, { data }) => {
        this.saved.emit();
        then?.(data as S);
      },
    });
  }

  /** What it has to be to be kept: the sheet, unless the page that asked for it wants more. */
  protected whole(): S | Trouble {
    return this.read();
  }
}

/** The look that the forms share. */
export const sheetStyles = `
  db-entry { display: grid; gap: 14px; }
  .grid { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px; align-items: end; }
  table { width: 100%; border-collapse: collapse; }
  th { padding: 4px 8px 4px 0; font-size: 14px; text-align: left; color: var(--quiet); }
  td { padding: 3px 8px 3px 0; vertical-align: middle; }
  td input, td select { box-sizing: border-box; width: 100%; min-height: 44px; padding: 6px 10px; border: 1px solid var(--line);
    border-radius: 10px; background: var(--raised); color: var(--ink); font: 17px var(--mono); }
  td select { font-family: var(--body); }
  td.name input { font-family: var(--body); }
  .says { padding: 12px 16px; border-radius: 12px; background: var(--ground); font-size: 18px; }
  .row { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; }
  .high { color: var(--red); font-weight: 650; }
  .good { color: var(--calm); }
`;
