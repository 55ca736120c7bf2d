/** Code and calibrate: the sheet of each unit, its next line on a card, and what it carries beside it. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { bytesAt, type Image, toHex } from '@dormant-beacon/core/coding/memory';
import { Caution } from '../frame';
import { ServerClock } from '../job';
import { More } from '../more';
import { StageNotes } from '../stage';
import { CodeDesk } from './code-desk';
import { ImageDesk } from './image-desk';
import { Images } from './images';
import { KeysForm } from './keys-form';
import { LineCard } from './line-card';
import { LockForm } from './lock-form';
import { OdometerCardView } from './odometer-card';
import { OptionsForm } from './options-form';
import { PlanForm } from './plan-form';
import { ProcedureCard } from './procedure-card';
import { SheetList } from './sheet-list';
import { TrimForm } from './trim-form';

@Component({
  selector: 'db-code',
  imports: [
    Caution,
    Images,
    KeysForm,
    LineCard,
    LockForm,
    MatButtonModule,
    MatButtonToggleModule,
    More,
    OdometerCardView,
    OptionsForm,
    PlanForm,
    ProcedureCard,
    SheetList,
    StageNotes,
    TrimForm,
  ],
  providers: [ServerClock, CodeDesk, ImageDesk],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './code.html',
  styleUrl: './code.scss',
})
export class CodePage {
  protected readonly desk = inject(CodeDesk);
  protected readonly coding = this.desk.coding;
  protected readonly adding = signal(false);
  protected readonly imagesOpen = signal(false);
  private readonly imagesView = viewChild(Images);
  /** A line that was chosen on the sheet; it stays until another unit comes under the hands, or it is done. */
  protected readonly chosen = linkedSignal<string | undefined, string | null>({
    source: () => this.coding()?.id,
    computation: () => null,
  });
  protected readonly line = computed(() => {
    const coding = this.coding();
    if (!coding) return null;
    const chosen = coding.lines.find(({ line, is }) => line.id === this.chosen() && is === 'open');
    return chosen ?? coding.next;
  });
  protected readonly procedure = computed(() => {
    const line = this.line()?.line;
    if (line?.kind !== 'procedure') return null;
    return this.coding()!.procedures.find(({ procedure }) => procedure.id === line.procedure.id) ?? null;
  });
  /** Keys are taught, or come with a memory from elsewhere: they are counted. */
  protected readonly given = computed(
    () =>
      this.coding()?.lines.some(
        ({ line }) =>
          (line.kind === 'item' && line.item.kind === 'pairing') ||
          (line.kind === 'check' && line.check === 'authority'),
      ) === true,
  );
  protected readonly hasLocks = computed(() => (this.desk.record()?.lockSets ?? []).length > 0);
  protected readonly donorBytes = computed(() => {
    const book = this.coding()?.book;
    const field = book?.layout?.fields.find(({ name }) => name === book.options?.field);
    const image: Image | undefined = this.imagesView()?.donor()?.image;
    const bytes = field && image ? bytesAt(image, field.address, field.length) : null;
    return bytes && toHex(bytes);
  });
}
