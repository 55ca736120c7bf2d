/** A page of paper: where the text stands, and the fonts that it is set in. */
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { decompress } from 'wawoff2';

export const paperSizes = ['a4', 'letter'] as const;
export type PaperSize = (typeof paperSizes)[number];

/** Points: 1/72 of an inch. */
export const pages: Readonly<Record<PaperSize, { readonly width: number; readonly height: number }>> = {
  a4: { width: 595.28, height: 841.89 },
  letter: { width: 612, height: 792 },
};
export const margin = { left: 51, right: 51, top: 62, bottom: 62 } as const;

const require = createRequire(import.meta.url);
const fontFile = (name: string): Buffer => readFileSync(require.resolve(name));
/** Unpacked here, once: set from its packed form, a font is unpacked again for each letter. */
const unpacked = async (name: string): Promise<Buffer> => Buffer.from(await decompress(fontFile(name)));

export interface Fonts {
  readonly body: Buffer;
  readonly bold: Buffer;
  readonly mono: Buffer;
}

const known = new Map<boolean, Promise<Fonts>>();

/** What the fonts of the screen have. */
const latin =
  /^[\n\u0020-\u007e\u00a0-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2010-\u2015\u2018-\u201e\u2020-\u2022\u2026\u2030\u2039\u203a\u20ac\u2122\u2212]*$/u;

/** Blanks of other widths, which fonts lack, as the one that does not break. */
export const printable = (text: string): string =>
  text.toWellFormed().replace(/[\u2007\u2009\u200a\u202f]/gu, '\u00a0');

/** The fonts of the screen where they have every letter of the text, else those that have most of them. Read once in each thread. */
export function fontsFor(text: string): Promise<Fonts> {
  const plain = latin.test(printable(text));
  const before = known.get(plain);
  if (before) return before;
  const own = plain ? fontsOfScreen() : Promise.resolve(fontsWithMost());
  known.set(plain, own);
  return own;
}

/** One after the other: what the package gives back is where it unpacks the next. */
async function fontsOfScreen(): Promise<Fonts> {
  const own = '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin';
  const body = await unpacked(`${own}-400-normal.woff2`);
  const bold = await unpacked(`${own}-700-normal.woff2`);
  const mono = await unpacked('@fontsource/jetbrains-mono/files/jetbrains-mono-latin-400-normal.woff2');
  return { body, bold, mono };
}

const fontsWithMost = (): Fonts => ({
  body: fontFile('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
  bold: fontFile('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'),
  mono: fontFile('dejavu-fonts-ttf/ttf/DejaVuSansMono.ttf'),
});
