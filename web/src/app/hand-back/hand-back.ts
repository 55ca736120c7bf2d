/** The report with which the car leaves, as it will print, what is missing to close, and who collects the car. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { standing } from '@dormant-beacon/core/record';
import { restraintCodesLeft, temporaryWords } from '@dormant-beacon/core/stages';
import { handBackDocument } from '@dormant-beacon/core/stages/hand-back';
import { Store } from '@ngrx/store';
import { Entry, factForm, field, TextField, Tick } from '../entry';
import { Glyph } from '../frame';
import { jobFeature } from '../job';
import { peopleFeature, selectJobPolicy, shopFeature } from '../session';
import { When } from '../time';
import { CustomerLinkPart } from './customer-link';
import { SignatureField } from './signature-field';

@Component({
  selector: 'db-hand-back',
  imports: [CustomerLinkPart, Entry, Glyph, MatButtonModule, SignatureField, TextField, Tick, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './hand-back.html',
  styleUrl: './hand-back.scss',
})
export class HandBack {
  private readonly store = inject(Store);
  private readonly policy = this.store.selectSignal(selectJobPolicy);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);

  protected readonly paper = computed(() => {
    const [record, assessment] = [this.record(), this.assessment()];
    if (!record || !assessment) return null;
    return handBackDocument({
      record,
      assessment,
      shop: this.settings(),
      policy: this.policy(),
      people: this.people(),
      // The server alone has the logbook's hashes: the code stands on its PDF.
      code: null,
      now: new Date().toISOString(),
    });
  });
  protected readonly pdf = computed(() => {
    const letter = this.settings().locale === 'en-US' ? '?paper=letter' : '';
    return `${this.file('pdf')}${letter}`;
  });
  protected readonly file = (form: 'pdf' | 'csv' | 'json'): string =>
    `/api/jobs/${this.record()!.id}/hand-back.${form}`;
  protected readonly photoAddress = (attachmentId: string): string =>
    `/api/jobs/${this.record()!.id}/attachments/${attachmentId}`;

  protected readonly acceptedBy = field('');
  protected readonly signs = field(false);
  protected readonly signature = signal<string | null>(null);
  protected readonly form = factForm(
    'hand-backs',
    { acceptedBy: this.acceptedBy, signs: this.signs },
    {
      draft: () => `hand-back ${this.record()?.id ?? ''}`,
      read: (): FactData<'hand-backs'> => ({
        acceptedBy: this.acceptedBy().trim() || null,
        signature: this.signs() ? this.signature() : null,
      }),
    },
  );

  protected readonly handedBack = computed(() => standing(this.record()?.handBacks ?? []).at(-1));
  protected readonly missing = computed(() => {
    const stages = this.assessment()?.stages ?? [];
    const open = (id: string) =>
      stages.some((stage) => stage.id === id && !['done', 'not-needed'].includes(stage.state));
    const missing: string[] = [];
    if (open('baseline')) missing.push('the baseline');
    if (open('trace')) missing.push('a repair for every beacon');
    if ((this.assessment()?.strip?.entries.length ?? 0) > 0 && open('strip'))
      missing.push('what is off put back, tried and counted');
    const { codings = [], aims = [], uncoded = [] } = this.assessment() ?? {};
    if (codings.length + aims.length > 0 && open('code')) missing.push('the coding sheet, to its last line');
    else if (uncoded.length > 0 && open('code'))
      missing.push(`whether “${uncoded[0]!.label}” has to be coded`);
    if (open('clear')) missing.push('the final scan, with an end for every code');
    const kept = restraintCodesLeft(this.record()!).length;
    if (kept > 0) missing.push(`the restraints: ${kept === 1 ? 'a code is' : `${kept} codes are`} left`);
    const { temporaries = [], notDriven = [], lenses = [] } = this.assessment() ?? {};
    for (const { kind, where } of temporaries)
      missing.push(`the ${temporaryWords[kind]} taken out (${where})`);
    if (notDriven.length > 0 && temporaries.length === 0 && kept === 0) missing.push(notDriven[0]!);
    const unproven = lenses.filter(({ state }) => state !== 'dormant').length;
    if (unproven > 0 && this.assessment()?.short !== true)
      missing.push(`proof for ${unproven === 1 ? 'one beacon' : `${unproven} beacons`}`);
    return missing;
  });
  /** A temporary state or an unsigned restraint code keeps the car here. */
  protected readonly held = computed(
    () => this.assessment()?.stages.find(({ id }) => id === 'hand-back')?.state === 'closed',
  );
  protected readonly notDriven = computed(() => this.assessment()?.notDriven ?? []);

  protected print(): void {
    window.print();
  }
}
