/** One stream of events for all tabs of a browser: the tab that holds the lock listens and tells the others. */
import { Injectable, signal } from '@angular/core';
import type { Moved } from '@dormant-beacon/contract';
import { Subject } from 'rxjs';

type Told = { readonly moved: Moved } | { readonly again: true } | { readonly connected: boolean };

@Injectable({ providedIn: 'root' })
export class Events {
  private readonly channel = new BroadcastChannel('dormant-beacon-events');
  private readonly said = new Subject<Moved>();
  private readonly live = signal(true);
  private readonly back = new Subject<void>();

  /** A job has moved on. */
  readonly moved = this.said.asObservable();
  /** The stream is there again after a cut: what was missed must be read. */
  readonly reconnected = this.back.asObservable();
  readonly connected = this.live.asReadonly();

  constructor() {
    // The worker gave out what it had kept; the server's answer came later, and says something else.
    if ('serviceWorker' in navigator)
      navigator.serviceWorker.addEventListener('message', () => this.back.next());
  }

  private source: EventSource | null = null;
  private leave: (() => void) | null = null;

  /** Listens, or lets another tab of this browser listen for it. */
  start(): void {
    this.channel.onmessage = ({ data }: MessageEvent<Told>) => this.take(data);
    if (this.leave || this.source) return;
    // Without the Locks API (plain http on a network) every tab listens for itself.
    if (!('locks' in navigator)) return this.listen();
    const stop = new AbortController();
    this.leave = () => stop.abort();
    const left = new Promise<void>((resolve) => stop.signal.addEventListener('abort', () => resolve()));
    navigator.locks
      .request('dormant-beacon-events', { signal: stop.signal }, () => {
        this.listen();
        return left;
      })
      .catch(() => undefined);
  }

  /** Nobody is signed in any more: the stream ends, and another tab may take it. */
  stop(): void {
    this.leave?.();
    this.leave = null;
    this.source?.close();
    this.source = null;
  }

  private listen(): void {
    const source = new EventSource('/api/events');
    this.source = source;
    source.addEventListener('moved', (event: MessageEvent<string>) =>
      this.tell({ moved: JSON.parse(event.data) as Moved }),
    );
    // Too much has changed to be sent row by row.
    source.addEventListener('again', () => this.tell({ again: true }));
    source.onopen = () => this.tell({ connected: true });
    source.onerror = () => {
      this.tell({ connected: false });
      if (source.readyState === EventSource.CLOSED && this.source === source)
        setTimeout(() => this.source === source && this.listen(), 2000);
    };
  }

  private tell(told: Told): void {
    this.channel.postMessage(told);
    this.take(told);
  }

  private take(told: Told): void {
    if ('moved' in told) return this.said.next(told.moved);
    if ('again' in told) return this.back.next();
    const returned = told.connected && !this.live();
    this.live.set(told.connected);
    if (returned) this.back.next();
  }
}
