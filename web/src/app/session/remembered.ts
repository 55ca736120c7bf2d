/** Who was here last: only to go on typing while the server is away; it opens nothing. */
import type { Person } from '@dormant-beacon/core/record';

const place = 'person';

export function rememberedPerson(): Person | null {
  try {
    const known = JSON.parse(localStorage.getItem(place) ?? 'null') as Person | null;
    return known !== null &&
      [known.id, known.name, known.initials, known.role].every((field) => typeof field === 'string')
      ? known
      : null;
  } catch {
    return null;
  }
}

export function rememberPerson(own: Person): void {
  localStorage.setItem(place, JSON.stringify(own));
}

export function forgetPerson(): void {
  localStorage.removeItem(place);
}
