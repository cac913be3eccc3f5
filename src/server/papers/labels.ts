import QRCode from 'qrcode';
import type { Label } from '@/core/labels/label';
import { type Doc, open } from './paper';

/** Millimetres of one label, and how they lie on a sheet of A4: two beside each other, seven below. */
const WIDE = 90;
const HIGH = 38;
const COLUMNS = 2;
const ROWS = 7;
const PT = 72 / 25.4;

/** Modules of the code of an address, row by row. */
function modules(address: string): boolean[][] {
  const { modules: m } = QRCode.create(address, { errorCorrectionLevel: 'M' });
  return Array.from({ length: m.size }, (_, y) => Array.from({ length: m.size }, (_, x) => Boolean(m.get(x, y))));
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** One label as SVG, 90 by 38 millimetres: name of the unit, lot, lines, and a code that leads to it. */
export function labelSvg(l: Label): string {
  const code = modules(l.address);
  const side = 30;
  const d = side / code.length;
  const squares = code
    .flatMap((row, y) =>
      row.map((on, x) =>
        on ? `M${(x * d).toFixed(3)},${(y * d).toFixed(3)}h${d.toFixed(3)}v${d.toFixed(3)}h-${d.toFixed(3)}z` : '',
      ),
    )
    .join('');
  const text = (x: number, y: number, size: number, words: string, bold = false) =>
    `<text x="${x}" y="${y}" font-size="${size}" font-family="sans-serif"${bold ? ' font-weight="700"' : ''}>${escaped(words)}</text>`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}mm" height="${HIGH}mm" viewBox="0 0 ${WIDE} ${HIGH}">`,
    `<rect width="${WIDE}" height="${HIGH}" fill="white"/>`,
    text(4, 11.5, 10, l.unit, true),
    text(4, 18, 5, l.lot, true),
    ...l.lines.slice(0, 4).map((line, i) => text(4, 23 + 4 * i, 3.1, line)),
    `<path transform="translate(${WIDE - side - 4},4)" d="${squares}"/>`,
    '</svg>',
  ].join('');
}

/** Labels on sheets of A4, fourteen a page. */
export async function labelsPdf(labels: readonly Label[], title: string): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open(title);
  labels.forEach((l, i) => {
    const at = i % (COLUMNS * ROWS);
    if (i > 0 && at === 0) doc.addPage();
    const x = (15 + (at % COLUMNS) * WIDE) * PT;
    const y = (15 + Math.floor(at / COLUMNS) * HIGH) * PT;
    draw(doc, l, x, y);
  });
  doc.end();
  return bytes;
}

/** Labels for a printer with a roll: one a page, of a label's own size. */
export async function labelPages(labels: readonly Label[], title: string): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open(title, false, [WIDE * PT, HIGH * PT]);
  labels.forEach((l, i) => {
    if (i > 0) doc.addPage();
    draw(doc, l, 0, 0);
  });
  doc.end();
  return bytes;
}

function draw(doc: Doc, l: Label, x: number, y: number): void {
  const side = 30 * PT;
  const words = (WIDE - 40) * PT;
  doc
    .rect(x, y, WIDE * PT, HIGH * PT)
    .lineWidth(0.3)
    .strokeColor('#999')
    .stroke();
  const line = (text: string, dy: number, size: number, bold = false) =>
    doc
      .font(bold ? 'bold' : 'plain')
      .fontSize(size)
      .fillColor('black')
      .text(text, x + 4 * PT, y + dy * PT, {
        width: words,
        height: size * 1.2,
        ellipsis: true,
        lineBreak: false,
      });
  line(l.unit, 3, 26, true);
  line(l.lot, 14, 13, true);
  for (const [i, t] of l.lines.slice(0, 4).entries()) line(t, 20.5 + 4 * i, 8.5);
  const code = modules(l.address);
  const d = side / code.length;
  for (const [r, row] of code.entries())
    for (const [c, on] of row.entries()) if (on) doc.rect(x + (WIDE - 34) * PT + c * d, y + 4 * PT + r * d, d, d);
  doc.fill('black');
}
