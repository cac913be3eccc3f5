import { join } from 'node:path';
import anyAscii from 'any-ascii';
import * as fontkit from 'fontkit';
import PDFDocument from 'pdfkit';
import { withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';

export type Doc = PDFKit.PDFDocument;

const shipped = (...path: string[]) => join(process.cwd(), 'node_modules', ...path);
/** The face of the screens on paper too: pdfkit reads the shipped woff files. It is cut to Latin. */
const face = (weight: 400 | 700) =>
  shipped('@fontsource/atkinson-hyperlegible-next/files', `atkinson-hyperlegible-next-latin-${weight}-normal.woff`);
/** For texts with letters that it lacks: all Latin, Greek, Cyrillic, Armenian, Georgian, Hebrew, Arabic, and signs. */
const wideFace = (weight: 400 | 700) =>
  shipped('dejavu-fonts-ttf/ttf', `DejaVuSans${weight === 700 ? '-Bold' : ''}.ttf`);
type Weight = 'plain' | 'bold';

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
  doc.registerFont('plain wide', wideFace(400));
  doc.registerFont('bold wide', wideFace(700));
  // Every text goes by the face that can draw it, whoever writes it.
  const [text, height, font] = [doc.text.bind(doc), doc.heightOfString.bind(doc), doc.font.bind(doc)];
  let weight: Weight = 'plain';
  doc.font = ((name: Weight) => {
    weight = name;
    return font(name);
  }) as Doc['font'];
  const inItsFace = <T>(s: string, draw: (s: string) => T): T => {
    const fit = fitted(s);
    if (fit.wide) font(`${weight} wide`);
    const drawn = draw(fit.text);
    if (fit.wide) font(weight);
    return drawn;
  };
  doc.text = ((s: string, ...rest: []) => inItsFace(s, (fit) => text(fit, ...rest))) as Doc['text'];
  doc.heightOfString = (s, options) => inItsFace(s, (fit) => height(fit, options));
  doc.font('plain').fontSize(9.5);
  const parts: Buffer[] = [];
  doc.on('data', (d: Buffer) => parts.push(d));
  const bytes = new Promise<Uint8Array<ArrayBuffer>>((ok) =>
    doc.on('end', () => ok(new Uint8Array(Buffer.concat(parts)))),
  );
  return { doc, bytes };
}

/** What the paper's face, cut to Latin, cannot draw: beyond Latin-1 but for dashes, quotes and the like; and the micro sign. */
const NOT_IN_FACE = /[^\u0020-\u00b4\u00b6-\u00ff\u2013\u2014\u2018\u2019\u201c\u201d\u2026\u2212\n]/u;

let wide: fontkit.Font | null = null;
/** Whether the wide face draws a sign; read once. */
function inWideFace(sign: string): boolean {
  wide ??= fontkit.openSync(wideFace(400)) as fontkit.Font;
  return sign === '\n' || wide.hasGlyphForCodePoint(sign.codePointAt(0)!);
}

/**
 * A text as one of the paper's faces can draw it: no letter of a name is lost. What neither has (Chinese, pictures) is
 * spelled in Latin letters, for a box in the place of a sign says nothing. Thin spaces become no-break spaces, and
 * micrograms are written mcg, which nobody takes for milligrams.
 */
export function fitted(s: string): { text: string; wide: boolean } {
  const plain = s
    .replace(/[\u2005\u2009\u202f]/g, '\u00a0')
    .replace(/[µμ]g/g, 'mcg')
    // Joiners and the choice of a picture's look are no signs of their own.
    .replace(/[\u200b-\u200d]|\u2060|\ufe0e|\ufe0f/g, '')
    .normalize('NFC');
  if (!NOT_IN_FACE.test(plain)) return { text: plain, wide: false };
  const text = [...plain].map((sign) => (inWideFace(sign) ? sign : anyAscii(sign).trim() || '?')).join('');
  return { text, wide: NOT_IN_FACE.test(text) };
}
export const doubt = (n: number, sd: number) => {
  const d = withDoubt(n, Z95 * sd);
  return d.half ? `${d.number} ±${d.half}` : d.number;
};

export type Column = { title: string; width: number; right?: boolean };

/** Goes to a new page unless so many points are left on this one. */
export function keepTogether(doc: Doc, points: number): void {
  if (doc.y + points > doc.page.height - doc.page.margins.bottom) doc.addPage();
}

/** A line to be ticked: the box is drawn, for the typeface has none. */
export function tickLine(doc: Doc, text: string): void {
  keepTogether(doc, 14);
  const { left } = doc.page.margins;
  const y = doc.y;
  doc
    .lineWidth(0.6)
    .rect(left, y + 1.5, 6.5, 6.5)
    .stroke();
  doc.text(text, left + 13, y).moveDown(0.25);
  doc.x = left;
}

/** Lines to be signed on, side by side, each with what it is for below it. */
export function signLines(doc: Doc, labels: readonly string[]): void {
  keepTogether(doc, 60);
  const { left, right } = doc.page.margins;
  const width = (doc.page.width - left - right) / labels.length;
  const y = doc.y + 34;
  for (const [i, label] of labels.entries()) {
    const x = left + i * width;
    doc
      .lineWidth(0.6)
      .moveTo(x, y)
      .lineTo(x + width - 18, y)
      .stroke();
    doc.text(label, x, y + 3, { width: width - 18 });
  }
  doc.x = left;
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
    const heights = columns.map((c, i) => doc.heightOfString(cells[i] ?? '', { width: c.width - 6 }));
    // Each further line adds its own height; a row of one, or one to be written in, is as high as was asked.
    return lineHeight + Math.max(0, Math.ceil(Math.max(...heights) - doc.heightOfString('X')));
  };
  const line = (cells: readonly string[], bold: boolean) => {
    doc.font(bold ? 'bold' : 'plain');
    const height = heightOf(cells);
    const y = doc.y;
    let x = left;
    columns.forEach((c, i) => {
      doc.text(cells[i] ?? '', x, y + 2, { width: c.width - 6, align: c.right ? 'right' : 'left' });
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
      .text(`${text}, page ${i + 1} of ${pages.count}`, doc.page.margins.left, doc.page.height - 28, {
        lineBreak: false,
      });
    doc.page.margins.bottom = bottom;
  }
}
