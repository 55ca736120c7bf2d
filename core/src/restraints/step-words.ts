/** What each step of making safe states, as the person says it. */
import type { SafetyStep, SafetyStepKind } from './schema.js';

export interface StepWords {
  /** The fact that is confirmed. */
  readonly states: string;
  /** One more line: why, or what it takes. */
  readonly detail: string;
}

export const stepWords: Readonly<Record<SafetyStepKind, StepWords>> = {
  placed: {
    states: 'Seats and glass in place, latches open, wheel straight, column lock released',
    detail: 'All of it needs power, so it comes first; a forgotten one costs a new wait.',
  },
  asleep: {
    states: 'Charge lead out, network asleep, no memory keeper, coding at risk saved',
    detail: 'A memory keeper or a charger feeds the restraint module behind your back.',
  },
  'ignition-off': { states: 'Ignition off, key out of range', detail: 'Say where the key is.' },
  'battery-off': {
    states: 'Battery negative off and insulated',
    detail: 'And that of every further battery or backup.',
  },
  'fuses-pulled': {
    states: 'Every restraint feed pulled, as service data names them',
    detail:
      'In place of the battery lead. Say which fuse, in which carrier or under which lid, and what chart and lid say.',
  },
  'second-supply-off': {
    states: 'High-voltage converter off: the second supply',
    detail: 'By a qualified person alone.',
  },
  silent: {
    states: 'The restraint module no longer answers',
    detail: 'Shows that its supply is lost, not that its charge is gone.',
  },
  'seen-by-second': {
    states: 'Isolation seen by a second person',
    detail: 'Not by the one who made it.',
  },
  'wait-set': { states: 'Waiting time of the service data', detail: 'With its source.' },
  'power-was-on': { states: 'Power was on', detail: 'Whatever was confirmed holds no longer.' },
  'handed-over': { states: 'The car was handed over', detail: 'The isolation is looked at again.' },
  'isolation-checked': {
    states: 'Isolation looked at again in person',
    detail: 'Locked or tagged, and as it was left.',
  },
  'power-on': {
    states: 'Connectors locked, tools out, cabin empty; power on, reached in from outside',
    detail: 'Then watch the bulb check and scan.',
  },
  'hv-locked-out': { states: 'High-voltage system locked out', detail: 'By a qualified person: say who.' },
  'hv-absence-checked': {
    states: 'Absence of high voltage checked',
    detail: 'By a qualified person, with which tester: say who.',
  },
};

/** A step as it stands in the log. */
export function safetySays({ step, note, minutes, source, undisturbed }: SafetyStep): string {
  if (step === 'wait-set') return `Wait of ${minutes ?? 0} minutes, by ${source ?? 'no source'}`;
  if (step === 'isolation-checked')
    return undisturbed === true ? 'Isolation looked at: undisturbed' : 'Isolation looked at: disturbed';
  return `${stepWords[step].states}${note ? ` (${note})` : ''}`;
}
