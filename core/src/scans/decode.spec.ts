import fc from 'fast-check';
import { decodeReport } from './decode.js';

const utf16 = (text: string, little: boolean) => {
  const bytes = new Uint8Array(text.length * 2);
  const view = new DataView(bytes.buffer);
  [...text].forEach((_, at) => view.setUint16(at * 2, text.charCodeAt(at), little));
  return bytes;
};

describe('decodeReport', () => {
  const text = 'Rückhaltesysteme B1049-13 aktiv\n';

  it('knows UTF-8, UTF-16 in both orders with or without their mark, and Latin-1', () => {
    expect(decodeReport(new TextEncoder().encode(text))).toEqual({ text, encoding: 'utf-8' });
    for (const little of [true, false]) {
      const encoding = little ? 'utf-16le' : 'utf-16be';
      expect(decodeReport(utf16(text, little))).toEqual({ text, encoding });
      expect(decodeReport(utf16(`\uFEFF${text}`, little))).toEqual({ text, encoding });
    }
    const latin = Uint8Array.from(text, (c) => c.charCodeAt(0));
    expect(decodeReport(latin)).toEqual({ text, encoding: 'windows-1252' });
    expect(decodeReport(new Uint8Array()).text).toBe('');
  });

  it('reads back whatever was written as UTF-8', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (written) => {
        fc.pre(!written.startsWith('\uFEFF') && !written.includes('\0'));
        expect(decodeReport(new TextEncoder().encode(written)).text).toBe(written);
      }),
    );
  });

  it('fails on nothing', () => {
    fc.assert(fc.property(fc.uint8Array(), (bytes) => typeof decodeReport(bytes).text === 'string'));
  });
});
