/** Every restraint item at its place: what is done with it and why, and what is seen of it. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { standing } from '@dormant-beacon/core/record';
import { type PictureItem, restraintPicture } from '@dormant-beacon/core/record/picture';
import { type RestraintSign, signWords } from '@dormant-beacon/core/restraints';
import { signsOf } from '@dormant-beacon/core/restraints/scope';
import { Store } from '@ngrx/store';
import { type Choice, ChoiceOne, Desk, TextField, Tick } from '../entry';
import { FiguresPipe } from '../figures';
import { Glyph, printPart } from '../frame';
import { More } from '../more';
import { Photos } from '../photo';
import { sayWhen } from '../time';
import { jobFeature } from '../job';
import { shopFeature } from '../session';
import { actionWords } from './action-words';
import { InventoryEditor } from './inventory-editor';
import { InventoryStart } from './inventory-start';
import { PlanView } from './plan-view';

@Component({
  selector: 'db-unit-panel',
  imports: [
    ChoiceOne,
    FiguresPipe,
    Glyph,
    InventoryEditor,
    InventoryStart,
    MatButtonModule,
    More,
    Photos,
    PlanView,
    TextField,
    Tick,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './unit-panel.html',
  styleUrl: './unit-panel.scss',
})
export class UnitPanel {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly policy = computed(() => this.settings().restraintRoute);
  protected readonly picture = computed(() =>
    this.record() ? restraintPicture(this.record()!, this.policy()) : null,
  );
  protected readonly words = actionWords;
  protected readonly chosen = signal<string | null>(null);
  protected readonly item = computed(
    () => this.picture()?.items.find(({ id }) => id === this.chosen()) ?? null,
  );
  /** What it can show, and what was entered of it all the same. */
  protected readonly signs = computed(() => {
    const item = this.item();
    const shown = item ? new Set([...signsOf(item.item), ...item.signs]) : new Set<RestraintSign>();
    return Object.entries(signWords)
      .map(([value, label]) => ({ value: value as RestraintSign, label }))
      .filter(({ value }) => shown.has(value));
  });
  /** Items of which nothing was seen yet. */
  protected readonly left = computed(() => {
    const looked = new Set(standing(this.record()?.signs ?? []).map(({ item }) => item));
    return (this.picture()?.items ?? []).filter(({ id }) => !looked.has(id) && id !== this.chosen());
  });
  protected readonly summary = computed(() => {
    const items = this.picture()?.items ?? [];
    const count = (...actions: string[]) => items.filter(({ action }) => actions.includes(action)).length;
    const parts = [
      [count('replace'), 'to replace'],
      [count('certified-rebuild'), 'to rebuild'],
      [count('inspect'), 'to inspect'],
      [count('function-test', 'recalibrate'), 'to test or calibrate'],
      [count('reuse'), count('reuse') === 1 ? 'stays' : 'stay'],
    ] as const;
    return `${parts
      .filter(([n]) => n > 0)
      .map(([n, words]) => `${n} ${words}`)
      .join(', ')}.`;
  });
  protected readonly history = computed(() =>
    standing(this.record()?.signs ?? [])
      .filter(({ item }) => item === this.chosen())
      .map(({ id, sign, stage, note, attachmentId, observedAt }) => ({
        id,
        photo: attachmentId ? `/api/jobs/${this.record()!.id}/attachments/${attachmentId}` : null,
        says: `${signWords[sign] ?? sign}${stage == null ? '' : `, stage ${stage}`}${note ? `: ${note}` : ''} (${sayWhen(observedAt)})`,
      })),
  );
  protected readonly bought = computed(() => {
    const now = this.picture()!;
    return now.consumables
      .map(({ id, what }) => `${now.items.find((own) => own.id === id)?.label ?? id}: ${what}`)
      .join('; ');
  });
  protected readonly stage = signal('');
  protected readonly note = signal('');
  protected readonly problem = signal<string | null>(null);

  protected stages(count: number): Choice[] {
    return Array.from({ length: count }, (_, n) => ({ value: String(n + 1), label: `stage ${n + 1}` }));
  }

  /** A sign that was entered is taken back by the same touch. */
  protected async see({ id, label, stages }: PictureItem, sign: RestraintSign): Promise<void> {
    const there = standing(this.record()!.signs).findLast((own) => own.item === id && own.sign === sign);
    const data: FactData<'signs'> = {
      item: id,
      sign,
      stage: (stages ?? 1) > 1 && this.stage() !== '' ? Number(this.stage()) : null,
      note: this.note().trim() || null,
      ...this.shownBy(label),
    };
    const sent = there ? await this.desk.withdraw(there.id) : await this.desk.enter('signs', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.note.set('');
  }

  /** The last photo that was taken of the unit shows what is seen of it. */
  private shownBy(label: string): Pick<FactData<'signs'>, 'attachmentId'> {
    const photo = standing(this.record()!.photos).findLast(
      ({ stage, caption }) => stage === 'make-safe' && caption?.startsWith(label) === true,
    );
    return photo ? { attachmentId: photo.attachmentId } : {};
  }

  protected readonly print = printPart;
}
