/** Memory images of a unit: put in, judged, compared field by field and byte by byte, and merged. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import {
  type CodingImageData,
  type ImageForm,
  type ImageRole,
  imageForms,
  linkReader,
} from '@dormant-beacon/core/coding';
import {
  formOf,
  type Image,
  isBlank,
  mostFileBytes,
  readChecksums,
  readFields,
  sizeOf,
  writeImage,
} from '@dormant-beacon/core/coding/memory';
import { type Choice, Desk, field, Pick, TextField } from '../entry';
import { More } from '../more';
import { CarMemoryButtons } from '../simulated';
import { sayWhen } from '../time';
import { ByteCompare } from './byte-compare';
import { CodeDesk } from './code-desk';
import { downloadBytes } from '../file';
import { digestOf, ImageDesk } from './image-desk';
import { MergeForm } from './merge-form';

const roleWords: Readonly<Record<ImageRole, string>> = {
  original: 'the old unit',
  donor: 'the donor',
  merged: 'merged for this car',
  'read-back': 'read back from the car',
};
const formWords: Readonly<Record<ImageForm, string>> = {
  ihex: 'Intel HEX',
  srec: 'S-record',
  bin: 'raw binary',
  hextext: 'hexadecimal text',
};
const endings: Readonly<Record<ImageForm, string>> = { ihex: 'hex', srec: 's19', bin: 'bin', hextext: 'txt' };

interface Held {
  readonly fact: CodingImageData & { readonly id: string; readonly recordedAt: string };
  readonly image: Image;
}

@Component({
  selector: 'db-images',
  imports: [
    ByteCompare,
    CarMemoryButtons,
    MatButtonModule,
    MatProgressBarModule,
    MergeForm,
    More,
    Pick,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (share() !== null) {
      <mat-progress-bar mode="determinate" [value]="100 * share()!" aria-label="Working on the images" />
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    @for (held of shown(); track held.fact.id) {
      <section class="image">
        <p>
          <strong>{{ head(held) }}</strong>
          <br /><span class="quiet">{{ tail(held) }}</span>
        </p>
        @for (flaw of flaws(held); track flaw) {
          <p class="problem">{{ flaw }}</p>
        }
        <button mat-button type="button" (click)="save(held)">Save as a file</button>
      </section>
    }
    <db-car-memory [codingId]="codingId()" [merged]="writable()" (read)="fromCar($event)" />
    <div class="add">
      <db-pick label="Whose memory" [choices]="roles" [field]="role" />
      <db-text label="Read with" example="such as: clip on the board" [most]="120" [field]="reader" />
      <db-pick label="Form of the file" [choices]="forms" [field]="form" />
      <label class="file">Put in a file<input type="file" (change)="take($any($event.target))" /></label>
    </div>
    @if (original() && donor()) {
      <db-byte-compare
        [layout]="layout()"
        [first]="original()!.image"
        [second]="donor()!.image"
        firstName="the old unit"
        secondName="the donor"
      />
      @if (layout(); as layout) {
        <db-merge-form [layout]="layout" [original]="original()!" [donor]="donor()!" />
      }
    }
    @if (merged() && readBack()) {
      <db-more label="What was read back against what was merged" [open]="true">
        <db-byte-compare
          [layout]="layout()"
          [first]="merged()!.image"
          [second]="readBack()!.image"
          firstName="merged"
          secondName="read back"
        />
      </db-more>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 16px;
    }
    .image p {
      margin: 0 0 4px;
    }
    .add {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
      gap: 12px;
      align-items: end;
    }
  `,
})
export class Images {
  private readonly desk = inject(CodeDesk);
  private readonly images = inject(ImageDesk);
  private readonly entries = inject(Desk);
  protected readonly share = this.images.share;
  protected readonly problem = signal<string | null>(null);
  private readonly held = signal<readonly Held[]>([]);
  protected readonly layout = computed(() => this.desk.coding()?.book?.layout ?? null);
  protected readonly shown = computed(() => {
    const facts = this.desk.coding()?.images ?? [];
    return this.held().filter(({ fact }) => facts.some(({ id }) => id === fact.id));
  });
  private readonly last = (role: ImageRole) =>
    computed(() => this.shown().findLast(({ fact }) => fact.role === role) ?? null);
  readonly original = this.last('original');
  readonly donor = this.last('donor');
  readonly merged = this.last('merged');
  readonly readBack = this.last('read-back');
  protected readonly roles: readonly Choice[] = (['original', 'donor', 'read-back'] as const).map(
    (value) => ({
      value,
      label: roleWords[value],
    }),
  );
  protected readonly forms: readonly Choice[] = [
    { value: '', label: 'as the file shows' },
    ...imageForms.map((value) => ({ value, label: formWords[value] })),
  ];
  protected readonly role = field('original');
  protected readonly reader = field('');
  protected readonly form = field('');

  protected readonly codingId = computed(() => this.desk.coding()?.id ?? '');
  private readonly fitted = computed(() => {
    const phase = this.desk.coding()?.phase;
    return phase === 'do' || phase === 'done';
  });
  protected readonly writable = computed(() =>
    this.fitted() ? (this.merged()?.fact.imageId ?? null) : null,
  );

  constructor() {
    effect(() => {
      const facts = this.desk.coding()?.images ?? [];
      untracked(() => void this.load(facts));
    });
  }

  private async load(facts: readonly Held['fact'][]): Promise<void> {
    for (const fact of facts) {
      if (this.held().some((own) => own.fact.id === fact.id)) continue;
      try {
        const image = await this.images.imageOf(fact);
        if (!this.held().some((own) => own.fact.id === fact.id))
          this.held.update((own) => [...own, { fact, image }]);
      } catch (error) {
        this.problem.set((error as Error).message);
      }
    }
  }

  protected head({ fact }: Held): string {
    const words = roleWords[fact.role];
    return `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
  }

  protected tail({ fact, image }: Held): string {
    const reader = fact.reader ? `, ${fact.reader}` : '';
    return `${sizeOf(image)} bytes from ${formWords[fact.form]}, ${sayWhen(fact.recordedAt)}${reader}. SHA-256 ${(fact.sha256 ?? '').slice(0, 16)}…`;
  }

  /** Checksums that do not hold, stores that disagree, a crash record: what must not be overlooked. */
  protected flaws({ fact, image }: Held): string[] {
    const layout = this.layout();
    if (!layout) return [];
    return [
      ...readChecksums(image, layout).flatMap(({ name, valid, held, expected }) =>
        valid === false
          ? [`The checksum “${name}” is ${held}, its bytes give ${expected}: read the unit again.`]
          : [],
      ),
      ...readFields(image, layout).flatMap(({ field: own, bytes, disagree }) =>
        bytes === null
          ? [`“${own.name}” is not in this image: is it the file of another unit?`]
          : disagree.length > 0
            ? [`“${own.name}” is kept ${disagree.length + 1} times and does not agree with itself.`]
            : own.role === 'crash' && !isBlank(bytes)
              ? [
                  fact.role === 'original'
                    ? 'This unit holds a crash record: it is evidence. Keep the unit.'
                    : 'This unit holds a crash record: it goes into no other car.',
                ]
              : [],
      ),
    ];
  }

  protected save({ fact, image }: Held): void {
    try {
      downloadBytes(`${fact.role}.${endings[fact.form]}`, writeImage(image, fact.form));
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  /** Of the unit that is in the simulated car now. */
  protected async fromCar(bytes: Uint8Array): Promise<void> {
    this.problem.set(null);
    const sent = await this.entries.enterImage(bytes, {
      codingId: this.codingId(),
      role: !this.fitted() ? 'original' : this.donor() ? 'read-back' : 'donor',
      form: 'ihex',
      sha256: await digestOf(bytes),
      reader: linkReader,
    });
    if (sent.state === 'refused') this.problem.set(sent.problem.message);
  }

  protected async take(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    this.problem.set(null);
    try {
      if (file.size > mostFileBytes) throw new Error(`${file.name} is too large for an image of 16 MB.`);
      if (file.size === 0) throw new Error(`${file.name} is empty.`);
      const bytes = new Uint8Array(await file.arrayBuffer());
      const form = (this.form() || formOf(bytes)) as ImageForm;
      try {
        await this.images.read(bytes, form);
      } catch (error) {
        throw new Error(`${file.name}, read as ${formWords[form]}: ${(error as Error).message}`);
      }
      const sent = await this.entries.enterImage(bytes, {
        codingId: this.desk.coding()!.id,
        role: this.role() as ImageRole,
        form,
        sha256: await digestOf(bytes),
        reader: this.reader().trim() || null,
      });
      if (sent.state === 'refused') throw new Error(sent.problem.message);
      if (this.role() === 'original' && this.donor() === null) this.role.set('donor');
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
