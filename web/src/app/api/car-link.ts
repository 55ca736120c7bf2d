/** The link to a simulated car: what its modules show of their inputs, ten times a second. */
import { signal } from '@angular/core';
import type { LinkAnswerSaid, LinkMessage, LinkSaid, Trial } from '@dormant-beacon/contract/link';

/** The same person opened another link, with another tab or device. */
const elsewhere = 4001;

export class CarLink {
  private readonly socket: WebSocket;
  private readonly shown = signal<readonly LinkAnswerSaid[]>([]);
  private readonly said = signal<string | null>(null);
  private waiting: string[] = [];
  private last = 0;

  /** What was read last, in the order in which it is watched. */
  readonly values = this.shown.asReadonly();
  /** Why nothing comes any more; null while it does. */
  readonly ended = this.said.asReadonly();

  constructor(jobId: string) {
    this.socket = new WebSocket(`${location.origin.replace(/^http/, 'ws')}/api/jobs/${jobId}/car/link`);
    this.socket.addEventListener('open', () => {
      for (const text of this.waiting) this.socket.send(text);
      this.waiting = [];
    });
    this.socket.addEventListener('message', ({ data }: MessageEvent<string>) => {
      const message = JSON.parse(data) as LinkSaid;
      if ('values' in message) this.shown.set(message.values);
      if ('error' in message) this.said.set(message.error.message);
    });
    this.socket.addEventListener('close', ({ code }) => {
      if (this.said() === null)
        this.said.set(
          code === elsewhere
            ? 'The live values were opened elsewhere; they are shown in one place.'
            : 'The live values have stopped.',
        );
    });
  }

  watch(watch: readonly { readonly module: string; readonly bytes: string }[]): void {
    this.send({ watch: [...watch] });
  }

  set(set: { positions?: string[]; ignition?: 'on' | 'off'; trial?: Trial | null }): void {
    this.send({ id: ++this.last, set });
  }

  close(): void {
    this.socket.close();
  }

  private send(message: LinkMessage): void {
    const text = JSON.stringify(message);
    if (this.socket.readyState === WebSocket.CONNECTING) this.waiting.push(text);
    else if (this.socket.readyState === WebSocket.OPEN) this.socket.send(text);
  }
}
