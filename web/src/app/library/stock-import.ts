/** A yard's list on its way in: looked at, read piece by piece, taken at the end or undone. */
import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { ImportReport, ImportState, InventorySource } from '@dormant-beacon/contract';
import type { ColumnMapping } from '@dormant-beacon/core/inventory';
import type { StockAnswer, StockHead, StockPiece, StockRequest } from '../../workers/stock.worker';
import { type ApiProblem, newId } from '../api';
import { StockDesk } from '../knowledge';

/** Tries of one piece while the server does not answer, and the pause before each. */
const tries = 6;
const pauseMs = 2000;

@Injectable()
export class StockImport {
  private readonly desk = inject(StockDesk);
  private worker: Worker | null = null;
  private givenUp = false;
  readonly file = signal<File | null>(null);
  readonly head = signal<StockHead | null>(null);
  readonly columns = signal<ColumnMapping>([]);
  readonly state = signal<ImportState | null>(null);
  readonly share = signal<number | null>(null);
  readonly report = signal<ImportReport | null>(null);
  readonly problem = signal<string | null>(null);
  readonly ready = computed(
    () => this.columns().includes('partNumber') && this.columns().includes('kind') && this.share() === null,
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.end());
  }

  /** Reads the headings; a list with the yard's last headings is read as it was. */
  async look(file: File, source: InventorySource): Promise<void> {
    this.end();
    this.file.set(file);
    this.head.set(null);
    this.state.set(null);
    this.report.set(null);
    this.problem.set(null);
    const answer = await this.ask({ look: file });
    if ('problem' in answer) return this.problem.set(answer.problem);
    if (!('head' in answer)) return;
    const known = source.mapping;
    const same = known !== null && JSON.stringify(known.head) === JSON.stringify(answer.head.head);
    this.head.set(answer.head);
    this.columns.set(same ? known.columns : answer.head.guess);
  }

  /** @returns whether the list was taken */
  async take(source: InventorySource): Promise<boolean> {
    const [file, head] = [this.file()!, this.head()!];
    this.givenUp = false;
    this.problem.set(null);
    this.share.set(0);
    try {
      const begun = await this.desk.begin({
        id: newId(),
        sourceId: source.id,
        fileName: file.name.slice(0, 200),
        fingerprint: head.fingerprint,
        head: [...head.head],
        columns: this.columns(),
      });
      this.state.set(begun);
      const lines = await this.readAll(file, begun);
      if (lines === null) return false;
      this.state.set(await this.patiently(() => this.desk.end(begun.id, { as: 'taken', lines })));
      this.report.set(await this.desk.report(begun.id));
      return true;
    } catch (error) {
      this.problem.set((error as Error).message);
      return false;
    } finally {
      this.share.set(null);
      this.end();
    }
  }

  /** Nothing of it stays. */
  async undo(): Promise<void> {
    this.givenUp = true;
    const state = this.state();
    this.end();
    if (state?.state === 'coming')
      this.state.set(await this.patiently(() => this.desk.end(state.id, { as: 'undone', lines: 0 })));
    this.share.set(null);
    this.head.set(null);
  }

  private async readAll(file: File, begun: ImportState): Promise<number | null> {
    let answer = await this.ask({ read: file, columns: this.columns(), from: begun.nextLine });
    for (;;) {
      if (this.givenUp) return null;
      if ('problem' in answer) throw new Error(answer.problem);
      if ('ended' in answer) return answer.ended;
      if (!('piece' in answer)) return null;
      const piece: StockPiece = answer.piece;
      const { share, ...lines } = piece;
      this.state.set(
        await this.patiently(() =>
          this.desk.rows(begun.id, { ...lines, rows: [...lines.rows], bad: [...lines.bad] }),
        ),
      );
      this.share.set(share);
      answer = await this.ask('next');
    }
  }

  /** The server may be away for a while; what it has of this piece already, it says. */
  private async patiently(send: () => Promise<ImportState>): Promise<ImportState> {
    for (let n = 1; ; n++) {
      try {
        return await send();
      } catch (error) {
        const { passing, status, current } = error as ApiProblem;
        if (status === 409 && n > 1 && current !== undefined) return current as ImportState;
        if (!passing || n >= tries || this.givenUp) throw error;
        await new Promise((resolve) => setTimeout(resolve, pauseMs));
      }
    }
  }

  private ask(request: StockRequest): Promise<StockAnswer> {
    const worker = (this.worker ??= new Worker(new URL('../../workers/stock.worker', import.meta.url), {
      type: 'module',
    }));
    return new Promise((resolve) => {
      worker.onmessage = ({ data }: MessageEvent<StockAnswer>) => resolve(data);
      worker.onerror = ({ message }) => resolve({ problem: message || 'The list could not be read.' });
      worker.postMessage(request);
    });
  }

  private end(): void {
    this.worker?.terminate();
    this.worker = null;
  }
}
