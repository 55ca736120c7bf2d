/** Ways in which a report comes to a shop: quoted, copied, printed on its paper, in a letter. None changes what it says. */

const eachLine = (text: string, change: (line: string) => string): string =>
  text.split(/\r?\n/).map(change).join('\n');

export const carriers: Readonly<Record<string, (text: string) => string>> = {
  'quoted in a mail': (text) => `Hi, here is what it printed:\n\n${eachLine(text, (line) => `> ${line}`)}`,
  'set in': (text) => eachLine(text, (line) => (/\S/.test(line) ? `   ${line}` : line)),
  'with blanks behind its lines and line ends of another system': (text) => text.replace(/\r?\n/g, '  \r\n'),
  'with a blank line below each': (text) => text.replace(/\r?\n/g, '\n\n'),
  'under the address of a shop': (text) =>
    `Harrow and Pike\n14 Mill Lane, Ostrel\nTel 0441 22817\n\n${text}\n\nSigned: M. Tarn, 20 Nov 2026\n`,
  'under the name of a shop': (text) =>
    `Quarry Road Body Works\nBay 3, job 4471\n\n${text}\n\nPrinted 2026-11-20 10:14, page 1\n`,
  'in a letter': (text) =>
    `Subject: scan\nFrom: shop\nDate: Fri, 20 Nov 2026 10:14\n\nHi Milo,\n\nthis is what came out, please have a look.\n\n${text}\n\nBest regards\nTarn\nHarrow and Pike\n14 Mill Lane, Ostrel\n-- \nsent from my phone\n`,
  'with a note below': (text) =>
    `${text}\n\nNote: customer says the lamp came on after the repair. Check wiring under seat, then call.\nLabour 1.5 h, parts see order 4471\n`,
  'between rules': (text) =>
    `${'='.repeat(60)}\n   DIAGNOSTIC PRINTOUT   v2.1\n${'='.repeat(60)}\n${text}\n${'='.repeat(60)}\nEnd of printout\n`,
  'between marks of code': (text) => `Scan from bay 2:\n\`\`\`\n${text}\n\`\`\`\n`,
};
