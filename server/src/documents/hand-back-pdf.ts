/** The hand-back as a PDF: the same blocks as on the screen, in black on white, with numbered pages. */
import type { Block, HandBackDocument } from '@dormant-beacon/core/stages/hand-back';
import PDFDocument from 'pdfkit';
import { fontsFor, margin, pages, type PaperSize, printable } from './paper.js';
import { drawTable } from './table.js';

export interface DocumentPhoto {
  readonly attachmentId: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

const grey = '#555555';
const rule = '#999999';
const bodySize = 10;
/** Two photographs in a row, each in a box of this shape. */
const photoShape = 3 / 4;

/** @returns the bytes of the file */
export async function handBackPdf(
  asked: HandBackDocument,
  photos: readonly DocumentPhoto[],
  paper: PaperSize,
): Promise<Uint8Array> {
  const content = withPrintable(asked);
  const { head } = content;
  const fonts = await fontsFor(texts(content).join('\n'));
  const pdf = new PDFDocument({
    size: [pages[paper].width, pages[paper].height],
    margins: margin,
    bufferPages: true,
    font: fonts.body as unknown as string,
    lang: 'en',
    displayTitle: true,
    info: {
      Title: `Hand-back ${head.number}`,
      Author: head.shop,
      Subject: head.vehicle,
      Creator: 'Dormant Beacon',
    },
  });
  const chunks: Buffer[] = [];
  const whole = new Promise<Uint8Array>((done, failed) => {
    pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    pdf.on('end', () => done(Buffer.concat(chunks)));
    pdf.on('error', failed);
  });
  for (const [name, font] of Object.entries(fonts)) pdf.registerFont(name, font);
  const page = new Page(pdf, new Map(photos.map((photo) => [photo.attachmentId, photo])));
  page.title(content);
  page.openPoints(content);
  for (const part of content.parts) {
    page.part(part.title);
    for (const block of part.blocks) page.block(block);
  }
  page.acceptance(content);
  page.numbers(content);
  pdf.end();
  return whole;
}

/** Every text with what fonts have. */
function withPrintable<T>(value: T): T {
  if (typeof value === 'string') return printable(value) as T;
  if (Array.isArray(value)) return value.map(withPrintable) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, own]) => [name, withPrintable<unknown>(own)]),
  ) as T;
}

const texts = (value: unknown): string[] =>
  typeof value === 'string'
    ? [value]
    : typeof value === 'object' && value !== null
      ? Object.values(value).flatMap(texts)
      : [];

class Page {
  constructor(
    private readonly pdf: PDFKit.PDFDocument,
    private readonly photos: ReadonlyMap<string, DocumentPhoto>,
  ) {}

  private get width(): number {
    return this.pdf.page.width - margin.left - margin.right;
  }

  private get bottom(): number {
    return this.pdf.page.height - margin.bottom;
  }

  /** A new page where less than that is left of this one. */
  private room(points: number): void {
    if (this.pdf.y + points > this.bottom) this.pdf.addPage();
  }

  private body(color = 'black'): PDFKit.PDFDocument {
    return this.pdf.font('body').fontSize(bodySize).fillColor(color);
  }

  title({ head }: HandBackDocument): void {
    const { pdf } = this;
    pdf
      .font('bold')
      .fontSize(20)
      .fillColor('black')
      .text(`Hand-back ${head.number}`, margin.left, margin.top);
    pdf.font('bold').fontSize(11).text(head.vehicle);
    if (head.vin) pdf.font('mono').fontSize(bodySize).text(head.vin);
    this.body(grey).text([head.customer, head.about].filter(Boolean).join(' · '));
    pdf.text(`${head.shop}, printed ${head.printed}`);
    if (head.code) {
      pdf.text('Verification code ', { continued: true });
      pdf.font('mono').text(head.code);
    }
    pdf.moveDown(0.8);
  }

  openPoints({ open }: HandBackDocument): void {
    const { pdf } = this;
    if (open.length === 0) {
      this.body().text('Nothing is open: every warning and complaint is proven dormant.');
      pdf.moveDown(0.6);
      return;
    }
    pdf.font('bold').fontSize(13).fillColor('black').text('What is open');
    for (const { says, safety } of open) {
      const text = safety ? `Safety: ${says}` : says;
      const font = safety ? 'bold' : 'body';
      pdf.font(font).fontSize(bodySize);
      const height = pdf.heightOfString(text, { width: this.width - 14 });
      this.room(height + 10);
      const top = pdf.y + 4;
      pdf.rect(margin.left, top, safety ? 4 : 1.5, height).fill('black');
      pdf.font(font).fontSize(bodySize).fillColor('black');
      pdf.text(text, margin.left + 14, top, { width: this.width - 14 });
      pdf.x = margin.left;
    }
    pdf.moveDown(0.8);
  }

  part(title: string): void {
    this.room(90);
    const { pdf } = this;
    pdf.moveDown(0.6);
    pdf.font('bold').fontSize(15).fillColor('black').text(title, margin.left);
    const y = pdf.y + 1;
    pdf
      .moveTo(margin.left, y)
      .lineTo(margin.left + this.width, y)
      .lineWidth(1)
      .stroke('black');
    pdf.y = y + 6;
  }

  block(block: Block): void {
    const { pdf } = this;
    this.room(54);
    pdf
      .font('bold')
      .fontSize(11)
      .fillColor('black')
      .text(block.title, margin.left, pdf.y + 4, { width: this.width });
    pdf.y += 2;
    if (block.kind === 'lines') {
      for (const line of block.lines) {
        this.body().text(line, margin.left, pdf.y, { width: this.width });
        pdf.y += 2;
      }
    } else if (block.kind === 'table')
      drawTable(pdf, block, { left: margin.left, width: this.width, bottom: this.bottom });
    else this.pictures(block.photos);
    pdf.x = margin.left;
    pdf.y += 6;
  }

  private pictures(all: Extract<Block, { kind: 'photos' }>['photos']): void {
    const { pdf } = this;
    const width = (this.width - 14) / 2;
    const height = width * photoShape;
    for (let n = 0; n < all.length; n += 2) {
      const row = all.slice(n, n + 2);
      this.body(grey).fontSize(9);
      const captions = Math.max(...row.map(({ caption }) => pdf.heightOfString(caption, { width })));
      this.room(height + captions + 12);
      const top = pdf.y + 2;
      row.forEach(({ attachmentId, caption }, column) => {
        const left = margin.left + column * (width + 14);
        this.picture(attachmentId, left, top, width, height);
        this.body(grey)
          .fontSize(9)
          .text(caption, left, top + height + 3, { width });
      });
      pdf.y = top + height + captions + 10;
    }
  }

  private picture(id: string, left: number, top: number, width: number, height: number): void {
    const { pdf } = this;
    const photo = this.photos.get(id);
    try {
      if (!photo) throw new Error('not kept');
      pdf.image(Buffer.from(photo.bytes), left, top, {
        fit: [width, height],
        align: 'center',
        valign: 'center',
      });
    } catch {
      // A form that paper cannot show, or a file that is damaged: the record has it.
      pdf.rect(left, top, width, height).lineWidth(0.5).stroke(rule);
      this.body(grey).text(
        'This photograph cannot be printed; the record holds it.',
        left + 10,
        top + height / 2,
        {
          width: width - 20,
          align: 'center',
        },
      );
    }
  }

  acceptance({ accepted, head }: HandBackDocument): void {
    const { pdf } = this;
    this.room(84);
    const width = (this.width - 24) / 2;
    const top = pdf.y + 40;
    const lines = [
      ['For the shop', head.shop],
      [
        accepted ? `Received ${accepted.at}` : 'Received by the customer',
        accepted?.by ?? head.customer ?? '',
      ],
    ];
    if (accepted?.signature) {
      pdf
        .save()
        .translate(margin.left + width + 24, top - 62)
        .scale(width / 600);
      pdf.path(accepted.signature).lineWidth(4).stroke('black');
      pdf.restore();
    }
    lines.forEach(([what, who], column) => {
      const left = margin.left + column * (width + 24);
      pdf
        .moveTo(left, top)
        .lineTo(left + width, top)
        .lineWidth(0.75)
        .stroke('black');
      this.body(grey)
        .fontSize(9)
        .text(`${what}${who ? `: ${who}` : ''}`, left, top + 4, { width });
    });
  }

  /** What stands on every page: whose it is, and its number of all. */
  numbers({ head, foot }: HandBackDocument): void {
    const { pdf } = this;
    const { start, count } = pdf.bufferedPageRange();
    for (let n = 0; n < count; n++) {
      pdf.switchToPage(start + n);
      // Within the margin, where text would else open a new page.
      pdf.page.margins = { ...margin, top: 0, bottom: 0 };
      this.body(grey).fontSize(9);
      if (n > 0)
        pdf.text(`${head.number} · ${head.vehicle}`, margin.left, 30, {
          width: this.width,
          lineBreak: false,
        });
      const y = pdf.page.height - margin.bottom + 16;
      const label = `Page ${n + 1} of ${count}`;
      pdf.text(n === 0 ? foot : `${head.shop}${head.code ? ` · ${head.code}` : ''}`, margin.left, y, {
        width: this.width - 90,
        height: 28,
        ellipsis: true,
      });
      pdf.text(label, margin.left + this.width - 80, y, { width: 80, align: 'right', lineBreak: false });
      pdf.page.margins = margin;
    }
  }
}
