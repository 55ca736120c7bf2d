/** How a line is read that something stands around. */

/** The line as it would stand by itself. */
export type Plain = (line: string) => string;

/** The step, where it applies. */
export const when = (applies: boolean, step: Plain): readonly Plain[] => (applies ? [step] : []);

/** As many blanks. */
export const blank = (text: string): string => ' '.repeat(text.length);
