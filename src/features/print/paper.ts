import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import { withDoubt } from '@/core/quantities/format';

export type Doc = PDFKit.PDFDocument;

/** The face of the screens on paper too: pdfkit reads the shipped woff files. */
const face = (weight: 400 | 700) =>
  join(
    process.cwd(),
    'node_modules/@fontsource/atkinson-hyperlegible-next/files',
    `atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
  );

/** @param size of a page in points; A4 unless given */
export function open(
  title: string,
  landscape = false,
  size?: [number, number],
): { doc: Doc; bytes: Promise<Uint8Array<ArrayBuffer>> } {
  const doc = new PDFDocument({
    size: size ?? 'A4',
    layout: landscape ? 'landscape' : 'portrait',
    margin: size ? 0 : 42,
    bufferPages: true,
    info: { Title: title },
  });
  doc.registerFont('plain', face(400));
  doc.registerFont('bold', face(700));
  doc.font('plain').fontSize(9.5);
  const parts: Buffer[] = [];
  doc.on('data', (d: Buffer) => parts.push(d));
  const bytes = new Promise<Uint8Array<ArrayBuffer>>((ok) =>
    doc.on('end', () => ok(new Uint8Array(Buffer.concat(parts)))),
  );
  return { doc, bytes };
}

// The paper's face has no quarter-em space: an ordinary thin grouping is written with a no-break space.
export const clean = (s: string) => s.replace(/[\u2005\u2009]/g, '\u00a0');
export const doubt = (n: number, sd: number) => {
  const d = withDoubt(n, 1.96 * sd);
  return clean(d.half ? `${d.number} ±${d.half}` : d.number);
};

export type Column = { title: string; width: number; right?: boolean };

/** Goes to a new page unless so many points are left on this one. */
export function keepTogether(doc: Doc, points: number): void {
  if (doc.y + points > doc.page.height - doc.page.margins.bottom) doc.addPage();
}

/** A ruled table that goes on over pages with its head repeated. What is too long for its column takes more lines. */
export function table(
  doc: Doc,
  columns: readonly Column[],
  rows: readonly (readonly string[])[],
  lineHeight = 14,
): void {
  const left = doc.page.margins.left;
  const titles = columns.map((c) => c.title);
  const heightOf = (cells: readonly string[]) => {
    const heights = columns.map((c, i) => doc.heightOfString(clean(cells[i] ?? ''), { width: c.width - 6 }));
    // Each further line adds its own height; a row of one is as high as was asked.
    return lineHeight + Math.ceil(Math.max(...heights) - doc.heightOfString('X'));
  };
  const line = (cells: readonly string[], bold: boolean) => {
    doc.font(bold ? 'bold' : 'plain');
    const height = heightOf(cells);
    const y = doc.y;
    let x = left;
    columns.forEach((c, i) => {
      doc.text(clean(cells[i] ?? ''), x, y + 2, { width: c.width - 6, align: c.right ? 'right' : 'left' });
      x += c.width;
    });
    doc
      .moveTo(left, y + height)
      .lineTo(x, y + height)
      .lineWidth(bold ? 0.9 : 0.3)
      .strokeColor('#555')
      .stroke();
    doc.y = y + height;
    doc.x = left;
  };
  doc.font('plain');
  // A head alone at the foot of a page says nothing.
  keepTogether(doc, lineHeight + (rows[0] ? heightOf(rows[0]) : 0));
  line(titles, true);
  for (const r of rows) {
    doc.font('plain');
    if (doc.y + heightOf(r) > doc.page.height - doc.page.margins.bottom) {
      doc.addPage();
      line(titles, true);
    }
    line(r, false);
  }
}

export function foot(doc: Doc, text: string): void {
  const pages = doc.bufferedPageRange();
  for (let i = 0; i < pages.count; i++) {
    doc.switchToPage(i);
    const bottom = doc.page.margins.bottom;
    doc.page.margins.bottom = 0;
    doc
      .font('plain')
      .fontSize(8)
      .fillColor('#555')
      .text(clean(`${text}, page ${i + 1} of ${pages.count}`), doc.page.margins.left, doc.page.height - 28, {
        lineBreak: false,
      });
    doc.page.margins.bottom = bottom;
  }
}
