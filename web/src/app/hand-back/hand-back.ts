/** The report with which the car leaves, as it will print, and what is missing to close. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { writeCode } from '@dormant-beacon/core/codes';
import { baselineOf, codeEnds, originOf, standing } from '@dormant-beacon/core/record';
import {
  codingRemarks,
  ledgerRemarks,
  lackingText,
  restraintCodesLeft,
  temporaryWords,
} from '@dormant-beacon/core/stages';
import { quoteOf } from '@dormant-beacon/core/stages/routes';
import { proofOf } from '@dormant-beacon/core/proof';
import { readingWords, testName, testRead } from '@dormant-beacon/core/words';
import { sheetSays } from '@dormant-beacon/core/readings';
import { percent, showCents, showDistance } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { peopleFeature, selectJobPolicy, shopFeature } from '../session';
import { Glyph } from '../frame';
import { stateWords } from '../lens';
import { Dated, sayDate, sayDay, When } from '../time';
import { Desk } from '../entry';
import { jobFeature } from '../job';
import { eventChoices, verdictWords } from '../words';

const rootWords = {
  'found-and-removed': 'found and removed',
  'found-and-left': 'found, left as it is',
  unknown: 'not known',
};

@Component({
  selector: 'db-hand-back',
  imports: [Dated, Glyph, MatButtonModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './hand-back.html',
  styleUrl: './hand-back.scss',
})
export class HandBack {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly policy = this.store.selectSignal(selectJobPolicy);
  protected readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly written = writeCode;
  protected readonly vehicleLine = computed(() => {
    const { make, model, year, plate } = this.record()!.vehicle;
    return [`${make} ${model}`, year, plate].filter(Boolean).join(' · ');
  });
  protected readonly headLine = computed(() => {
    const { head, vehicle } = this.record()!;
    const event = head.eventNote ? `${this.eventLabel()}: ${head.eventNote}` : this.eventLabel();
    const intake = vehicle.odometerKm
      ? `${showDistance(vehicle.odometerKm, vehicle.odometerUnit ?? 'km')} at intake`
      : null;
    return [head.customer, event, intake, `printed ${sayDate(this.today)}`].filter(Boolean).join(' · ');
  });
  protected readonly problem = signal<string | null>(null);
  protected readonly today = new Date().toISOString();
  protected readonly eventLabel = computed(
    () => eventChoices.find(({ value }) => value === this.record()?.head.event)?.label ?? '',
  );

  protected readonly beacons = computed(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.beacons).map((beacon) => {
      const id = originOf(record.beacons, beacon);
      const state = this.assessment()!.lenses.find((lens) => lens.beaconId === id)!.state;
      const proof = proofOf(record, beacon, this.policy());
      return {
        id,
        name: beacon.name,
        words: stateWords[state],
        state,
        sure: proof ? percent(proof.watch.probability) : '–',
        lacking: proof && !proof.returned ? proof.lacking.map(lackingText) : [],
        lookAgainAt: proof && !proof.dormant ? proof.lookAgainAt : null,
      };
    });
  });
  protected readonly readings = computed(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.readings).flatMap((reading) => {
      const test = testRead(record, reading);
      if (!test) return [];
      return [
        {
          id: reading.id,
          label: testName(test, test.id),
          says: readingWords(test, reading),
          by: this.nameOf(reading.personId),
          at: reading.observedAt,
        },
      ];
    });
  });
  protected readonly sheets = computed(() =>
    standing(this.record()?.sheets ?? []).map(({ id, data, personId, observedAt }) => ({
      id,
      says: sheetSays(data),
      by: this.nameOf(personId),
      at: observedAt,
    })),
  );
  protected readonly repairs = computed(() =>
    standing(this.record()?.repairs ?? []).map((repair) => ({
      ...repair,
      by: this.nameOf(repair.personId),
      rootSays: `${rootWords[repair.root]}${repair.rootNote ? `: ${repair.rootNote}` : ''}`,
    })),
  );
  protected readonly baseline = computed(() => (this.record() ? baselineOf(this.record()!) : undefined));
  /** By which way, with which part and guarantee; what is still under way says so. */
  protected readonly units = computed(() => {
    const units = this.assessment()?.units ?? [];
    const quoted = new Map(
      quoteOf(this.record()!, units, this.policy()).items.map((item) => [item.unit, item]),
    );
    return units
      .filter(({ choice }) => choice !== null)
      .map(({ id, plan, step, delivered, consignment }) => {
        const item = quoted.get(plan.unit);
        const part = delivered?.fact.part;
        const until = consignment?.back?.guaranteeUntil;
        return {
          id,
          name: plan.unit,
          says: [
            plan.routes.find((route) => route.id === this.routeOf(id))?.label ?? item?.route,
            ...(part ? [`part ${part.partNumber}${part.provenance?.kind === 'used' ? ', used' : ''}`] : []),
            ...(until ? [`guaranteed until ${sayDay(until)}`] : []),
            ...(!until && item?.warrantyDays ? [`guaranteed for ${item.warrantyDays} days`] : []),
            ...(step === 'done' || step === 'fit' ? [] : ['not finished']),
          ].join(', '),
        };
      });
  });

  private routeOf(planId: string): string | undefined {
    return standing(this.record()!.routeChoices).findLast((choice) => choice.planId === planId)?.routeId;
  }

  protected readonly approvals = computed(() =>
    standing(this.record()?.approvals ?? []).map(({ id, item, answer, ceilingCents, by, observedAt }) => ({
      id,
      says: `${item}: ${{ asked: 'asked, not answered', yes: 'approved', no: 'declined' }[answer]}${
        ceilingCents == null
          ? ''
          : ` up to ${showCents(ceilingCents, this.settings().currency, this.settings().locale)}`
      } (${by}, ${sayDate(observedAt)}).`,
    })),
  );
  protected readonly battery = computed(() => {
    const answer = this.assessment()?.battery;
    return answer ? `Verdict: ${verdictWords[answer.verdict]}. ${answer.reasons.join(' ')}` : null;
  });
  protected readonly photos = computed(() => standing(this.record()?.photos ?? []).length);
  protected readonly waiver = computed(() => standing(this.record()?.waivers ?? [])[0]);
  protected readonly final = computed(() => this.assessment()?.final);
  protected readonly codes = computed(() => (this.final() ? codeEnds(this.record()!, this.final()!) : []));
  protected readonly handedBack = computed(() => standing(this.record()?.handBacks ?? []).at(-1));
  /** What was taken apart: even and tried, or all that is not. */
  protected readonly remarks = computed(() => {
    const strip = this.assessment()?.strip ?? null;
    if (!strip || strip.entries.length === 0) return [];
    const remarks = ledgerRemarks(this.record()!, strip);
    const steps = new Set(strip.entries.map(({ step }) => step)).size;
    const off = `${steps === 1 ? 'One step' : `${steps} steps`} taken off`;
    return strip.phase === 'done'
      ? [`${off} and put back, tried before and after closing; every count came out even`, ...remarks]
      : [off, ...remarks];
  });
  /** What was coded, taught and aimed; the distance before and after stands first. */
  protected readonly coded = computed(() => {
    const { codings = [], aims = [] } = this.assessment() ?? {};
    const record = this.record();
    return record ? codingRemarks(record, codings, aims) : [];
  });
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
    const unproven = this.beacons().filter(({ state }) => state !== 'dormant').length;
    const kept = restraintCodesLeft(this.record()!).length;
    if (kept > 0) missing.push(`the restraints: ${kept === 1 ? 'a code is' : `${kept} codes are`} left`);
    const { temporaries = [], notDriven = [] } = this.assessment() ?? {};
    for (const { kind, where } of temporaries)
      missing.push(`the ${temporaryWords[kind]} taken out (${where})`);
    if (notDriven.length > 0 && temporaries.length === 0 && kept === 0) missing.push(notDriven[0]!);
    if (unproven > 0 && this.assessment()?.short !== true)
      missing.push(`proof for ${unproven === 1 ? 'one beacon' : `${unproven} beacons`}`);
    return missing;
  });
  /** A temporary state or an unsigned restraint code keeps the car here. */
  protected readonly held = computed(
    () => this.assessment()?.stages.find(({ id }) => id === 'hand-back')?.state === 'closed',
  );
  protected readonly notDriven = computed(() => this.assessment()?.notDriven ?? []);
  protected readonly cautions = computed(() => {
    const record = this.record();
    if (!record) return [];
    const cautions: string[] = [];
    // What the restraints lack stands first, in plain words.
    for (const { module, code } of restraintCodesLeft(record)) {
      const end = standing(record.codeEnds).findLast((own) => own.module === module && own.code === code);
      cautions.push(
        `The restraints are not complete: ${module} still holds ${code}. A bag or belt may not work in a crash.${
          end ? ` Signed by ${this.nameOf(end.personId)}: ${end.note}` : ''
        }`,
      );
    }
    for (const beacon of this.beacons()) {
      if (beacon.state === 'dark')
        cautions.push(
          `“${beacon.name}” is dark but not yet proven: ${beacon.lacking.join('; ')}. Tell us if it shows again; look again ${sayDate(beacon.lookAgainAt)}.`,
        );
      else if (beacon.state !== 'dormant') cautions.push(`“${beacon.name}” is open: ${beacon.words}.`);
    }
    if (this.repairs().some((repair) => repair.root !== 'found-and-removed' && repair.cured))
      cautions.push('What made a part fail is still there or not known: the fault may return.');
    if (this.assessment()?.restraint)
      cautions.push(
        'Restraints: the maker’s procedures, local codes and licensed practice stand above this report.',
      );
    if (record.vehicle.highVoltage)
      cautions.push('High voltage on board: only qualified persons work on it.');
    return cautions;
  });

  protected print(): void {
    window.print();
  }

  protected async give(): Promise<void> {
    const sent = await this.desk.enter('hand-backs', {});
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }

  protected nameOf(personId: string): string {
    return this.people().find((person) => person.id === personId)?.name ?? 'someone';
  }
}
