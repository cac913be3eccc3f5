import { csvLines, findTimeColumns, firstOfData, headerBefore, numberOf } from './csvTable';

describe('lines of a file', () => {
  test.each([
    ['a;b;c\n1,5;2;3\n2,5;3;4', ';', 3],
    ['a,b\n1,2\n3,4', ',', 2],
    ['a\tb\n1\t2', '\t', 2],
    ['a|b|c\n1|2|3', '|', 3],
    // Decimal commas in every field part nothing, where semicolons do.
    ['t;x\n1,5;2,5\n3,5;4,5', ';', 2],
  ])('of %j are parted by %j', (text, delimiter, width) => {
    const read = csvLines(text);
    expect(read.delimiter).toBe(delimiter);
    for (const l of read.lines) expect(l.cells).toHaveLength(width);
  });

  test('keep their numbers, without the empty ones; a mark of the encoding is no letter', () => {
    const { lines } = csvLines('\ufeffday;°C\r\n\r\n 14.04.2031 ; 8,4 \r\n;\r\n');
    expect(lines).toEqual([
      { cells: ['day', '°C'], line: 1 },
      { cells: ['14.04.2031', '8,4'], line: 3 },
    ]);
  });

  test('a quoted field holds the mark that parts, and a line break', () => {
    const { lines } = csvLines('a;b\n"one; two";"three\nfour"\n5;6');
    expect(lines.map((l) => l.cells)).toEqual([
      ['a', 'b'],
      ['one; two', 'three\nfour'],
      ['5', '6'],
    ]);
  });

  test('a file of one column, and none at all', () => {
    expect(csvLines('8.4\n8.5').lines.map((l) => l.cells)).toEqual([['8.4'], ['8.5']]);
    expect(csvLines('').lines).toEqual([]);
  });
});

describe('where the times stand', () => {
  test.each([
    ['with the time in it', [['2031-04-14 07:00', '8.4']], [0]],
    ['and the time beside it', [['14.04.2031', '07:00', '8.4']], [0, 1]],
    ['behind a running number', [['1', '14.04.2031 07:00', '8.4']], [1]],
    // A day alone: what stands behind it is a reading, not a time.
    ['of the day alone', [['14.04.2031', '8.4']], [0]],
  ])('a date %s', (_, rows, columns) => {
    expect(findTimeColumns([...rows, ...rows, ...rows])).toEqual(columns);
  });
});

describe('where the data begin', () => {
  const data = Array.from({ length: 12 }, (_, i) => [String(i), `14.04.2031 07:${i + 10}`, '8.4', '3.6']);

  test('below a preamble that has a date of its own, and below the headings', () => {
    const preamble = [['Logger 7'], ['exported on', '15.04.2031'], ['Nr', 'time', '°C', 'V']];
    expect(firstOfData([...preamble, ...data])).toBe(3);
    expect(firstOfData(data)).toBe(0);
  });

  test('nowhere, where no column holds dates', () => {
    expect(firstOfData([['a', 'b'], ...Array.from({ length: 9 }, () => ['1', '8.4'])])).toBe(-1);
    expect(firstOfData([])).toBe(-1);
  });

  test('the headings are the last line of words as wide as the data, a line of units below them or not', () => {
    const heads = ['Nr', 'time', 'water', 'battery'];
    expect(headerBefore([['Logger 7'], heads], 4)).toEqual(heads);
    expect(headerBefore([['Logger 7'], heads, ['', '', '°', '']], 4)).toEqual(heads);
    expect(headerBefore([['Logger 7']], 4)).toEqual(['Logger 7']);
    expect(headerBefore([], 4)).toBeNull();
  });
});

test.each([
  ['8,4', 8.4],
  ['8.4', 8.4],
  ['-0.5 °C', -0.5],
  ['−0,5°C', -0.5],
  ['+12', 12],
  ['9.1 mg/L', 9.1],
  ['40 L / min', 40],
  ['', null],
  ['n/a', null],
  ['8.4.1', null],
  ['1 234', null],
  ['8,4 V', null],
  ['07:42', null],
])('%j is the number %j', (text, n) => {
  expect(numberOf(text)).toBe(n);
});
