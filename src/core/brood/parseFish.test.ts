import { type FishOptions, parseFish } from './parseFish';

const options: FishOptions = {
  locale: 'en-GB',
  known: new Map([
    ['F1', 'female'],
    ['X9', 'unknown'],
  ]),
  units: new Set(['P1', 'P2']),
  thisYear: 2031,
};
const read = (text: string, more: Partial<FishOptions> = {}) => parseFish(text, { ...options, ...more });
const whys = (text: string, more: Partial<FishOptions> = {}) =>
  read(text, more).problems.map((p) => `${p.line} ${p.column} “${p.text}” ${p.why}`);

test('a list with its usual columns, in any order', () => {
  const file = read(
    'Sex,Tag,Year class,Sire,Dam,Mass kg,Length,Tank,Remarks\nf,F2,2027,M1,F1,1.25,455,P1,quiet\nm,M1,,,,"2,400 g",,,\n',
  );
  expect(file.problems).toEqual([]);
  expect(file.ignored).toEqual(['Remarks']);
  expect(file.rows[0]).toEqual({
    line: 2,
    tag: 'F2',
    sex: 'female',
    yearClass: 2027,
    sire: 'M1',
    dam: 'F1',
    massG: 1250,
    lengthMm: 455,
    unit: 'P1',
  });
  expect(file.rows[1]).toMatchObject({ tag: 'M1', sex: 'male', massG: 2400 });
});

test('semicolons with decimal commas, a mark at the beginning of the file, empty lines', () => {
  const file = read('\ufefftag;mass kg;sex\n\nF7;1,4;F\n', { locale: 'de-DE' });
  expect(file.problems).toEqual([]);
  expect(file.rows).toMatchObject([{ tag: 'F7', massG: 1400, sex: 'female' }]);
});

test('every cell that cannot be read is told with its line', () => {
  expect(
    whys(
      [
        'tag,sex,year class,mass,unit,caught,source',
        ',f,2028,900,P1,,',
        'F2,w,2032,heavy,P9,12.4.2030,trap',
        'F3,f,2028,-3,P2,2030-04-12,wild',
      ].join('\n'),
    ),
  ).toEqual([
    '2 tag “” has no tag',
    '3 sex “w” is no sex: f, m or unknown',
    '3 source “trap” is captive, wild, bought or unknown',
    '3 cameOn “12.4.2030” is no date like 2031-04-12',
    '3 unit “P9” is no unit here',
    '3 yearClass “2032” is no year from 1950 to 2031',
    '3 mass “heavy” is not a number',
    expect.stringContaining('4 mass “-3”'),
  ]);
});

test('lines that contradict each other, or what is known', () => {
  expect(
    whys(
      ['tag,sex,sire,dam', 'F2,f,M1,F1', 'F2,f,,', 'F1,m,,', 'F3,f,F2,M1', 'F4,f,F4,', 'X9,m,,', 'F5,f,X9,'].join('\n'),
    ),
  ).toEqual(
    [
      '3 tag “F2” stands on line 2 too',
      '4 sex “m” is known here as a female'.replace('“m”', '“male”'),
      '2 dam “F1” is no female by its other lines or by the books',
      '5 sire “F2” is no male by its other lines or by the books',
      '5 dam “M1” is no female by its other lines or by the books',
      '6 sire “F4” is the fish itself',
    ].sort((a, b) => Number(a[0]) - Number(b[0])),
  );
});

test('a file without a column of tags is refused', () => {
  expect(() => read('name,weight\nF1,3\n')).toThrow('column “tag”');
  expect(() => read('')).toThrow('column “tag”');
});
