/** The server’s clock in the hand of a spec: so many minutes on from when it began; the machine has run as long. */
import { serverClock } from '../database/clock.js';

export class MovedClock {
  private readonly real = { ...serverClock };
  private minutes = 0;

  begin(): void {
    const began = Date.now();
    serverClock.now = () => new Date(began + this.minutes * 60_000);
    serverClock.uptime = () => 10_000 + this.minutes * 60;
  }

  end(): void {
    Object.assign(serverClock, this.real);
  }

  at(minutes: number): void {
    this.minutes = minutes;
  }
}
