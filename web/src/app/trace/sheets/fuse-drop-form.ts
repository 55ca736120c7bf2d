/** The current of a fuse from the millivolts across it; as a sheet, or for a test that asks for amperes. */
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { fuseStyle } from '@dormant-beacon/core/circuit';
import { fuseDropAmps, type FuseDropSheet } from '@dormant-beacon/core/readings';
import {
  ChoiceOne,
  Entry,
  field,
  fieldFrom,
  numberOrNull,
  TextField,
  trouble,
  Trouble,
  typedNumber,
} from '../../entry';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

export interface KnownFuse {
  readonly name: string;
  readonly amps: number;
  readonly style: string | null;
}

@Component({
  selector: 'db-fuse-drop-form',
  imports: [ChoiceOne, Entry, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <p class="quiet">
        Both tips on the fuse’s two test points, in the millivolt range, everything else switched as it is.
      </p>
      <div class="grid">
        <db-text label="Fuse" example="F7" [most]="60" [field]="fuse" />
        <db-text
          label="Its rating, A"
          keys="decimal"
          example="10"
          [mono]="true"
          [field]="rating"
          limits="up to 500 A"
        />
        <db-text
          label="Millivolts across it"
          keys="decimal"
          example="13.0"
          [mono]="true"
          [field]="millivolts"
          limits="below 2000 mV"
        />
      </div>
      <db-choice question="Its style" [choices]="styles" [field]="style" />
      <db-sheet-end
        [says]="says()"
        [problem]="form.problem()"
        [keep]="forTest() ? 'Enter these amperes' : 'Keep the sheet'"
      />
    </db-entry>
  `,
  styles: sheetStyles,
})
export class FuseDropForm extends SheetForm<FuseDropSheet> {
  readonly known = input<KnownFuse | null>(null);
  /** The amperes go into a test's reading as well. */
  readonly forTest = input(false);
  readonly amps = output<number>();
  protected readonly styles = fuseStyle.options.map((value) => ({ value, label: value }));
  protected readonly fuse = fieldFrom(() => this.known()?.name ?? '');
  protected readonly rating = fieldFrom(() => typedNumber(this.known()?.amps));
  protected readonly style = fieldFrom<string>(() => this.known()?.style ?? 'mini');
  protected readonly millivolts = field('');
  protected readonly form = this.sheetForm(
    { fuse: this.fuse, rating: this.rating, style: this.style, millivolts: this.millivolts },
    () => `fuse-drop ${this.traceId() ?? ''} ${this.known()?.name ?? ''}`,
    (sheet) => this.amps.emit(Math.round(1000 * fuseDropAmps(sheet).amps) / 1000),
  );

  protected readonly read = computed((): FuseDropSheet | Trouble => {
    const [ratingAmps, millivolts] = [numberOrNull(this.rating()), numberOrNull(this.millivolts())];
    if (ratingAmps === null || millivolts === null)
      return trouble(
        ratingAmps === null ? this.rating : this.millivolts,
        'Type the rating and the millivolts.',
      );
    if (!(ratingAmps > 0 && ratingAmps <= 500))
      return trouble(this.rating, 'A fuse is rated between 0 and 500 A.');
    if (!(Math.abs(millivolts) <= 2000))
      return trouble(this.millivolts, 'Millivolts across a fuse stay below 2000.');
    return {
      sheet: 'fuse-drop',
      fuse: this.fuse().trim() || 'the fuse',
      ratingAmps,
      style: this.style() as FuseDropSheet['style'],
      millivolts,
    };
  });

  protected override whole(): FuseDropSheet | Trouble {
    const sheet = this.read();
    return this.forTest() && !(sheet instanceof Trouble) && !fuseDropAmps(sheet).valid
      ? trouble(this.millivolts, 'This drop gives no current that can be entered: see above.')
      : sheet;
  }
}
