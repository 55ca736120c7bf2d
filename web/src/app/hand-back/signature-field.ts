/** A box that is signed with a finger or a pen: its outline, in a box of 600 by 200. */
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import SignaturePad, { type PointGroup } from 'signature_pad';
import { tokenColor } from '../chart';

const box = { width: 600, height: 200 };
/** Points of one line that are kept: the others lie between them. */
const mostPoints = 120;

@Component({
  selector: 'db-signature',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="question">{{ label() }}</span>
    <canvas #canvas width="600" height="200" role="img" [attr.aria-label]="label()"></canvas>
    <button mat-button type="button" (click)="clear()">Sign again</button>
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      justify-items: start;
    }

    canvas {
      width: 100%;
      max-width: 600px;
      aspect-ratio: 3;
      border: 1px solid var(--line);
      border-radius: 12px;
      background: var(--raised);
      touch-action: none;
    }
  `,
})
export class SignatureField {
  readonly label = input.required<string>();
  /** The outline after each line; null where nothing is drawn. */
  readonly drawn = output<string | null>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly ended = inject(DestroyRef);
  private pad: SignaturePad | null = null;

  constructor() {
    afterNextRender(() => {
      const pad = new SignaturePad(this.canvas().nativeElement, {
        penColor: tokenColor('--ink'),
        minWidth: 2,
      });
      pad.addEventListener('endStroke', () => this.drawn.emit(outlineOf(pad.toData())));
      this.ended.onDestroy(() => pad.off());
      this.pad = pad;
    });
  }

  clear(): void {
    this.pad?.clear();
    this.drawn.emit(null);
  }
}

/** @example outlineOf([{ points: [{ x: 1, y: 2 }, { x: 30, y: 40 }] }]) // 'M1 2L30 40' */
export function outlineOf(lines: readonly Pick<PointGroup, 'points'>[]): string | null {
  const kept = (value: number, most: number) => Math.round(Math.min(most, Math.max(0, value)));
  const outline = lines
    .map(({ points }) => {
      const step = Math.max(1, Math.ceil(points.length / mostPoints));
      return points
        .filter((_, n) => n % step === 0 || n === points.length - 1)
        .map(({ x, y }, n) => `${n === 0 ? 'M' : 'L'}${kept(x, box.width)} ${kept(y, box.height)}`)
        .join('');
    })
    .join('');
  return outline === '' ? null : outline;
}
