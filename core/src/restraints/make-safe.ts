/**
 * Making a car safe: what people have confirmed, what has revoked it, and until when the stored energy is waited for.
 * Every moment is the server’s receipt; what a tablet’s clock says counts for nothing.
 * Source: the trade’s general practice; a vehicle’s service data gives the minutes where it has them.
 */
import { leastWaitingMinutes } from '../shop/index.js';
import { type SafetyStep, type SafetyStepKind } from './schema.js';

/** What a course is made of: a step that somebody has confirmed, or a sign that the car had power. */
export type SafetyEvent =
  | (SafetyStep & { readonly at: string; readonly personId: string })
  /** `why` says what shows it: a scan, a live value, volts at the vehicle’s clamps. */
  | { readonly step: 'powered'; readonly at: string; readonly why: string };

export interface SafetyNeeds {
  /** Minutes of the shop’s own wait, half an hour or more. */
  readonly waitingMinutes: number;
  /** The wait of the vehicle’s file, with its source; one that a person set counts before it. */
  readonly filed?: { readonly minutes: number; readonly source: string } | null;
  /** An electric car: its converter is a second supply. */
  readonly highVoltage: boolean;
  /** The shop asks for a second person’s look at the isolation. */
  readonly secondPerson: boolean;
  /** When the server’s clock was found to have jumped. */
  readonly clockJumps?: readonly string[];
}

export interface SafetyCourse {
  /** The last confirmation of each step that holds now. */
  readonly confirmed: ReadonlyMap<SafetyStepKind, { readonly at: string; readonly personId: string }>;
  /** Steps still to be confirmed before the wait begins. */
  readonly missing: readonly SafetyStepKind[];
  /** From when the wait counts, and until when it lasts; null while the car counts as live. */
  readonly from: string | null;
  readonly until: string | null;
  readonly minutes: number;
  /** Where the minutes come from; null for the shop’s own wait. */
  readonly source: string | null;
  /** From then on the isolation is checked again in person before anything is opened. */
  readonly checkAt: string | null;
  /** The last time that power came back while the isolation was confirmed. */
  readonly revoked: { readonly at: string; readonly why: string } | null;
  /** When power was last put on again by the list. */
  readonly poweredOnAt: string | null;
  /** Spans in which the car was safe, those that have ended. */
  readonly safeSpans: readonly { readonly from: string; readonly to: string }[];
  /** An electric car’s system is locked out and its absence of voltage was checked by a qualified person. */
  readonly highVoltageOff: boolean;
}

/** After so many hours the isolation is looked at again. */
export const checkAfterHours = 8;

export type PowerWord =
  | 'live'
  | 'waiting'
  | 'safe'
  /** Eight hours have gone by, or the car was handed over: the isolation is looked at before anything is opened. */
  | 'check';

/**
 * @param events in the order in which the server received them
 *
 * @example
 * const needs = { waitingMinutes: 30, highVoltage: false, secondPerson: false };
 * const at = '2026-03-09T10:02:00Z';
 * const steps = ['asleep', 'ignition-off', 'battery-off'] as const;
 * safetyCourse(steps.map((step) => ({ step, at, personId: 'p' })), needs).until // '2026-03-09T10:32:00.000Z'
 */
export function safetyCourse(events: readonly SafetyEvent[], needs: SafetyNeeds): SafetyCourse {
  const course = new Course(needs);
  for (const event of events) course.take(event);
  return course.now();
}

/** In a word, at a moment of the server’s. */
export function powerAt({ from, until, checkAt }: SafetyCourse, now: string): PowerWord {
  if (from === null || until === null) return 'live';
  if (Date.parse(now) < Date.parse(until)) return 'waiting';
  return checkAt !== null && Date.parse(now) >= Date.parse(checkAt) ? 'check' : 'safe';
}

/** Whether the car was safe at some moment between two moments of the server’s. */
export function wasSafeBetween(course: SafetyCourse, from: string, to: string): boolean {
  const spans = [
    ...course.safeSpans,
    ...(course.until === null ? [] : [{ from: course.until, to: course.checkAt ?? to }]),
  ];
  return spans.some(
    (span) =>
      Math.max(Date.parse(span.from), Date.parse(from)) <= Math.min(Date.parse(span.to), Date.parse(to)),
  );
}

const isolation = ['asleep', 'ignition-off', 'battery-off'] as const satisfies readonly SafetyStepKind[];

class Course {
  private readonly confirmed = new Map<SafetyStepKind, { at: string; personId: string }>();
  private start: string | null = null;
  private minutes: number | null = null;
  private source: string | null = null;
  private checkAt: string | null = null;
  private revoked: SafetyCourse['revoked'] = null;
  private poweredOnAt: string | null = null;
  private readonly spans: { from: string; to: string }[] = [];

  constructor(private readonly needs: SafetyNeeds) {}

  take(event: SafetyEvent): void {
    switch (event.step) {
      case 'powered':
        return this.revoke(event.at, event.why);
      case 'power-was-on':
        return this.revoke(event.at, event.note ?? 'power was on');
      case 'isolation-checked':
        if (event.undisturbed !== true) return this.revoke(event.at, 'the isolation was found disturbed');
        this.checkAt = later(event.at, checkAfterHours * 60);
        return;
      case 'handed-over':
        if (this.start !== null) this.checkAt = event.at;
        return;
      case 'wait-set':
        this.minutes = event.minutes ?? null;
        this.source = event.source ?? null;
        return;
      case 'power-on':
        this.end(event.at);
        this.poweredOnAt = event.at;
        return;
      default:
        this.confirm(event.step, event);
    }
  }

  private confirm(step: SafetyStepKind, { at, personId }: { at: string; personId: string }): void {
    // By fuses: the module is shown silent with ignition on, so ignition goes off after that.
    if (step === 'silent' && this.byFuses()) this.confirmed.delete('ignition-off');
    if (step === 'fuses-pulled')
      for (const after of ['silent', 'ignition-off'] as const) this.confirmed.delete(after);
    if (step === 'seen-by-second' && this.isolatedBy(personId)) return;
    if (this.confirmed.has(step) && this.start !== null) return;
    this.confirmed.set(step, { at, personId });
    if (this.missing().length > 0) this.drop();
    else if (this.start === null) {
      this.start = at;
      this.checkAt = later(at, checkAfterHours * 60);
    }
  }

  private byFuses(): boolean {
    return this.confirmed.has('fuses-pulled') && !this.confirmed.has('battery-off');
  }

  /** Somebody who has isolated the car is no second person for it. */
  private isolatedBy(personId: string): boolean {
    return ['battery-off', 'fuses-pulled'].some(
      (step) => this.confirmed.get(step as SafetyStepKind)?.personId === personId,
    );
  }

  private missing(): SafetyStepKind[] {
    const wanted: SafetyStepKind[] = this.byFuses()
      ? ['asleep', 'fuses-pulled', 'silent', 'ignition-off']
      : [...isolation];
    if (this.needs.highVoltage) wanted.push('second-supply-off');
    if (this.needs.secondPerson) wanted.push('seen-by-second');
    return wanted.filter((step) => !this.confirmed.has(step));
  }

  private revoke(at: string, why: string): void {
    if (this.confirmed.size > 0) this.revoked = { at, why };
    this.end(at);
  }

  /** What was confirmed holds no longer: the next time all of it is confirmed anew. */
  private end(at: string): void {
    this.drop(at);
    this.confirmed.clear();
  }

  private drop(at?: string): void {
    const until = this.until(at);
    if (at !== undefined && until !== null && Date.parse(at) >= Date.parse(until)) {
      const to = this.checkAt !== null && Date.parse(this.checkAt) < Date.parse(at) ? this.checkAt : at;
      if (Date.parse(to) >= Date.parse(until)) this.spans.push({ from: until, to });
    }
    this.start = null;
    this.checkAt = null;
  }

  private until(asOf?: string): string | null {
    return this.start === null ? null : later(this.waitsFrom(asOf)!, this.waits());
  }

  /** A jump of the server’s clock begins the wait anew; one that came later than `asOf` says nothing of a span before it. */
  private waitsFrom(asOf?: string): string | null {
    if (this.start === null) return null;
    return (this.needs.clockJumps ?? [])
      .filter((jump) => asOf === undefined || Date.parse(jump) <= Date.parse(asOf))
      .reduce((latest, jump) => (Date.parse(jump) > Date.parse(latest) ? jump : latest), this.start);
  }

  private waits(): number {
    const own = Math.max(leastWaitingMinutes, this.needs.waitingMinutes);
    if (this.minutes === null) return this.needs.filed?.minutes ?? own;
    return this.source === null ? Math.max(own, this.minutes) : this.minutes;
  }

  now(): SafetyCourse {
    const [from, until] = [this.waitsFrom(), this.until()];
    return {
      confirmed: this.confirmed,
      missing: this.missing(),
      from,
      until,
      minutes: this.waits(),
      source: this.minutes === null ? (this.needs.filed?.source ?? null) : this.source,
      checkAt: this.checkAt,
      revoked: this.revoked,
      poweredOnAt: this.poweredOnAt,
      safeSpans: this.spans,
      highVoltageOff: this.confirmed.has('hv-locked-out') && this.confirmed.has('hv-absence-checked'),
    };
  }
}

const later = (at: string, minutes: number): string =>
  new Date(Date.parse(at) + minutes * 60_000).toISOString();
