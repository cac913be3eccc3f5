import { parseLogger } from './parseLogger';

const zone = 'Europe/Vienna';
const read = (text: string, more = {}) => parseLogger(text, { timeZone: zone, ...more });
const rows = (text: string, more = {}) =>
  read(text, more).rows.map((r) => [new Date(r.at).toISOString().slice(0, 16), Number(r.value.toFixed(2))]);

test.each([
  ['ISO, comma, header', 'time,temp\n2031-02-01 10:00,4.5\n2031-02-01 11:00,4.6'],
  ['semicolon, decimal comma, BOM', '\ufeffZeit;Temperatur\n01.02.2031 10:00;4,5\n01.02.2031 11:00;4,6'],
  ['tab, no header', '2031-02-01T10:00\t4.5\n2031-02-01T11:00\t4.6'],
  ['other column order, line numbers', 'no;temp °C;when\n1;4,5;1.2.2031 10:00\n2;4,6;1.2.2031 11:00'],
  ['date and time apart', 'date,time,celsius\n2031-02-01,10:00,4.5\n2031-02-01,11:00,4.6'],
  ['with a zone', 'time,temp\n2031-02-01T09:00:00Z,4.5\n2031-02-01T11:00:00+01:00,4.6'],
  [
    'am and pm, month first told by a day past 12',
    'time,temp\n2/1/2031 10:00 AM,4.5\n2/1/2031 11:00 AM,4.6\n2/13/2031 1:00 PM,4.7',
  ],
  ['mixed with ISO', 'time;temp\n2031-02-01 10:00;4.5\n01.02.2031 11:00;4,6'],
  ['Fahrenheit by its header', 'time,temp (°F)\n2031-02-01 10:00,40.1\n2031-02-01 11:00,40.28'],
])('%s', (_, text) => {
  expect(rows(text).slice(0, 2)).toEqual([
    ['2031-02-01T09:00', 4.5],
    ['2031-02-01T10:00', 4.6],
  ]);
});

test('dates that can be read both ways are asked about, and read as answered', () => {
  const text = 'time,temp\n03/04/2031 10:00,4.5\n03/05/2031 10:00,4.6';
  expect(read(text).ambiguousDates).toBe(true);
  expect(rows(text, { dateOrder: 'dmy' })[0]![0]).toBe('2031-04-03T08:00');
  expect(rows(text, { dateOrder: 'mdy' })[0]![0]).toBe('2031-03-04T09:00');
});

test('the hour that repeats in autumn is told apart by the order of the lines; the one skipped in spring is refused', () => {
  const autumn = ['01:30', '02:00', '02:30', '02:00', '02:30', '03:00']
    .map((t, i) => `2031-10-26 ${t},${5 + i / 10}`)
    .join('\n');
  expect(rows(`time,temp\n${autumn}`).map(([t]) => t)).toEqual([
    '2031-10-25T23:30',
    '2031-10-26T00:00',
    '2031-10-26T00:30',
    '2031-10-26T01:00',
    '2031-10-26T01:30',
    '2031-10-26T02:00',
  ]);
  const spring = read('time,temp\n2031-03-30 01:30,5\n2031-03-30 02:30,5\n2031-03-30 03:00,5');
  expect(spring.rows).toHaveLength(2);
  expect(spring.problems[0]).toMatchObject({ line: 3, why: expect.stringMatching(/clocks went forward/) });
});

test('lines that cannot be read are listed with the reason, the rest is kept', () => {
  const f = read(
    'time,temp\n2031-02-01 10:00,4.5\n2031-02-01 11:00,\n2031-02-01 12:00,ERR\n2031-02-30 12:00,4\n2031-02-01 25:00,4\n2031-02-01 13:00,88\n2031-02-01 14:00,4.4',
  );
  expect(f.rows).toHaveLength(2);
  expect(f.problems.map((p) => p.line)).toEqual([3, 4, 5, 6, 7]);
});

test('what is no logger file is said to be none', () => {
  expect(() => read('')).toThrow(/empty/);
  expect(() => read('hello\nworld')).toThrow(/no column holds dates/);
  expect(() => read('time,name\n2031-02-01 10:00,carp')).toThrow(/no column holds temperatures/);
});

describe('a logger that keeps winter time all year', () => {
  const file = 'time,temp\n2031-03-30 01:30,4\n2031-03-30 02:30,4.1\n2031-03-30 03:30,4.2\n2031-07-01 12:00,11\n';
  const at = (clock?: 'local' | 'winter', timeZone = 'Europe/Vienna') => parseLogger(file, { timeZone, clock });

  test('shows it by times that no local clock had; they are counted, and left out when it is local after all', () => {
    expect(at().skipped).toBe(1);
    expect(at('local').rows).toHaveLength(3);
    expect(
      parseLogger('time,temp\n2031-03-30 01:30,4\n2031-03-30 03:30,4.2\n', { timeZone: 'Europe/Vienna' }).skipped,
    ).toBe(0);
  });

  test('read so, its hours are even and its summer is an hour later than the clock says', () => {
    const { rows, skipped, problems } = at('winter');
    expect([skipped, problems]).toEqual([0, []]);
    expect(rows.map((r) => new Date(r.at).toISOString().slice(0, 16))).toEqual([
      '2031-03-30T00:30',
      '2031-03-30T01:30',
      '2031-03-30T02:30',
      '2031-07-01T11:00',
    ]);
  });

  test('south of the equator winter is the other half of the year', () => {
    // Hobart: +10 in its winter, +11 in its summer.
    const [january, july] = ['2031-01-15 12:00', '2031-07-15 12:00'].map(
      (t) =>
        parseLogger(`time,temp\n${t},4\n${t.replace('12:00', '13:00')},4\n`, {
          timeZone: 'Australia/Hobart',
          clock: 'winter',
        }).rows[0]!.at,
    );
    expect(new Date(january!).toISOString()).toBe('2031-01-15T02:00:00.000Z');
    expect(new Date(july!).toISOString()).toBe('2031-07-15T02:00:00.000Z');
  });

  test('a time with its zone stays what it says', () => {
    const rows = parseLogger('time,temp\n2031-07-01T12:00Z,11\n2031-07-01T13:00+02:00,11\n', {
      timeZone: 'Europe/Vienna',
      clock: 'winter',
    }).rows;
    expect(rows.map((r) => new Date(r.at).getUTCHours())).toEqual([12, 11]);
  });
});

describe('what is a measurement and what is not', () => {
  const lines = (preamble: string, header: string) =>
    [
      preamble,
      header,
      ...Array.from(
        { length: 45 },
        (_, k) =>
          `${k + 1};${String(1 + Math.floor(k / 24)).padStart(2, '0')}.04.2031 ${String(k % 24).padStart(2, '0')}:00;${(8.4 + (k % 5) / 10).toFixed(1).replace('.', ',')};${98 - (k % 3)}`,
      ),
    ].join('\n');

  test('a preamble with a date of its own, a running number, words of another language', () => {
    const f = read(lines('﻿Rejestrator;4711\nEksport;14.04.2031 09:00\n', 'Nr;Data i godzina;Temperatura [°C];Bateria'));
    expect(f.understood).toMatchObject({ valueColumn: 2, timeColumns: [1], delimiter: ';' });
    expect(f.rows).toHaveLength(45);
    expect(f.rows.every((r) => r.value >= 8.4 && r.value <= 8.8)).toBe(true);
    expect(f.columns).toEqual([]);
  });

  test('two columns that fit are asked about, each with its heading and first values; as answered it is read', () => {
    const text = lines('', 'Nr;Zeit;Messwert;Batterie')
      .replaceAll(';98', ';21')
      .replaceAll(';97', ';22')
      .replaceAll(';96', ';23');
    const f = read(text);
    expect(f.columns.map((c) => [c.column, c.header])).toEqual([
      [2, 'Messwert'],
      [3, 'Batterie'],
    ]);
    expect(read(text, { valueColumn: 3 })).toMatchObject({ columns: [], understood: { valueColumn: 3 } });
  });

  test('a running number that skips a line now and then is still none', () => {
    const text = lines('', 'Nr;Zeit;Messwert')
      .replace(/^7;.*\n/m, '')
      .replace(/;\d\d$/gm, '');
    expect(read(text)).toMatchObject({ columns: [], understood: { valueColumn: 2 } });
  });
});
