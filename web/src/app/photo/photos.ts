/** Photos of one stage: taken by the tablet's camera or dropped, made small beside the page, kept in the job. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnDestroy,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type StageId, standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import type { PhotoAnswer, PhotoRequest } from '../../workers/photo.worker';
import { Desk, field, keepDraft, TextField } from '../entry';
import { jobFeature } from '../job';

const largest = 60_000_000;

@Component({
  selector: 'db-photos',
  imports: [MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="take" (dragover)="$event.preventDefault()" (drop)="drop($event)">
      @if (!bare()) {
        <db-text label="What it shows" example="such as corner, right front" [field]="caption" />
      }
      <div class="row">
        <label class="file">
          <input type="file" accept="image/*" capture="environment" (change)="choose($event)" />Take a photo
        </label>
        <label class="file">
          <input type="file" accept="image/*" multiple (change)="choose($event)" />Choose pictures
        </label>
        @if (!bare()) {
          <span class="quiet">or drop them here. Each becomes one megabyte at most.</span>
        }
      </div>
      @if (busy() > 0) {
        <p class="quiet" role="status">
          Making {{ busy() === 1 ? 'a photo' : busy() + ' photos' }} smaller …
        </p>
      }
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      @if (kept()) {
        <p class="quiet" role="status">{{ kept() }}</p>
      }
    </div>
    @if (photos().length > 0) {
      <ul>
        @for (photo of photos(); track photo.id) {
          <li>
            <a [href]="photo.address" target="_blank" rel="noopener"
              ><img loading="lazy" [src]="photo.address" [alt]="photo.caption || 'Photo without a caption'"
            /></a>
            <span>{{ photo.caption }}</span>
            <button
              mat-button
              type="button"
              (click)="takeBack(photo.id)"
              [attr.aria-label]="'Take back the photo ' + photo.caption"
            >
              Take back
            </button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 16px;
    }
    .take {
      display: grid;
      gap: 10px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 12px;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
      gap: 12px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      align-content: start;
      justify-items: start;
      gap: 4px;
      font-size: 15px;
    }
    a {
      display: block;
      width: 100%;
    }
    img {
      display: block;
      width: 100%;
      aspect-ratio: 4 / 3;
      object-fit: cover;
      border-radius: 12px;
      background: var(--ground);
    }
  `,
})
export class Photos implements OnDestroy {
  readonly stage = input.required<StageId>();
  /** What they show, where that is one thing among several: it stands before each caption, and only its photos are listed. */
  readonly about = input<string | null>(null);
  /** The step of the ledger that they are taken at: only its photos are listed. */
  readonly step = input<string | null>(null);
  /** The camera alone, where what it shows is known. */
  readonly bare = input(false);
  private readonly desk = inject(Desk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  private readonly worker = new Worker(new URL('../../workers/photo.worker', import.meta.url), {
    type: 'module',
  });
  private readonly waiting = new Map<number, (answer: PhotoAnswer) => void>();
  private ticket = 0;
  protected readonly caption = field('');
  protected readonly busy = signal(0);
  protected readonly problem = signal<string | null>(null);
  protected readonly kept = signal('');
  protected readonly photos = computed(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.photos)
      .filter(
        ({ stage, caption, step }) =>
          stage === this.stage() &&
          (caption ?? '').startsWith(this.about() ?? '') &&
          (this.step() === null || step === this.step()),
      )
      .map(({ id, attachmentId, caption }) => ({
        id,
        caption: caption ?? '',
        address: `/api/jobs/${record.id}/attachments/${attachmentId}`,
      }));
  });
  private readonly draft = keepDraft(
    () => `photo ${this.record()?.id ?? ''} ${this.stage()} ${this.about() ?? ''} ${this.step() ?? ''}`,
    {
      caption: this.caption,
    },
  );

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<PhotoAnswer>) => {
      this.waiting.get(data.ticket)?.(data);
      this.waiting.delete(data.ticket);
    };
  }

  ngOnDestroy(): void {
    this.worker.terminate();
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    void this.take([...(event.dataTransfer?.files ?? [])]);
  }

  protected choose(event: Event): void {
    const chooser = event.target as HTMLInputElement;
    const files = [...(chooser.files ?? [])];
    chooser.value = '';
    void this.take(files);
  }

  private async take(files: readonly File[]): Promise<void> {
    this.problem.set(null);
    this.kept.set('');
    const caption = [this.about(), this.caption().trim()].filter(Boolean).join(': ').slice(0, 200) || null;
    for (const file of files) {
      this.busy.update((busy) => busy + 1);
      const says = await this.keep(file, caption);
      this.busy.update((busy) => busy - 1);
      if (says !== null) return this.problem.set(`“${file.name}”: ${says}`);
    }
    this.draft.clear();
  }

  /** @returns why it was not kept, or null */
  private async keep(file: File, caption: string | null): Promise<string | null> {
    if (file.size > largest) return `${Math.round(file.size / 1e6)} MB are too many for a photo.`;
    const made = await this.shrink(file);
    if ('problem' in made) return made.problem;
    const sent = await this.desk.enterPhoto(made.photo, {
      stage: this.stage(),
      caption,
      ...(this.step() === null ? {} : { step: this.step() }),
    });
    if (sent.state === 'waiting')
      this.kept.set('Kept on this device; it shows here when the server is back and has it.');
    return sent.state === 'refused' ? sent.problem.message : null;
  }

  private shrink(file: Blob): Promise<PhotoAnswer> {
    const ticket = ++this.ticket;
    return new Promise((resolve) => {
      this.waiting.set(ticket, resolve);
      this.worker.postMessage({ ticket, file } satisfies PhotoRequest);
    });
  }

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
