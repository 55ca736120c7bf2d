/** The line of the sheet that comes next: what is done, and one button that states it. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnInit,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FactData } from '@dormant-beacon/contract';
import type { CodingEntry, LineState } from '@dormant-beacon/core/coding';
import {
  Entry,
  type EntryForm,
  factForm,
  field,
  inInjector,
  numberOrNull,
  settled,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import { More } from '../more';
import { CarLineButton, isOverLink } from '../simulated';
import { CodeDesk } from './code-desk';

@Component({
  selector: 'db-line-card',
  imports: [CarLineButton, Caution, Entry, FiguresPipe, MatButtonModule, More, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="what">{{ state().line.does | figures }}</h2>
    @if (authority()) {
      <db-caution
        >Keys belong to one car. Whoever asks for them shows that the car is theirs; local law and the maker’s
        procedure stand above this page.</db-caution
      >
    }
    @if (isFit()) {
      <p>Open the box on the page Match, and compare what came line by line.</p>
      <a class="thumb" mat-flat-button [routerLink]="['..', 'match']">To the match</a>
    } @else if (isImage()) {
      <p>Read both units out, and put the files in under “Memory images”.</p>
      <button class="thumb" mat-flat-button type="button" (click)="images.emit()">To the images</button>
    } @else {
      <db-car-line [codingId]="codingId()" [line]="state().line" />
      @if (!byLink()) {
        <db-entry [form]="done" [label]="state().line.does">
          @if (isSupply()) {
            <db-text label="Volts at the car’s clamps" keys="decimal" [mono]="true" [field]="volts" />
          }
          @if (authority()) {
            <db-text
              label="Who showed that the car is theirs, and how"
              example="such as: the owner, identity card and registration seen"
              [most]="300"
              [field]="note"
            />
          } @else {
            <db-text label="Note" [most]="300" [field]="note" />
          }
          @if (done.problem()) {
            <p class="problem" role="alert">{{ done.problem() }}</p>
          }
          <button class="thumb" mat-flat-button type="submit" data-key="d" [disabled]="!ready()">
            {{ button() }}
          </button>
        </db-entry>
      }
      @if (state().line.kind === 'item') {
        <db-more label="Not needed on this car">
          <db-entry [form]="without" label="Not needed on this car">
            <db-text
              label="Why not"
              example="such as: the old unit does not answer any more, nothing can be read"
              [most]="300"
              [field]="reason"
            />
            @if (without.problem()) {
              <p class="problem" role="alert">{{ without.problem() }}</p>
            }
            <button mat-stroked-button type="submit">Leave it out under my name</button>
          </db-entry>
        </db-more>
      }
    }
  `,
  styleUrl: './card.scss',
})
export class LineCard implements OnInit {
  readonly state = input.required<LineState>();
  readonly images = output();
  private readonly desk = inject(CodeDesk);
  private readonly within = inInjector();
  protected readonly ready = settled();
  /** At a simulated car a module is asked, and says what it did: nobody says it in its place. */
  protected readonly byLink = computed(
    () => this.desk.record()?.simulated != null && isOverLink(this.state().line),
  );
  protected readonly codingId = computed(() => this.desk.coding()?.id ?? '');
  protected readonly isImage = computed(() => {
    const { line } = this.state();
    return line.kind === 'check' && line.check === 'image';
  });
  protected readonly isSupply = computed(() => {
    const { line } = this.state();
    return line.kind === 'check' && line.check === 'supply';
  });
  protected readonly isFit = computed(() => {
    const { line } = this.state();
    return line.kind === 'check' && line.check === 'fit';
  });
  protected readonly authority = computed(() => {
    const { line } = this.state();
    return line.kind === 'check' && line.check === 'authority';
  });
  protected readonly button = computed(() => {
    const { part, line } = this.state();
    if (line.kind === 'check') return 'It is so';
    return {
      save: 'It is saved',
      ready: 'It is so',
      write: 'It is written',
      teach: 'It is taught',
      declare: 'It is declared',
    }[part];
  });
  protected readonly volts = field('');
  protected readonly note = field('');
  protected readonly reason = field('');
  protected done!: EntryForm;
  protected without!: EntryForm;

  ngOnInit(): void {
    const draft = (what: string) => () => `${what} ${this.desk.coding()?.id ?? ''} ${this.state().line.id}`;
    this.done = this.within(() =>
      factForm(
        'coding-entries',
        { volts: this.volts, note: this.note },
        { draft: draft('line'), read: () => this.read() },
      ),
    );
    this.without = this.within(() =>
      factForm(
        'coding-entries',
        { reason: this.reason },
        { draft: draft('not needed'), read: () => this.left() },
      ),
    );
  }

  private entry(entry: CodingEntry): FactData<'coding-entries'> {
    return { codingId: this.desk.coding()!.id, entry };
  }

  private read(): FactData<'coding-entries'> | Trouble {
    const { line } = this.state();
    const note = this.note().trim() || null;
    if (line.kind === 'item') return this.entry({ what: 'item', item: line.item.id, as: 'done', note });
    if (this.authority() && (note ?? '').length < 20)
      return trouble(this.note, 'Say in a sentence who showed that the car is theirs.');
    const volts = numberOrNull(this.volts());
    if (this.isSupply() && (volts === null || Number.isNaN(volts)))
      return trouble(this.volts, 'Measure it at the car’s clamps, and type the volts.');
    return this.entry({ what: 'check', check: line.id.slice('check:'.length), volts, note });
  }

  private left(): FactData<'coding-entries'> | Trouble {
    const { line } = this.state();
    if (line.kind !== 'item') return trouble(null, 'This line stays.');
    return this.reason().trim().length < 20
      ? trouble(this.reason, 'Say in a sentence that can be read later why it is not needed.')
      : this.entry({ what: 'item', item: line.item.id, as: 'not-needed', note: this.reason().trim() });
  }
}
