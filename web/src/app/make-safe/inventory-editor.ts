/** The items of the car on the bench: taken out, added, their loops and stages; kept as the file of the model too. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  assembly,
  type FittedItem,
  restraintItem,
  type RestraintFile,
} from '@dormant-beacon/core/restraints';
import { Store } from '@ngrx/store';
import { newId } from '../api';
import { asChoices, byContent, ChoiceOne, Desk, numberOrNull, TextField } from '../entry';
import { jobFeature } from '../job';
import { ServiceData } from './service-data';
import { ZoneEditor } from './zone-editor';
import { More } from '../more';
import { LibraryDesk } from '../knowledge';

@Component({
  selector: 'db-inventory-editor',
  imports: [ChoiceOne, MatButtonModule, More, ServiceData, TextField, ZoneEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul class="plain-list">
      @for (item of items(); track item.id) {
        <li>
          <span
            ><strong>{{ item.label }}</strong>
            <small
              >{{ item.item.replaceAll('-', ' ') }}{{ item.seat ? ', ' + item.seat.replaceAll('-', ' ') : ''
              }}{{ item.zone ? ', at ' + item.zone + ' o’clock' : ''
              }}{{ item.stages ? ', ' + item.stages + ' stages' : ''
              }}{{ item.loops?.length ? ', loops ' + item.loops!.join(' ') : ''
              }}{{ item.state === 'replaced-earlier' ? ', replaced earlier' : '' }}</small
            ></span
          >
          <span class="row">
            <button mat-button type="button" (click)="replacedEarlier(item)">
              {{ item.state === 'replaced-earlier' ? 'As built' : 'Replaced earlier' }}
            </button>
            <button mat-button type="button" (click)="takeOut(item)">This car has none</button>
          </span>
        </li>
      }
    </ul>
    <h3>Add an item</h3>
    <db-choice question="Kind" [choices]="kinds" [(value)]="kind" />
    <div class="pair">
      <db-text label="Its name" example="such as rear left seat bag" [(value)]="label" />
      <db-text label="Seat (optional)" example="such as rear-left" [(value)]="seat" />
      <db-text label="Clock position (optional)" keys="numeric" [(value)]="zone" />
      <db-text label="Stages (optional)" keys="numeric" [(value)]="stages" />
      <db-text label="Loops (optional)" example="such as L9, L10" [(value)]="loops" />
    </div>
    <db-choice question="Which half of its plug carries the shorting bar?" [choices]="bars" [(value)]="bar" />
    <db-choice question="Inside what?" [choices]="assemblies" [(value)]="inside" />
    <button class="add" mat-stroked-button type="button" (click)="add()">Add it</button>
    <db-more label="Zones and places">
      <db-zone-editor [file]="draft()" (fileChange)="put($event)" />
    </db-more>
    <db-more label="Wait, fuses and limits of the service data">
      <db-service-data [file]="draft()" (fileChange)="put($event)" />
    </db-more>
    <div class="row">
      <button mat-flat-button type="button" [disabled]="!changed()" (click)="save()">
        Save what this car has
      </button>
      <button mat-button type="button" (click)="keep()">Keep as the file of the model</button>
    </div>
    @if (said()) {
      <p class="quiet" role="status">{{ said() }}</p>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styleUrl: './file-editor.scss',
})
export class InventoryEditor {
  readonly file = input.required<RestraintFile>();
  private readonly desk = inject(Desk);
  private readonly library = inject(LibraryDesk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  private readonly saved = byContent(() => this.file());
  protected readonly draft = linkedSignal<RestraintFile>(this.saved);
  protected readonly items = computed(() => this.draft().items);
  protected readonly changed = linkedSignal(() => {
    this.saved();
    return false;
  });
  protected readonly kinds = asChoices(restraintItem.options);
  protected readonly assemblies = asChoices(assembly.options);
  protected readonly kind = signal('');
  protected readonly label = signal('');
  protected readonly seat = signal('');
  protected readonly zone = signal('');
  protected readonly stages = signal('');
  protected readonly loops = signal('');
  protected readonly bars = asChoices(['unit', 'harness', 'both', 'unknown']);
  protected readonly bar = signal('');
  protected readonly inside = signal('');
  protected readonly said = signal('');
  protected readonly problem = signal<string | null>(null);

  protected takeOut({ id }: FittedItem): void {
    this.putItems(this.items().filter((item) => item.id !== id));
  }

  protected replacedEarlier({ id }: FittedItem): void {
    this.putItems(
      this.items().map((item) =>
        item.id === id
          ? { ...item, state: item.state === 'replaced-earlier' ? 'as-built' : 'replaced-earlier' }
          : item,
      ),
    );
  }

  protected add(): void {
    const kind = restraintItem.safeParse(this.kind());
    const [zone, stages] = [numberOrNull(this.zone()), numberOrNull(this.stages())];
    if (!kind.success || this.label().trim() === '') return this.problem.set('Say what it is, and its name.');
    if (zone !== null && !(Number.isInteger(zone) && zone >= 1 && zone <= 12))
      return this.problem.set('The clock position is a whole number from 1 to 12.');
    if (stages !== null && !(Number.isInteger(stages) && stages >= 1 && stages <= 4))
      return this.problem.set('A unit has one to four stages.');
    const inside = assembly.safeParse(this.inside());
    const loops = this.loops()
      .split(/[,\s]+/)
      .filter(Boolean);
    this.putItems([
      ...this.items(),
      {
        id: newId(),
        item: kind.data,
        label: this.label().trim(),
        ...(this.seat().trim() ? { seat: this.seat().trim() } : {}),
        ...(zone === null ? {} : { zone }),
        ...(stages === null ? {} : { stages }),
        ...(loops.length > 0 ? { loops } : {}),
        ...(inside.success ? { inside: inside.data } : {}),
        ...(this.bar() === '' ? {} : { bar: this.bar() as NonNullable<FittedItem['bar']> }),
      },
    ]);
    for (const field of [this.label, this.seat, this.zone, this.stages, this.loops, this.inside, this.bar])
      field.set('');
  }

  protected async save(): Promise<void> {
    const sent = await this.desk.enter('inventories', { file: this.draft() });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    this.said.set(sent.state === 'refused' ? '' : 'Saved for this car.');
  }

  protected async keep(): Promise<void> {
    const { make, model } = this.record()!.vehicle;
    const { vehicleValueCents: _, ...file } = this.draft();
    try {
      await this.library.addRestraintFile({
        id: newId(),
        make,
        model,
        file,
      });
      this.said.set(`Kept as the file of ${make} ${model}.`);
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  private putItems(items: readonly FittedItem[]): void {
    this.put({ ...this.draft(), items: [...items] });
  }

  protected put(file: RestraintFile): void {
    this.draft.set(file);
    this.changed.set(true);
    this.problem.set(null);
    this.said.set('');
  }
}
