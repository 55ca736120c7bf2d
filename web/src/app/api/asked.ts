/** What an effect makes of a question to the server: one event for the answer, another for the reason why none came. */
import { catchError, from, map, type Observable, of } from 'rxjs';

/** @example switchMap(() => asked(client.shop(), (shop) => ShopEvents.loaded({ shop }), ShopEvents.notLoaded)) */
export const asked = <A, L, F>(
  question: Promise<A>,
  loaded: (answer: A) => L,
  failed: (why: { reason: string }) => F,
): Observable<L | F> =>
  from(question).pipe(
    map(loaded),
    catchError((error: Error) => of(failed({ reason: error.message }))),
  );
