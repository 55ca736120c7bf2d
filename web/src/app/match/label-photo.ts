/** The photo of a label beside the fields: its bar codes are read, and a person says which is the part number. */
import { ChangeDetectionStrategy, Component, DestroyRef, inject, output, signal } from '@angular/core';
import { MatChipsModule } from '@angular/material/chips';
import { FiguresPipe } from '../figures';

/** Longest side at which bar codes are looked for, in pixels. */
const sides = [1600, 800];

@Component({
  selector: 'db-label-photo',
  imports: [FiguresPipe, MatChipsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="file">
      <input type="file" accept="image/*" capture="environment" (change)="choose($event)" />Photo of its label
    </label>
    @if (address(); as image) {
      <img [src]="image" alt="The label" />
    }
    @if (codes().length > 0) {
      <p class="quiet">Bar codes on it. Compare with the print before one is taken:</p>
      <mat-chip-set aria-label="Bar codes that were read">
        @for (code of codes(); track code) {
          <mat-chip-option class="mono" (selectionChange)="$event.selected && taken.emit(code)">{{
            code
          }}</mat-chip-option>
        }
      </mat-chip-set>
    }
    @if (says()) {
      <p class="quiet" role="status">{{ says() | figures }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      justify-items: start;
    }
    img {
      width: 100%;
      max-height: 320px;
      object-fit: contain;
      border-radius: 12px;
      background: var(--ground);
    }
  `,
})
export class LabelPhoto {
  /** A bar code that a person took for the part number. */
  readonly taken = output<string>();
  protected readonly address = signal<string | null>(null);
  protected readonly codes = signal<readonly string[]>([]);
  protected readonly says = signal<string | null>(null);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.forget());
  }

  protected async choose(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement;
    const [file] = [...(input.files ?? [])];
    input.value = '';
    if (!file) return;
    this.forget();
    this.says.set('Looking for bar codes …');
    try {
      const picture = await createImageBitmap(file);
      this.address.set(URL.createObjectURL(file));
      const codes = await readCodes(picture);
      picture.close();
      this.codes.set(codes);
      this.says.set(codes.length > 0 ? null : 'No bar code was read. Type what is printed.');
    } catch {
      this.says.set('This is no picture that can be shown. Take it again, or type what is printed.');
    }
  }

  private forget(): void {
    const before = this.address();
    if (before) URL.revokeObjectURL(before);
    this.address.set(null);
    this.codes.set([]);
  }
}

/** Every bar code of a picture, in four turns: a label is seldom held upright. */
async function readCodes(picture: ImageBitmap): Promise<string[]> {
  const { BrowserMultiFormatReader } = await import('@zxing/browser');
  const reader = new BrowserMultiFormatReader();
  const found = new Set<string>();
  for (const side of sides)
    for (const turn of [0, 90, 180, 270]) {
      try {
        found.add(
          reader
            .decodeFromCanvas(turned(picture, turn, side))
            .getText()
            .trim(),
        );
      } catch {
        // None that way round.
      }
      if (found.size > 0 && turn === 270) return [...found];
    }
  return [...found];
}

function turned(picture: ImageBitmap, degrees: number, side: number): HTMLCanvasElement {
  const scale = Math.min(1, side / Math.max(picture.width, picture.height));
  const [width, height] = [Math.max(1, picture.width * scale), Math.max(1, picture.height * scale)];
  const canvas = document.createElement('canvas');
  const across = degrees % 180 === 0;
  canvas.width = Math.round(across ? width : height);
  canvas.height = Math.round(across ? height : width);
  const pen = canvas.getContext('2d')!;
  pen.translate(canvas.width / 2, canvas.height / 2);
  pen.rotate((degrees * Math.PI) / 180);
  pen.drawImage(picture, -width / 2, -height / 2, width, height);
  return canvas;
}
