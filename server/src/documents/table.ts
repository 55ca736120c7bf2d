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

/** Widths by the longest words and texts of each column, none narrower than its longest word. */
function widthsOf(pdf: PDFKit.PDFDocument, { columns, rows }: Table, width: number): number[] {
  const free = width - gap * (columns.length - 1);
  const wishes = columns.map((title, n) => {
    const cells = [title, ...rows.map((row) => row[n] ?? '')];
    return Math.max(4, ...cells.map((cell) => Math.min(mostLetters, cell.length)));
  });
  const words = columns.map((title, n) =>
    Math.min(
      free / columns.length,
      Math.max(
        ...[title, ...rows.map((row) => row[n] ?? '')].flatMap((cell) =>
          cell.split(/\s+/u).map((word) => pdf.widthOfString(word) + 1),
        ),
      ),
    ),
  );
  const all = wishes.reduce((a, b) => a + b, 0);
  const shares = wishes.map((wish, n) => Math.max(words[n]!, (free * wish) / all));
  const sum = shares.reduce((a, b) => a + b, 0);
  return shares.map((share) => (share * free) / sum);
}

export function drawTable(pdf: PDFKit.PDFDocument, table: Table, { left, width, bottom }: Frame): void {
  pdf.font('body').fontSize(size);
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
