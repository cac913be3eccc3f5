import { parseHandFile } from './parseHandFile';

const zone = { timeZone: 'Europe/Vienna' };
const tanks = ['T1', 'T2', 'R10'];
const told = (text: string, more = {}) =>
  parseHandFile(text, tanks, { ...zone, ...more }).rows.map((r) => [
    r.place,
    r.kind,
    Number(r.value.toFixed(3)),
    r.scale,
  ]);

test('a column for each kind, with a preamble, decimal commas, and what the headings say of the scale', () => {
  const text = [
    'Photometer PX;serial 1131',
    'exported 14.04.2031',
    'Zeit;Becken;NH4-N mg/L;NO2- mg/L;NO3 mg/L;pH',
    '14.04.2031 07:10;T1;0,31;0,12;14;7,4',
    '14.04.2031 07:14;T2;<0,02;;9;7,6',
  ].join('\n');
  expect(told(text)).toEqual([
    ['T1', 'ammonia', 0.31, 'N'],
    ['T1', 'nitrite', 0.12, 'ion'],
    ['T1', 'nitrate', 14, null],
    ['T1', 'pH', 7.4, null],
    ['T2', 'ammonia', 0.01, 'N'],
    ['T2', 'nitrate', 9, null],
    ['T2', 'pH', 7.6, null],
  ]);
});

test('a line for each figure, its parameter and its unit beside it', () => {
  const text = [
    'date,time,parameter,value,unit,sample',
    '2031-04-14,07:10,Ammonium NH4-N,0.31,mg/L,t1',
    '2031-04-14,07:11,Nitrit,85,µg/L,R10',
    '2031-04-14,07:12,Alkalinity KH,3,°dKH,R10',
    '2031-04-14,07:13,Iron,0.2,mg/L,R10',
  ].join('\n');
  const file = parseHandFile(text, tanks, zone);
  expect(file.rows.map((r) => [r.place, r.kind, Number(r.value.toFixed(3))])).toEqual([
    ['t1', 'ammonia', 0.31],
    ['R10', 'nitrite', 0.085],
    // A degree is 10 mg of calcium oxide a litre: 17.848 mg as calcium carbonate.
    ['R10', 'alkalinity', 53.544],
  ]);
  expect(file.problems).toEqual([{ line: 5, why: '“Iron” is not measured here' }]);
});

test('lines that cannot be read are told with the reason, the others are read', () => {
  const text = [
    'time,tank,pH,NH4-N',
    '2031-04-14 07:10,T1,7.4,0.2',
    '2031-04-14 07:20,T1,74,0.2',
    '2031-04-31 07:20,T1,7.4,0.2',
    '2031-04-14 07:30,,7.4,0.2',
    '2031-04-14 07:40,T9,7.4,n/a',
  ].join('\n');
  const file = parseHandFile(text, tanks, zone);
  expect(file.problems.map((p) => p.line)).toEqual([3, 4, 5, 6]);
  expect(file.rows).toHaveLength(4);
});

test('dates that can be read both ways are asked about', () => {
  const text = 'time;tank;pH\n04/05/2031 07:10;T1;7.4\n05/05/2031 07:10;T1;7.3';
  expect(parseHandFile(text, tanks, zone).ambiguousDates).toBe(true);
  expect(parseHandFile(text, tanks, { ...zone, dateOrder: 'mdy' })).toMatchObject({
    ambiguousDates: false,
    rows: [{ at: Date.parse('2031-04-05T05:10:00Z') }, { at: Date.parse('2031-05-05T05:10:00Z') }],
  });
});

test.each([
  ['', 'empty'],
  ['tank,pH\nT1,7.4', 'dates'],
  ['time,tank,pH\n2031-04-14 07:10,pond,7.4', 'names of tanks'],
  ['time,tank,iron\n2031-04-14 07:10,T1,0.4', 'headed'],
])('a file without what it needs says what that is', (text, says) => {
  expect(() => parseHandFile(text, tanks, zone)).toThrow(says);
});

test('light of a walk is read from the same file as the other figures', () => {
  const text = ['time,tank,Light (lux),O2', '2031-04-14 07:10,T1,35,8.2', '2031-04-14 07:12,T2,140,7.9'].join('\n');
  expect(told(text).filter(([, kind]) => kind === 'light')).toEqual([
    ['T1', 'light', 35, null],
    ['T2', 'light', 140, null],
  ]);
});
