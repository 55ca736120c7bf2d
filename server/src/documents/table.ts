/** A table that goes on over pages, its head repeated on each. */

interface Table {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

interface Frame {
  readonly left: number;
  readonly width: number;
  readonly bottom: number;
}

const size = 9;
const gap = 8;
const above = 3;
/** Letters of a cell that a column is made for at most. */
const mostLetters = 46;

/** Widths by the longest words and texts of each column, none narrower than its longest word while there is room. */
function widthsOf(pdf: PDFKit.PDFDocument, { columns, rows }: Table, width: number): number[] {
  const free = width - gap * (columns.length - 1);
  const longest = (text: string) =>
    Math.max(...text.split(/\s+/u).map((word) => pdf.widthOfString(word) + 1));
  pdf.font('bold').fontSize(size);
  const heads = columns.map(longest);
  pdf.font('body').fontSize(size);
  const least = columns.map((_, n) =>
    Math.min(free / columns.length, Math.max(heads[n]!, ...rows.map((row) => longest(row[n] ?? '')))),
  );
  const wishes = columns.map((title, n) =>
    Math.max(
      ...[title, ...rows.map((row) => row[n] ?? '')].map((cell) => Math.min(mostLetters, cell.length)),
    ),
  );
  // What the longest words leave is shared out by how much text still has to go somewhere.
  const left = free - least.reduce((a, b) => a + b, 0);
  const asked = wishes.map((wish, n) => Math.max(0, pdf.widthOfString('n') * wish - least[n]!));
  const all = asked.reduce((a, b) => a + b, 0) || 1;
  return least.map((own, n) => own + (left * (asked[n]! || 0)) / all);
}

export function drawTable(pdf: PDFKit.PDFDocument, table: Table, { left, width, bottom }: Frame): void {
  const widths = widthsOf(pdf, table, width);
  const heightOf = (cells: readonly string[]) =>
    Math.max(...cells.map((cell, n) => pdf.heightOfString(cell || ' ', { width: widths[n]! })));
  const row = (cells: readonly string[], font: 'body' | 'bold') => {
    pdf.font(font).fontSize(size).fillColor('black');
    const height = heightOf(cells);
    const top = pdf.y + above;
    let x = left;
    cells.forEach((cell, n) => {
      pdf.text(cell, x, top, { width: widths[n]!, height: height + 1 });
      x += widths[n]! + gap;
    });
    pdf.y = top + height + above;
    pdf
      .moveTo(left, pdf.y)
      .lineTo(left + width, pdf.y)
      .lineWidth(font === 'bold' ? 0.75 : 0.25)
      .stroke('#777777');
  };
  row(table.columns, 'bold');
  for (const cells of table.rows) {
    pdf.font('body').fontSize(size);
    // A row that is taller than a page is cut into the page that it begins on.
    if (pdf.y + heightOf(cells) + 2 * above > bottom) {
      pdf.addPage();
      row(table.columns, 'bold');
    }
    row(cells, 'body');
  }
}
