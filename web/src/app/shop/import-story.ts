/** Takes in a job's story from another installation. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { mostStoryBytes } from '@dormant-beacon/contract/headers';
import { ShopDesk } from './shop-desk';

/** A refusal as people read it: entries are counted from one, and the file is simply this one. */
function inWords(message: string): string {
  const said = message
    .replace(/^logbook\[(\d+)\]: /, (_, place: string) => `entry ${Number(place) + 1} of its logbook: `)
    .replace(/^(?:body|[a-z]+(?:\.[\w-]+)?): /, '');
  return `Not taken: ${said}`;
}

@Component({
  selector: 'db-import-story',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>A job’s story from another shop</h2>
    <p class="quiet">
      The file that another Dormant Beacon gave out under “Log”. Every entry keeps who made it there, when,
      and its hash; a file that was changed is refused. Its authors are marked with the shop that they come
      from.
    </p>
    <label class="file">
      <input type="file" accept=".zip,.json,application/zip,application/json" (change)="take($event)" />
      {{ busy() ? 'Checking every entry …' : 'Choose the file' }}
    </label>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    @if (taken(); as job) {
      <p role="status">
        It is here as <a [routerLink]="['/jobs', job.jobId]">{{ job.number }}</a>.
      </p>
    }
  `,
  styles: `
    .file {
      margin: 12px 0;
    }
  `,
})
export class ImportStory {
  private readonly desk = inject(ShopDesk);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly taken = signal<{ jobId: string; number: string } | null>(null);

  protected async take(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (!file) return;
    this.problem.set(null);
    this.taken.set(null);
    this.busy.set(true);
    try {
      this.taken.set(await this.send(file));
    } catch (error) {
      this.problem.set(inWords((error as Error).message));
    } finally {
      this.busy.set(false);
      field.value = '';
    }
  }

  private async send(file: File): Promise<{ jobId: string; number: string }> {
    if (file.size > mostStoryBytes)
      throw new Error(
        `“${file.name}” is ${Math.round(file.size / 1e6)} MB; a story can be ${mostStoryBytes / 1e6} MB at most.`,
      );
    const head = await file.slice(0, 2).text();
    if (head !== 'PK' && !/^\s*\{/.test(head))
      throw new Error(`“${file.name}” is not a story: it is neither an archive nor JSON.`);
    const bytes = file.slice(0, file.size, head === 'PK' ? 'application/zip' : 'application/json');
    return this.desk.importStory(bytes);
  }
}
