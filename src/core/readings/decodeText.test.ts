import { decodeText } from './decodeText';
import { parseLogger } from './parseLogger';

const text = 'Zeit;Temperatur °C\n14.04.2031 07:00;4,5\n14.04.2031 08:00;4,6\n';
const utf16 = (mark: number[], big: boolean) => {
  const out = [...mark];
  for (const c of text) {
    const n = c.charCodeAt(0);
    out.push(...(big ? [n >> 8, n & 255] : [n & 255, n >> 8]));
  }
  return Uint8Array.from(out);
};

test.each([
  ['UTF-8', new TextEncoder().encode(text)],
  ['UTF-8 with its mark', Uint8Array.from([0xef, 0xbb, 0xbf, ...new TextEncoder().encode(text)])],
  ['UTF-16, low byte first', utf16([0xff, 0xfe], false)],
  ['UTF-16, high byte first', utf16([0xfe, 0xff], true)],
  ['Windows-1252', Uint8Array.from([...text].map((c) => c.charCodeAt(0)))],
])('a file in %s reads the same', (_, bytes) => {
  expect(decodeText(bytes)).toBe(text);
  const read = parseLogger(decodeText(bytes), { timeZone: 'Europe/Vienna', kind: 'temperature' });
  expect(read.rows.map((r) => r.value)).toEqual([4.5, 4.6]);
});

test('an empty file is an empty text', () => {
  expect(decodeText(new Uint8Array())).toBe('');
});
