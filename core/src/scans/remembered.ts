/** Answers kept for texts that come again: a table names the same module and status in thousands of rows. */

const mostKept = 8192;
/** A longer text hardly comes again. */
const longestKept = 96;

/** `read`, whose answer depends on its text alone, with its last answers kept. */
export function remembered<T>(read: (text: string) => T): (text: string) => T {
  const kept = new Map<string, T>();
  return (text) => {
    if (text.length > longestKept) return read(text);
    const known = kept.get(text);
    if (known !== undefined || kept.has(text)) return known as T;
    const answer = read(text);
    if (kept.size >= mostKept) kept.clear();
    kept.set(text, answer);
    return answer;
  };
}
