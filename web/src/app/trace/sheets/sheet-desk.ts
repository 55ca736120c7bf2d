/** Sheets beside the plan: readings that belong together, each with what it amounts to. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { standing } from '@dormant-beacon/core/record';
import { type Sheet, sheetSays } from '@dormant-beacon/core/readings';
import type { TraceCase } from '@dormant-beacon/core/trace';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../../figures';
import { When } from '../../time';
import { Desk } from '../../entry';
import { jobFeature, Waits } from '../../job';
import { DropsForm } from './drops-form';
import { FuseDropForm } from './fuse-drop-form';
import { ProvokeForm } from './provoke-form';
import { RelayForm } from './relay-form';
import { SidesForm } from './sides-form';
import { TyresForm } from './tyres-form';
import { WiggleRecorder } from './wiggle-recorder';

type Kind = Sheet['sheet'];

const names: Readonly<Record<Kind, string>> = {
  sides: 'Side to side',
  drops: 'Voltage drops',
  'fuse-drop': 'Current of a fuse',
  relay: 'A relay',
  tyres: 'Tyres',
  wiggle: 'Wiggle recording',
  provoke: 'Provoke it',
};

@Component({
  selector: 'db-sheet-desk',
  imports: [
    DropsForm,
    FiguresPipe,
    FuseDropForm,
    MatButtonModule,
    MatButtonToggleModule,
    ProvokeForm,
    RelayForm,
    SidesForm,
    TyresForm,
    Waits,
    When,
    WiggleRecorder,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Sheets: readings that belong together</h2>
    <mat-button-toggle-group
      class="choices"
      multiple
      hideMultipleSelectionIndicator
      aria-label="Sheets"
      [value]="opened()"
      (change)="turn($event.value)"
    >
      @for (kind of offered(); track kind) {
        <mat-button-toggle [value]="kind">{{ names[kind] }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
    @switch (open()) {
      @case ('sides') {
        <db-sides-form [case]="case()" [traceId]="traceId()" (saved)="open.set(null)" />
      }
      @case ('drops') {
        <db-drops-form [case]="case()" [traceId]="traceId()" (saved)="open.set(null)" />
      }
      @case ('fuse-drop') {
        <db-fuse-drop-form [known]="fuse()" [traceId]="traceId()" (saved)="open.set(null)" />
      }
      @case ('relay') {
        <db-relay-form [known]="relay()" [traceId]="traceId()" (saved)="open.set(null)" />
      }
      @case ('tyres') {
        <db-tyres-form [traceId]="traceId()" (saved)="open.set(null)" />
      }
      @case ('wiggle') {
        <db-wiggle-recorder [places]="places()" [traceId]="traceId()" (saved)="open.set(null)" />
      }
      @case ('provoke') {
        <db-provoke-form [traceId]="traceId()" (saved)="open.set(null)" />
      }
    }
    @if (kept().length > 0) {
      <ul>
        @for (sheet of kept(); track sheet.id) {
          <li>
            <span
              >{{ sheet.says | figures }}<db-waits [entry]="sheet.id" /><small
                >{{ names[sheet.kind] }} · {{ sheet.at | when }}</small
              ></span
            >
            <button mat-button type="button" (click)="takeBack(sheet.id)">Take back</button>
          </li>
        }
      </ul>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 12px;
      padding: 6px 0;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class SheetDesk {
  readonly case = input<TraceCase | null>(null);
  readonly traceId = input<string | null>(null);

  private readonly desk = inject(Desk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly names = names;
  protected readonly open = signal<Kind | null>(null);
  protected readonly opened = computed(() => (this.open() === null ? [] : [this.open()!]));
  protected readonly problem = signal<string | null>(null);

  /** One at a time; pressed again it closes. */
  protected turn(pressed: readonly Kind[]): void {
    this.open.set(pressed.find((kind) => kind !== this.open()) ?? null);
  }

  private readonly elements = computed(() => this.case()?.circuit.elements ?? []);
  /** Those that fit the circuit first; a relay only where one is. */
  protected readonly offered = computed((): Kind[] => {
    const has = (kind: string) => this.elements().some((element) => element.kind === kind);
    const bare = this.case() === null;
    const tyres = standing(this.record()?.beacons ?? []).some(({ name, lamp }) =>
      /tyre|tire/i.test(`${name} ${lamp ?? ''}`),
    );
    return [
      ...(tyres ? (['tyres'] as const) : []),
      'drops',
      'sides',
      ...(has('fuse') || bare ? (['fuse-drop'] as const) : []),
      ...(has('relay') || bare ? (['relay'] as const) : []),
      'wiggle',
      'provoke',
      ...(tyres ? [] : bare ? (['tyres'] as const) : []),
    ];
  });
  protected readonly fuse = computed(() => {
    const fuse = this.elements().find((element) => element.kind === 'fuse');
    return fuse ? { name: fuse.label || fuse.id, amps: fuse.amps, style: fuse.style ?? null } : null;
  });
  protected readonly relay = computed(() => {
    const relay = this.elements().find(({ kind }) => kind === 'relay');
    return relay ? relay.label || relay.id : '';
  });
  /** What can be moved: harnesses, plugs and grounds. */
  protected readonly places = computed(() =>
    this.elements()
      .filter(({ kind }) => kind === 'wire' || kind === 'contact' || kind === 'ground')
      .map(({ id, label }) => label || id)
      .slice(0, 6),
  );
  /** Those of this trace, and those of the car that belong to none. */
  protected readonly kept = computed(() =>
    standing(this.record()?.sheets ?? [])
      .filter(({ traceId }) => traceId == null || traceId === this.traceId())
      .map(({ id, data, observedAt }) => ({ id, kind: data.sheet, says: sheetSays(data), at: observedAt }))
      .reverse(),
  );

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
