/** `Ines Okafor` as `IO`; one name as its first letter; empty where there is none. */
export function initialsOf(name: string): string {
  return name
    .trim()
    .split(/\s+/)
    .filter(Boolean)
    .map((word) => word[0]!.toUpperCase())
    .join('')
    .slice(0, 2);
}
