/** A newer page on the server: said once it is there, and fetched at once where a part of this one is gone. */
import { inject, Injectable, signal } from '@angular/core';
import type { NavigationError } from '@angular/router';

/** As browsers say that a part of the page could not be fetched. */
const partGone = /dynamically imported module|Importing a module script failed|error loading dynamically/i;
const reloadedAt = 'reloaded at';
const notAgainMs = 20_000;

@Injectable({ providedIn: 'root' })
export class NewVersion {
  /** What the page says of it, or null. */
  readonly says = signal<string | null>(null);

  /** Listens for a newer service worker: one that takes the place of another brings another page. */
  watch(): void {
    const worker = 'serviceWorker' in navigator ? navigator.serviceWorker : null;
    if (!worker?.controller) return;
    worker.addEventListener('controllerchange', () =>
      this.says.set('A newer version is available. What you have typed is kept.'),
    );
  }

  /** A part of the page that is gone: the page is loaded anew, once; where that does not help, it says so. */
  notLoaded({ error, url }: Pick<NavigationError, 'error' | 'url'>): void {
    if (!partGone.test(String((error as Error | null)?.message))) throw error;
    const last = Number(sessionStorage.getItem(reloadedAt) ?? 0);
    if (navigator.onLine && Date.now() - last > notAgainMs) {
      sessionStorage.setItem(reloadedAt, String(Date.now()));
      return this.go(url);
    }
    this.says.set('This page could not be loaded: the server is away, or has a newer version.');
  }

  /** Loads the page at an address anew. */
  go(url: string): void {
    location.assign(url);
  }
}

/** For the router. */
export const onNavigationError = (error: NavigationError): void => inject(NewVersion).notLoaded(error);
