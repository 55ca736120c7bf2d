/** Things that the shop keeps in versions, as a list: opened, begun, given away and taken in as files. */
import { ChangeDetectionStrategy, Component, input, type OnInit, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { When } from '../time';

export interface VersionItem {
  readonly id: string;
  readonly title: string;
  readonly make: string;
  readonly model: string | null;
  readonly version: number;
  readonly addedAt: string;
}

/** Where the list comes from, and where it goes. */
export interface VersionSource {
  list(): Promise<readonly VersionItem[]>;
  /** Gives one away as a file. */
  give(id: string): Promise<void>;
  /** Takes a file in as a new one. @throws Error that says where the file is wrong */
  take(file: File): Promise<void>;
}

@Component({
  selector: 'db-version-list',
  imports: [MatButtonModule, RouterLink, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ heading() }}</h2>
    <p class="quiet"><ng-content /></p>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">{{ noun() }}</th>
          <th scope="col">Vehicle</th>
          <th scope="col">Version</th>
          <th scope="col"><span class="seen-only-by-readers">Export</span></th>
        </tr>
      </thead>
      <tbody>
        @for (item of items(); track item.id) {
          <tr>
            <td>
              <a [routerLink]="[path(), item.id]"
                ><strong>{{ item.title }}</strong></a
              >
            </td>
            <td>{{ item.make }} {{ item.model ?? '(all models)' }}</td>
            <td class="quiet">version {{ item.version }} · {{ item.addedAt | when }}</td>
            <td><button mat-button type="button" (click)="give(item.id)">Export</button></td>
          </tr>
        } @empty {
          <tr>
            <td class="quiet">{{ none() }}</td>
          </tr>
        }
      </tbody>
    </table>
    <div class="row">
      <a mat-stroked-button [routerLink]="[path(), 'new']">{{ begin() }}</a>
      <label class="file"
        >Import a file<input
          type="file"
          accept=".json,application/json"
          (change)="choose($any($event.target))"
      /></label>
    </div>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    table.plain td {
      vertical-align: middle;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
  `,
})
export class VersionList implements OnInit {
  readonly heading = input.required<string>();
  readonly noun = input.required<string>();
  /** Where each is opened, such as `/library/access-maps`. */
  readonly path = input.required<string>();
  readonly begin = input.required<string>();
  readonly none = input.required<string>();
  readonly source = input.required<VersionSource>();
  protected readonly items = signal<readonly VersionItem[]>([]);
  protected readonly problem = signal<string | null>(null);

  ngOnInit(): void {
    void this.load();
  }

  protected give(id: string): Promise<void> {
    return this.done(this.source().give(id));
  }

  protected async choose(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (file)
      await this.done(
        this.source()
          .take(file)
          .then(() => this.load()),
      );
  }

  private load(): Promise<void> {
    return this.done(
      this.source()
        .list()
        .then((items) => this.items.set(items)),
    );
  }

  private async done(sent: Promise<void>): Promise<void> {
    this.problem.set(null);
    try {
      await sent;
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
