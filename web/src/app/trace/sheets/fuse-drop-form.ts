/** The current of a fuse from the millivolts across it; as a sheet, or for a test that asks for amperes. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { fuseStyle } from '@dormant-beacon/core/circuit';
import { fuseDropAmps, type FuseDropSheet } from '@dormant-beacon/core/readings';
import { ChoiceOne, keepDraft, numberOrNull, TextField } from '../../entry';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

export interface KnownFuse {
  readonly name: string;
  readonly amps: number;
  readonly style: string | null;
}

@Component({
  selector: 'db-fuse-drop-form',
  imports: [ChoiceOne, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form novalidate (submit)="save($event)">
      <p class="quiet">
        Both tips on the fuse’s two test points, in the millivolt range, everything else switched as it is.
      </p>
      <div class="grid">
        <db-text label="Fuse" example="F7" [most]="60" [(value)]="fuse" />
        <db-text label="Its rating, A" keys="decimal" example="10" [mono]="true" [(value)]="rating" />
        <db-text
          label="Millivolts across it"
          keys="decimal"
          example="13.0"
          [mono]="true"
          [(value)]="millivolts"
        />
      </div>
      <db-choice question="Its style" [choices]="styles" [(value)]="style" />
      <db-sheet-end
        [says]="says()"
        [problem]="problem()"
        [keep]="forTest() ? 'Enter these amperes' : 'Keep the sheet'"
      />
    </form>
  `,
  styles: sheetStyles,
})
export class FuseDropForm extends SheetForm<FuseDropSheet> {
  readonly known = input<KnownFuse | null>(null);
  /** The amperes go into a test's reading as well. */
  readonly forTest = input(false);
  readonly amps = output<number>();
  protected readonly styles = fuseStyle.options.map((value) => ({ value, label: value }));
  protected readonly fuse = linkedSignal(() => this.known()?.name ?? '');
  protected readonly rating = linkedSignal(() => (this.known() ? String(this.known()!.amps) : ''));
  protected readonly style = linkedSignal<string>(() => this.known()?.style ?? 'mini');
  protected readonly millivolts = signal('');
  protected override readonly draft = keepDraft(
    () => `fuse-drop ${this.traceId() ?? ''} ${this.known()?.name ?? ''}`,
    { fuse: this.fuse, rating: this.rating, style: this.style, millivolts: this.millivolts },
  );

  protected readonly read = computed((): FuseDropSheet | string => {
    const [ratingAmps, millivolts] = [numberOrNull(this.rating()), numberOrNull(this.millivolts())];
    if (ratingAmps === null || millivolts === null) return 'Type the rating and the millivolts.';
    if (!(ratingAmps > 0 && ratingAmps <= 500)) return 'A fuse is rated between 0 and 500 A.';
    if (!(Math.abs(millivolts) <= 2000)) return 'Millivolts across a fuse stay below 2000.';
    return {
      sheet: 'fuse-drop',
      fuse: this.fuse().trim() || 'the fuse',
      ratingAmps,
      style: this.style() as FuseDropSheet['style'],
      millivolts,
    };
  });

  protected override async save(submit: Event): Promise<void> {
    const sheet = this.sheet();
    if (this.forTest() && sheet && !fuseDropAmps(sheet).valid) {
      submit.preventDefault();
      return this.problem.set('This drop gives no current that can be entered: see above.');
    }
    if ((await this.keep(submit)) && sheet)
      this.amps.emit(Math.round(1000 * fuseDropAmps(sheet).amps) / 1000);
  }
}
