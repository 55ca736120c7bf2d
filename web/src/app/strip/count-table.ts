/** What came off against what went back, by bag: what is left over or missing stands first. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { unevenWords } from '@dormant-beacon/core/stages';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-count-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">Bag</th>
          <th scope="col">What</th>
          <th scope="col">Off</th>
          <th scope="col">Back</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.id) {
          <tr [class.uneven]="row.difference !== 0">
            <td class="mono">{{ row.bag }}</td>
            <td>{{ row.kind }} {{ row.drive }}{{ row.says ? ': ' + row.says : '' }}</td>
            <td class="mono">{{ row.removed }}</td>
            <td class="mono">{{ row.refitted }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    .uneven td {
      color: var(--ember);
      font-weight: 600;
    }
  `,
})
export class CountTable {
  private readonly desk = inject(StripDesk);
  protected readonly rows = computed(() => {
    const strip = this.desk.strip()!;
    const closed = strip.off.size === 0;
    return [...strip.counts.rows]
      .sort((a, b) => Math.abs(b.difference) - Math.abs(a.difference))
      .map((row) => ({
        ...row,
        // While something is off nothing is missing yet.
        difference: closed ? row.difference : 0,
        says: closed && row.difference !== 0 ? unevenWords(row) : '',
        id: `${row.bag} ${row.kind} ${row.drive ?? ''}`,
      }));
  });
}
