/** The image that goes into the car: what comes from the old unit and what stays the donor’s, shown before it is made. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type CodingImageData, type Layout, type MergeFacts, type Recipe } from '@dormant-beacon/core/coding';
import { type Image, numberBytes, showAddress, toHex } from '@dormant-beacon/core/coding/memory';
import { readDistance, showDistanceRange } from '@dormant-beacon/core/units';
import type { MergeAnswer } from '../../workers/image.worker';
import {
  Desk,
  done,
  Entry,
  entryForm,
  field,
  fieldFrom,
  Pick,
  TextField,
  Tick,
  trouble,
  type Trouble,
} from '../entry';
import { CodeDesk } from './code-desk';
import { digestOf, ImageDesk } from './image-desk';

interface Held {
  readonly fact: CodingImageData;
  readonly image: Image;
}

@Component({
  selector: 'db-merge-form',
  imports: [Entry, MatButtonModule, Pick, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>Merge for this car</h3>
    <p>The donor’s unit goes in. Say what it gets from the old unit; all else stays the donor’s.</p>
    <db-entry [form]="form" label="Merge the images">
      <div class="sources">
        @for (own of fields(); track own.name) {
          <db-pick
            [label]="own.name"
            [choices]="sources(own.role === 'odometer')"
            [value]="chosen()[own.name] ?? ''"
            (valueChange)="choose(own.name, $event)"
          />
        }
      </div>
      @if (sets()) {
        <db-text
          label="The distance to be written, km"
          keys="numeric"
          [mono]="true"
          [limits]="rangeWords()"
          [field]="distance"
        />
      }
      @if (broken()) {
        <db-tick [field]="accept"
          >The broken checksum is known and accepted: I have read the unit twice</db-tick
        >
      }
      @if (foreign()) {
        @if (isLead()) {
          <db-text
            label="By whose authority another car’s keys are kept"
            [lines]="2"
            [most]="500"
            [field]="authority"
          />
        }
      }
      @if (answer(); as own) {
        @for (refusal of own.refusals; track refusal.path + refusal.kind) {
          <p class="problem refusal">{{ refusal.reason }}.</p>
        }
        @if (own.merged; as merged) {
          <table class="plain">
            <caption>
              {{
                merged.bytes.length === 0 ? 'Nothing changes.' : 'What changes in the donor’s unit'
              }}
            </caption>
            <tbody>
              @for (change of merged.bytes; track change.address) {
                <tr>
                  <td class="mono">{{ show(change.address) }}</td>
                  <td>{{ change.because }}</td>
                  <td class="mono">{{ hide(change.because, change.before) }}</td>
                  <td class="mono">{{ hide(change.because, change.after) }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
      }
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button class="thumb" mat-flat-button type="submit">Merge, and keep the image</button>
    </db-entry>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 12px;
    }
    h3 {
      margin: 0;
      font-size: 20px;
    }
    .sources {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
      gap: 12px;
    }
    caption {
      text-align: left;
      font-weight: 600;
    }
    .refusal::first-letter {
      text-transform: uppercase;
    }
    button {
      justify-self: start;
    }
    .thumb {
      min-height: 56px;
    }
  `,
})
export class MergeForm {
  readonly layout = input.required<Layout>();
  readonly original = input.required<Held>();
  readonly donor = input.required<Held>();
  private readonly desk = inject(CodeDesk);
  private readonly images = inject(ImageDesk);
  private readonly entries = inject(Desk);
  protected readonly isLead = this.desk.isLead;
  protected readonly show = showAddress;
  protected readonly answer = signal<MergeAnswer | null>(null);
  protected readonly distance = field('');
  protected readonly authority = field('');
  protected readonly accept = field(false);
  /** A crash record is nothing to choose. */
  protected readonly fields = computed(() => this.layout().fields.filter(({ role }) => role !== 'crash'));
  /** Where each field comes from; at first, what belongs to the car from the old unit. */
  protected readonly chosen = fieldFrom<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(
      this.layout().fields.flatMap(({ name, role }) =>
        role === 'vin' || role === 'odometer' || role === 'pairing' || role === 'option'
          ? [[name, 'original']]
          : [],
      ),
    ),
  );
  protected readonly sets = computed(() => Object.values(this.chosen()).includes('set'));
  private readonly card = computed(() => this.desk.coding()?.odometer ?? null);
  protected readonly rangeWords = computed(() => {
    const { least, most } = this.card() ?? { least: null, most: null };
    return least === null || most === null ? null : showDistanceRange(least, most, 'km');
  });
  protected readonly broken = computed(
    () => this.accept() || this.answer()?.refusals.some(({ kind }) => kind === 'checksum-broken') === true,
  );
  protected readonly foreign = computed(
    () =>
      this.authority() !== '' ||
      this.answer()?.refusals.some(({ kind }) => kind.startsWith('pairing')) === true,
  );
  private readonly recipe = computed((): Recipe | null => {
    const recipe: Record<string, Recipe[string]> = {};
    for (const [name, source] of Object.entries(this.chosen())) {
      const own = this.layout().fields.find((one) => one.name === name);
      if (!own || source === '') continue;
      if (source === 'set') {
        const distance = readDistance(this.distance());
        const bytes = distance === null ? null : numberBytes(own, distance);
        if (!bytes) return null;
        recipe[name] = { set: toHex(bytes) };
      } else recipe[name] = source as 'original' | 'donor';
    }
    return recipe;
  });
  private readonly facts = computed((): MergeFacts => {
    const least = this.card()?.least ?? this.desk.record()?.vehicle.odometerKm ?? null;
    const most = this.card()?.most ?? null;
    return {
      ...(least === null ? {} : { recordedOdometer: least }),
      ...(least !== null && most !== null && most > least ? { drivenInJob: most - least } : {}),
      ...(this.accept() ? { acceptBrokenChecksum: true } : {}),
      ...(this.authority().trim().length >= 8 ? { override: { authority: this.authority().trim() } } : {}),
    };
  });
  protected readonly form = entryForm<null>(
    { chosen: this.chosen, distance: this.distance, accept: this.accept, authority: this.authority },
    { draft: null, read: () => this.read(), enter: () => this.keep(), keeps: true },
  );

  constructor() {
    effect(() => {
      const asked = {
        layout: this.layout(),
        original: this.original().image,
        donor: this.donor().image,
        recipe: this.recipe(),
        facts: this.facts(),
        form: this.donor().fact.form,
      };
      untracked(() => void this.preview(asked));
    });
  }

  private turn = 0;
  private async preview(asked: Parameters<ImageDesk['merge']>[0] | { recipe: null }): Promise<void> {
    const turn = ++this.turn;
    if (asked.recipe === null) return this.answer.set(null);
    try {
      const answer = await this.images.merge(asked as Parameters<ImageDesk['merge']>[0]);
      if (turn === this.turn) this.answer.set(answer);
    } catch (error) {
      if (turn === this.turn) this.form.say((error as Error).message);
    }
  }

  protected sources(odometer: boolean) {
    return [
      { value: '', label: 'stays the donor’s' },
      { value: 'original', label: 'from the old unit' },
      ...(odometer ? [{ value: 'set', label: 'as typed below' }] : []),
    ];
  }

  protected choose(name: string, source: string): void {
    this.chosen.set({ ...this.chosen(), [name]: source });
  }

  /** Keys are shown to nobody. */
  protected hide(because: string, bytes: string): string {
    const secret = this.layout().fields.some(({ name, role }) => name === because && role === 'pairing');
    return secret ? '•'.repeat(bytes.length) : bytes;
  }

  private read(): null | Trouble {
    if (this.recipe() === null)
      return trouble(this.distance, 'Type the distance to be written, in kilometres.');
    const answer = this.answer();
    if (answer === null) return trouble(null, 'It is being merged still.');
    const [refusal] = answer.refusals;
    return refusal ? trouble(null, `Refused: ${refusal.reason}.`) : null;
  }

  private async keep() {
    const file = this.answer()!.file!;
    const sent = await this.entries.enterImage(file, {
      codingId: this.desk.coding()!.id,
      role: 'merged',
      form: this.donor().fact.form,
      sha256: await digestOf(file),
      merge: {
        original: this.original().fact.imageId,
        donor: this.donor().fact.imageId,
        recipe: this.recipe()!,
        ...this.facts(),
      },
    });
    return sent.state === 'refused' ? sent : done;
  }
}
