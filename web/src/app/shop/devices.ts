/** Devices on which someone has signed in, with the names that the lead gives them. */
import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Device } from '@dormant-beacon/contract';
import { When } from '../time';
import { ShopDesk } from './shop-desk';

@Component({
  selector: 'db-shop-devices',
  imports: [MatButtonModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Devices: every entry tells from which one it came</h2>
    <ul>
      @for (device of devices(); track device.id) {
        <li>
          <span class="mono">{{ device.number }}</span>
          @if (lead()) {
            <input
              [attr.aria-label]="'Name of device ' + device.number"
              maxlength="60"
              placeholder="such as Tablet, bay 2"
              [value]="device.name ?? ''"
              (change)="name(device, $any($event.target).value)"
            />
          } @else {
            <span>{{ device.name ?? 'no name' }}</span>
          }
          <span class="quiet">{{ device.own ? 'this one' : '' }}</span>
          <span class="quiet mono">{{ device.seenAt | when }}</span>
        </li>
      }
    </ul>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 40px 1fr 90px auto;
      align-items: center;
      gap: 12px;
      min-height: 52px;
      border-top: 1px solid var(--line);
    }
    input::placeholder {
      color: var(--quiet);
      opacity: 1;
    }
    input {
      min-height: 48px;
      padding: 0 12px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--raised);
      color: var(--ink);
      font: 16px var(--body);
    }
  `,
})
export class ShopDevices {
  readonly lead = input.required<boolean>();
  private readonly desk = inject(ShopDesk);
  protected readonly devices = signal<readonly Device[]>([]);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    void this.try(async () => this.devices.set(await this.desk.devices()));
  }

  protected name(device: Device, name: string): Promise<void> {
    return this.try(async () => {
      const named = await this.desk.nameDevice(device.id, name.trim() || null);
      this.devices.update((devices) => devices.map((other) => (other.id === named.id ? named : other)));
    });
  }

  private async try(act: () => Promise<void>): Promise<void> {
    this.problem.set(null);
    try {
      await act();
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
