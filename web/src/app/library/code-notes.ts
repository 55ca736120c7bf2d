/** Notes and known weaknesses for the codes of a vehicle, what its codes hang on, and what proven jobs found. */
import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AddCodeLink, AddCodeNote, CodeNote } from '@dormant-beacon/contract';
import type { CodeLink } from '@dormant-beacon/core/causes';
import { Store } from '@ngrx/store';
import {
  type Choice,
  ChoiceOne,
  Entry,
  entryForm,
  field,
  saved,
  TextField,
  type Trouble,
  trouble,
} from '../entry';
import { LibraryDesk, LibraryEvents, libraryFeature } from '../knowledge';

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
  imports: [ChoiceOne, Entry, MatButtonModule, TextField],
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
    db-entry {
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
  private readonly library = inject(LibraryDesk);
  private readonly store = inject(Store);
  protected readonly file = this.store.selectSignal(libraryFeature.selectFile);
  protected readonly credibilities = credibilities;
  protected readonly weights = weights;
  protected readonly make = field('');
  protected readonly model = field('');
  protected readonly module = field('');
  protected readonly code = field('');
  protected readonly says = field('');
  protected readonly source = field('');
  protected readonly credibility = field('own-job');
  protected readonly times = field('1');
  protected readonly linkModule = field('');
  protected readonly supplies = field('');
  protected readonly grounds = field('');
  protected readonly networks = field('');
  protected readonly connectors = field('');
  protected readonly places = field('');
  protected readonly form = entryForm(
    {
      module: this.module,
      code: this.code,
      says: this.says,
      source: this.source,
      credibility: this.credibility,
      times: this.times,
    },
    {
      draft: () => 'code note',
      read: () => this.readNote(),
      enter: (note, stamp) => saved(this.library.addCodeNote({ id: stamp.id, ...note })),
      then: () => this.lookAgain(),
    },
  );
  protected readonly linkForm = entryForm(
    {
      linkModule: this.linkModule,
      supplies: this.supplies,
      grounds: this.grounds,
      networks: this.networks,
      connectors: this.connectors,
      places: this.places,
    },
    {
      draft: () => 'code link',
      read: () => this.readLink(),
      enter: (file, stamp) => saved(this.library.addCodeLink({ id: stamp.id, ...file })),
      then: () => this.lookAgain(),
    },
  );

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

  private readNote(): Omit<AddCodeNote, 'id'> | Trouble {
    if (this.code().trim() === '') return trouble(this.code, 'Say of which code.');
    if (this.says().trim() === '') return trouble(this.says, 'Say what is known.');
    if (this.source().trim() === '') return trouble(this.source, 'Say where it is known from.');
    return {
      make: this.make().trim(),
      model: this.model().trim() || null,
      module: this.module().trim() || null,
      code: this.code().trim(),
      says: this.says().trim(),
      source: this.source().trim(),
      credibility: this.credibility() as AddCodeNote['credibility'],
      times: Number(this.times()),
    };
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

  private readLink(): Omit<AddCodeLink, 'id'> | Trouble {
    if (this.model().trim() === '') return trouble(null, 'Name the model above: a file is a vehicle’s own.');
    if (this.linkModule().trim() === '') return trouble(this.linkModule, 'Say which module.');
    const link = {
      module: this.linkModule().trim(),
      supplies: listOf(this.supplies()),
      grounds: listOf(this.grounds()),
      networks: listOf(this.networks()),
      connectors: listOf(this.connectors()),
      places: listOf(this.places()),
    };
    return { make: this.make().trim(), model: this.model().trim(), link };
  }

  protected async takeBack(id: string): Promise<void> {
    try {
      await this.library.withdrawNote(id);
      this.form.say(null);
      this.lookAgain();
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }

  private lookAgain(): void {
    this.look(this.make().trim(), this.model().trim());
  }
}
