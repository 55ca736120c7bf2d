/** Notes and known weaknesses for the codes of a vehicle, what its codes hang on, and what proven jobs found. */
import { ChangeDetectionStrategy, Component, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AddCodeNote, CodeNote } from '@dormant-beacon/contract';
import type { CodeLink } from '@dormant-beacon/core/causes';
import { Store } from '@ngrx/store';
import { Client, newId } from '../api';
import { type Choice, ChoiceOne, keepDraft, TextField } from '../entry';
import { LibraryEvents, libraryFeature } from '../knowledge';

const credibilities: readonly (Choice & { readonly value: AddCodeNote['credibility'] })[] = [
  { value: 'maker-text', label: 'the maker’s text' },
  { value: 'own-job', label: 'our own jobs' },
  { value: 'heard', label: 'heard of it' },
];
const weights: readonly Choice[] = [
  { value: '1', label: 'a note' },
  { value: '2', label: 'twice as likely' },
  { value: '3', label: 'three times' },
  { value: '5', label: 'five times' },
];

/** `F12, F31` as a list. */
const listOf = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

@Component({
  selector: 'db-code-notes',
  imports: [ChoiceOne, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './code-notes.html',
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    .pair {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
      gap: 12px;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    form {
      display: grid;
      gap: 14px;
      justify-items: start;
    }
    form .pair {
      width: 100%;
    }
  `,
})
export class CodeNotes {
  private readonly client = inject(Client);
  private readonly store = inject(Store);
  protected readonly file = this.store.selectSignal(libraryFeature.selectFile);
  protected readonly credibilities = credibilities;
  protected readonly weights = weights;
  protected readonly make = signal('');
  protected readonly model = signal('');
  protected readonly module = signal('');
  protected readonly code = signal('');
  protected readonly says = signal('');
  protected readonly source = signal('');
  protected readonly credibility = signal('own-job');
  protected readonly times = signal('1');
  protected readonly linkModule = signal('');
  protected readonly supplies = signal('');
  protected readonly grounds = signal('');
  protected readonly networks = signal('');
  protected readonly connectors = signal('');
  protected readonly places = signal('');
  protected readonly problem = signal<string | null>(null);
  private readonly draft = keepDraft(() => 'code note', {
    make: this.make,
    model: this.model,
    module: this.module,
    code: this.code,
    says: this.says,
    source: this.source,
    credibility: this.credibility,
    times: this.times,
  });
  private readonly linkDraft = keepDraft(() => 'code link', {
    linkModule: this.linkModule,
    supplies: this.supplies,
    grounds: this.grounds,
    networks: this.networks,
    connectors: this.connectors,
    places: this.places,
  });

  constructor() {
    effect(() => this.look(this.make().trim(), this.model().trim()));
  }

  private look(make: string, model: string): void {
    if (make.length >= 2) this.store.dispatch(LibraryEvents.fileWanted({ make, model: model || null }));
  }

  protected aboutOf({ times, source, credibility, module, model }: CodeNote): string {
    return [
      module,
      model ?? 'every model',
      times > 1 ? `${times} times as likely` : null,
      `${credibilities.find(({ value }) => value === credibility)!.label}: ${source}`,
    ]
      .filter(Boolean)
      .join(' · ');
  }

  protected async add(submit: Event): Promise<void> {
    submit.preventDefault();
    const done = await this.done(
      this.client.addCodeNote({
        id: newId(),
        make: this.make().trim(),
        model: this.model().trim() || null,
        module: this.module().trim() || null,
        code: this.code().trim(),
        says: this.says().trim(),
        source: this.source().trim(),
        credibility: this.credibility() as AddCodeNote['credibility'],
        times: Number(this.times()),
      }),
    );
    if (!done) return;
    const [make, model] = [this.make(), this.model()];
    this.draft.clear();
    this.make.set(make);
    this.model.set(model);
  }

  protected linkWords({ supplies, grounds, networks, connectors, places }: CodeLink): string {
    return [
      ['supplies', supplies],
      ['grounds', grounds],
      ['networks', networks],
      ['connectors', connectors],
      ['at', places],
    ]
      .filter(([, list]) => (list?.length ?? 0) > 0)
      .map(([what, list]) => `${what as string} ${(list as string[]).join(', ')}`)
      .join(' · ');
  }

  protected async addLink(submit: Event): Promise<void> {
    submit.preventDefault();
    if (this.model().trim() === '') return this.problem.set('Name the model: a file is a vehicle’s own.');
    const link = {
      module: this.linkModule().trim(),
      supplies: listOf(this.supplies()),
      grounds: listOf(this.grounds()),
      networks: listOf(this.networks()),
      connectors: listOf(this.connectors()),
      places: listOf(this.places()),
    };
    const file = { id: newId(), make: this.make().trim(), model: this.model().trim(), link };
    if (await this.done(this.client.addCodeLink(file))) this.linkDraft.clear();
  }

  protected async takeBack(id: string): Promise<void> {
    await this.done(this.client.withdrawEntry(id));
  }

  private async done(sent: Promise<unknown>): Promise<boolean> {
    try {
      await sent;
      this.problem.set(null);
      this.look(this.make().trim(), this.model().trim());
      return true;
    } catch (error) {
      this.problem.set((error as Error).message);
      return false;
    }
  }
}
