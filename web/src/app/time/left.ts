/** Time that is left, as a clock counts it down: `21:40`, or `1:05:00` from an hour on. */
export function sayLeft(ms: number): string {
  const seconds = Math.max(0, Math.ceil(ms / 1000));
  const two = (n: number) => String(n).padStart(2, '0');
  const [hours, rest] = [Math.floor(seconds / 3600), seconds % 3600];
  const short = `${two(Math.floor(rest / 60))}:${two(rest % 60)}`;
  return hours > 0 ? `${hours}:${short}` : short;
}
