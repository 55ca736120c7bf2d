/** A colour of the present theme, for what is drawn on a canvas. */
export function tokenColor(token: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(token).trim();
}
