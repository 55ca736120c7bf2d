/** What the model’s service data says: its wait, the fuses that isolate it, the limits of its loops. */
import { ChangeDetectionStrategy, Component, model, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { restraintFile, type RestraintFile } from '@dormant-beacon/core/restraints';
import { numberOrNull, TextField } from '../entry';
import { FiguresPipe } from '../figures';

@Component({
  selector: 'db-service-data',
  imports: [FiguresPipe, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (line of [waitLine()]; track line) {
      <p>{{ line | figures }}</p>
    }
    <div class="pair">
      <db-text label="Minutes to wait" keys="numeric" [(value)]="minutes" />
      <db-text label="Where that stands" example="manual, group 80, page 12" [(value)]="waitSource" />
      <button mat-stroked-button type="button" (click)="setWait()">Set the wait</button>
    </div>
    <h3>Fuses that isolate it</h3>
    <ul class="plain-list">
      @for (one of file().fuses ?? []; track $index) {
        <li>
          <span
            >{{ one.fuse }}, {{ one.where }} <small>{{ one.source }}</small></span
          >
          <button
            mat-button
            type="button"
            [attr.aria-label]="'Take out ' + one.fuse"
            (click)="dropFuse($index)"
          >
            Take out
          </button>
        </li>
      }
    </ul>
    <div class="pair">
      <db-text label="Fuse" example="F14" [(value)]="fuse" />
      <db-text label="In which carrier or lid" [(value)]="where" />
      <db-text label="Where that stands" [(value)]="fuseSource" />
      <button mat-stroked-button type="button" (click)="addFuse()">Add the fuse</button>
    </div>
    <h3>Limits of its loops</h3>
    <ul class="plain-list">
      @for (one of file().limits ?? []; track one.loop) {
        <li>
          <span
            >{{ one.loop }}: {{ one.lowOhms | figures }} to {{ one.highOhms | figures }} Ω
            <small>{{ one.source }}</small></span
          >
          <button
            mat-button
            type="button"
            [attr.aria-label]="'Take out the limit of ' + one.loop"
            (click)="dropLimit(one.loop)"
          >
            Take out
          </button>
        </li>
      }
    </ul>
    <div class="pair">
      <db-text label="Loop" example="L3" [(value)]="loop" />
      <db-text label="Lowest, Ω" keys="decimal" [(value)]="low" />
      <db-text label="Highest, Ω" keys="decimal" [(value)]="high" />
      <db-text label="Where that stands" [(value)]="limitSource" />
      <button mat-stroked-button type="button" (click)="addLimit()">Add the limit</button>
    </div>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styleUrl: './file-editor.scss',
})
export class ServiceData {
  readonly file = model.required<RestraintFile>();
  protected readonly minutes = signal('');
  protected readonly waitSource = signal('');
  protected readonly fuse = signal('');
  protected readonly where = signal('');
  protected readonly fuseSource = signal('');
  protected readonly loop = signal('');
  protected readonly low = signal('');
  protected readonly high = signal('');
  protected readonly limitSource = signal('');
  protected readonly problem = signal<string | null>(null);

  protected waitLine(): string {
    const { wait } = this.file();
    return wait
      ? `The wait is ${wait.minutes} minutes (${wait.source}).`
      : 'No wait of the service data: the shop’s own holds.';
  }

  protected setWait(): void {
    const wait = { minutes: numberOrNull(this.minutes()), source: this.waitSource().trim() };
    if (this.change({ wait }, 'Say whole minutes from 1 to 1440, and where they stand.'))
      this.clear(this.minutes, this.waitSource);
  }

  protected addFuse(): void {
    const fuse = {
      fuse: this.fuse().trim(),
      where: this.where().trim(),
      source: this.fuseSource().trim(),
    };
    const fuses = [...(this.file().fuses ?? []), fuse];
    if (this.change({ fuses }, 'Say which fuse, where it sits, and where that stands.'))
      this.clear(this.fuse, this.where, this.fuseSource);
  }

  protected dropFuse(at: number): void {
    this.change({ fuses: (this.file().fuses ?? []).filter((_, n) => n !== at) }, '');
  }

  protected addLimit(): void {
    const [lowOhms, highOhms] = [numberOrNull(this.low()), numberOrNull(this.high())];
    const limit = { loop: this.loop().trim(), lowOhms, highOhms, source: this.limitSource().trim() };
    if (lowOhms !== null && highOhms !== null && lowOhms >= highOhms)
      return this.problem.set('The lowest has to be below the highest.');
    const limits = [...(this.file().limits ?? []).filter((one) => one.loop !== limit.loop), limit];
    if (this.change({ limits }, 'Say which loop, its lowest and highest ohms, and where that stands.'))
      this.clear(this.loop, this.low, this.high, this.limitSource);
  }

  protected dropLimit(loop: string): void {
    this.change({ limits: (this.file().limits ?? []).filter((one) => one.loop !== loop) }, '');
  }

  private change(more: object, wanted: string): boolean {
    const made = restraintFile.safeParse({ ...this.file(), ...more });
    this.problem.set(made.success ? null : wanted);
    if (made.success) this.file.set(made.data);
    return made.success;
  }

  private clear(...fields: ReturnType<typeof signal<string>>[]): void {
    for (const field of fields) field.set('');
  }
}
