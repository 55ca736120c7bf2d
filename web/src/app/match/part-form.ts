/** A part as it stands on its label or in its listing: the one that came out, one on offer, the one in the box. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import {
  arrivalTrials,
  normalNumber,
  type PartDescription,
  type PartFactData,
} from '@dormant-beacon/core/fit';
import { routeKindWords } from '@dormant-beacon/core/route';
import { Store } from '@ngrx/store';
import {
  centsOrNull,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Entry,
  entryForm,
  Desk,
  field,
  TextField,
  Trouble,
  trouble,
  Undo,
} from '../entry';
import { jobFeature } from '../job';
import { LibraryDesk, StockDesk } from '../knowledge';
import { More } from '../more';
import { Money } from '../money';
import { UnitDesk } from '../unit';
import { LabelPhoto } from './label-photo';
import { fieldsFor, fill, fillAgreed, partFields, readPart, type Typed } from './part-fields';

const choices = (...values: [string, string][]): readonly Choice[] =>
  values.map(([value, label]) => ({ value, label }));

const labels: readonly (readonly [Typed, string, 'numeric' | 'decimal' | null])[] = [
  ['plugs', 'Plugs: cavities, key, colour', null],
  ['base', 'Base', null],
  ['watts', 'Watts', 'decimal'],
  ['filaments', 'Filaments', 'numeric'],
  ['amps', 'Amps', 'decimal'],
  ['style', 'Style', null],
  ['colour', 'Colour', null],
  ['stages', 'Stages', 'numeric'],
  ['hardware', 'Hardware', null],
  ['software', 'Software', null],
  ['options', 'Options, apart by commas', null],
  ['contains', 'Restraint items inside', null],
  ['vehicleBuilt', 'Its car was built, such as 2019-04', null],
  ['builtFrom', 'For cars built from', null],
  ['builtTo', 'For cars built to', null],
  ['mounting', 'Mounting', null],
  ['interchangeGroup', 'Interchange group', null],
];

@Component({
  selector: 'db-part-form',
  imports: [ChoiceMany, ChoiceOne, Entry, LabelPhoto, MatButtonModule, More, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './part-form.html',
  styleUrl: './part-form.scss',
})
export class PartForm {
  readonly role = input.required<PartFactData['role']>();
  /** What stands in the fields at first: the unit that came out, or what was ordered. */
  readonly from = input<PartDescription | null>(null);
  readonly offerId = input<string | null>(null);
  /** The entry that this one takes the place of. */
  readonly corrects = input<string | null>(null);
  readonly entered = output();
  private readonly unitDesk = inject(UnitDesk);
  private readonly desk = inject(Desk);
  private readonly undo = inject(Undo);
  private readonly library = inject(LibraryDesk);
  private readonly stock = inject(StockDesk);
  protected readonly looked = signal<string | null>(null);
  protected readonly money = inject(Money);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly unit = computed(() => this.unitDesk.unit()!);
  private readonly first = computed(() => fieldsFor(this.unit().plan.sort));
  protected readonly lines = computed(() => labels.filter(([name]) => this.first().has(name)));
  protected readonly rest = computed(() => labels.filter(([name]) => !this.first().has(name)));
  protected readonly hands = choices(['left', 'left'], ['right', 'right'], ['either', 'either side']);
  protected readonly scopes = choices(['part', 'the part alone'], ['assembly', 'the assembly']);
  protected readonly grades = choices(
    ['maker', 'from the maker'],
    ['equivalent', 'equivalent'],
    ['unbranded', 'unbranded'],
  );
  protected readonly kinds = choices(
    ['new', routeKindWords.new],
    ['used', 'used'],
    ['remanufactured', 'remanufactured'],
  );
  protected readonly events = choices(
    ['none', 'nothing'],
    ['collision', 'a crash'],
    ['water', 'water'],
    ['unknown', 'not known'],
  );
  protected readonly yesNo = choices(['no', 'no'], ['yes', 'yes']);
  protected readonly fields = partFields();
  protected readonly seller = field('');
  protected readonly listing = field('');
  protected readonly deposit = field('');
  protected readonly works = field<readonly string[]>([]);
  protected readonly fails = field<readonly string[]>([]);
  protected readonly shows = (name: string): boolean => this.first().has(name);
  protected readonly trials = computed((): readonly Choice[] => {
    const part = { kind: this.fields.kind(), partNumber: this.fields.partNumber() };
    const filaments = Number(this.fields.filaments()) || null;
    return arrivalTrials(this.unit().plan.sort, { ...part, filaments }).map((value) => ({
      value,
      label: value,
    }));
  });

  protected readonly form = entryForm<FactData<'parts'>>(
    {
      ...this.fields,
      seller: this.seller,
      listing: this.listing,
      deposit: this.deposit,
      works: this.works,
      fails: this.fails,
    },
    {
      draft: () => `part ${this.role()} ${this.unit().id} ${this.corrects() ?? ''}`,
      read: () => this.read(),
      enter: async (data, stamp) => {
        const known = await this.supersessions(data.part.partNumber);
        const sent = await this.desk.enter(
          'parts',
          { ...data, supersessions: known },
          this.corrects(),
          stamp,
        );
        if (sent.state === 'saved' && !this.corrects())
          void this.undo.offer((sent.answer as { id: string }).id);
        return sent;
      },
      then: () => this.entered.emit(),
    },
  );

  constructor() {
    effect(() => {
      const from = this.from();
      if (!this.form.draft.looked()) return;
      untracked(() => {
        if (this.fields.partNumber() !== '' || this.fields.kind() !== '') return;
        if (from) fill(this.fields, from);
        else if (this.role() === 'removed') {
          this.fields.kind.set(this.unit().plan.unit);
          this.fields.vehicleBuilt.set(this.record()?.vehicle.built ?? '');
        }
        this.form.draft.rebase();
      });
    });
  }

  /** From stock that was taken in: what a number’s own rows agree on goes into fields that are empty. */
  protected async lookUp(): Promise<void> {
    const number = this.fields.partNumber().trim();
    try {
      const { found } = await this.stock.search({ number });
      const own = found.filter(({ part }) => normalNumber(part.partNumber) === normalNumber(number));
      if (own.length === 0) {
        this.looked.set('No yard has listed this number: type what stands on the part.');
        return;
      }
      fillAgreed(
        this.fields,
        own.map(({ part }) => part),
      );
      this.looked.set(
        `From ${own.length === 1 ? 'one part' : `${own.length} parts`} in stock: compare each line with this part.`,
      );
    } catch (error) {
      this.looked.set((error as Error).message);
    }
  }

  /** What the shop's list says of this number, as it is now; without the server, nothing is known of it. */
  private async supersessions(number: string): Promise<FactData<'parts'>['supersessions']> {
    try {
      const rows = await this.library.supersessions(number);
      return rows.slice(0, 60).map(({ old, new: next }) => ({ old, new: next }));
    } catch {
      return null;
    }
  }

  private read(): FactData<'parts'> | Trouble {
    const part = readPart(this.fields);
    if (part instanceof Trouble) return part;
    const role = this.role();
    if (role === 'offered' && this.seller().trim() === '') return trouble(this.seller, 'Say who has it.');
    const deposit = centsOrNull(this.deposit());
    if (Number.isNaN(deposit)) return trouble(this.deposit, 'Type the deposit as a number, or nothing.');
    return {
      planId: this.unit().id,
      role,
      part,
      seller: this.seller().trim() || null,
      listing: this.listing().trim() || null,
      coreDepositCents: deposit,
      offerId: this.offerId(),
      tried:
        role === 'delivered'
          ? this.trials()
              .map(({ value }) => value)
              .filter((what) => this.works().includes(what) || this.fails().includes(what))
              .map((what) => ({ what, works: !this.fails().includes(what) }))
          : null,
    };
  }
}
