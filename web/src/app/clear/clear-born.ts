/** Codes that ask for teaching and were born after a clear, with the reader that cleared: remembered for the model. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { writeCode } from '@dormant-beacon/core/codes';
import { clearNotes, type ClearRow, clearRows } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { newId } from '../api';
import { jobFeature } from '../job';
import { fileOf, LibraryDesk, LibraryEvents } from '../knowledge';
import { When } from '../time';

@Component({
  selector: 'db-clear-born',
  imports: [MatButtonModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (suspicious().length > 0) {
      <h2>Born after a clear</h2>
      <p class="quiet">
        These ask for teaching and were not there before the codes were cleared: the clear or its reader undid
        something. Teach it again before any part is suspected.
      </p>
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Cleared</th>
            <th scope="col">With</th>
            <th scope="col">Read before, after</th>
            <th scope="col">Born</th>
            <th scope="col">Lamp</th>
          </tr>
        </thead>
        <tbody>
          @for (row of clears(); track row.clearingId) {
            <tr>
              <td>{{ row.clearedAt | when }}</td>
              <td>{{ row.reader ?? 'not said' }}</td>
              <td>{{ row.readBefore ?? 'not said' }}, {{ row.readAfter ?? 'not said' }}</td>
              <td>
                @for (code of row.born; track $index) {
                  <span class="mono">{{ written(code) }}</span> {{ code.module }}
                } @empty {
                  none
                }
              </td>
              <td>{{ row.lamps.join(', ') || 'none' }}</td>
            </tr>
          }
        </tbody>
      </table>
      @for (row of suspicious(); track row.clearingId) {
        @if (row.reader) {
          <p>
            @if (remembered().includes(row.clearingId)) {
              <span role="status">Remembered for this model.</span>
            } @else {
              <button mat-stroked-button type="button" (click)="remember(row)">
                Remember for this model: clearing with {{ row.reader }} does this
              </button>
            }
          </p>
        }
      }
    }
  `,
  styles: `
    h2 {
      margin: 6px 0 0;
    }
  `,
})
export class ClearBorn {
  private readonly library = inject(LibraryDesk);
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly clears = computed(() => (this.record() ? clearRows(this.record()!) : []));
  protected readonly suspicious = computed(() => this.clears().filter(({ born }) => born.length > 0));
  protected readonly written = writeCode;
  protected readonly problem = signal<string | null>(null);
  private readonly file = fileOf(() => this.record()?.vehicle ?? null);
  /** The clears of which the library says so already, whoever taught it. */
  protected readonly remembered = computed(() => {
    const known = this.file()?.notes ?? [];
    return this.suspicious()
      .filter((row) =>
        clearNotes(row).every((note) =>
          known.some(
            ({ code, module, says }) => code === note.code && module === note.module && says === note.says,
          ),
        ),
      )
      .map(({ clearingId }) => clearingId);
  });

  /** Keeps it as notes to the codes, so that the next job of this model is told. */
  protected async remember(row: ClearRow): Promise<void> {
    const { make, model } = this.record()!.vehicle;
    try {
      for (const note of clearNotes(row))
        await this.library.addCodeNote({
          id: newId(),
          make,
          model,
          ...note,
          source: `job ${this.record()!.number}`,
          credibility: 'own-job',
          times: 1,
        });
      this.store.dispatch(LibraryEvents.fileWanted({ make, model }));
      this.problem.set(null);
    } catch (error) {
      this.problem.set(`Not remembered: ${(error as Error).message}`);
    }
  }
}
