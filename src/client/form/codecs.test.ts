import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import { weightBatch } from '@/core/sampling/samples';
import { howMany } from '@/server/act/inputs';
import type { Reader } from '../inputs';
import { type As, canBeLeftOut, codecOf, fieldsOf, leftOut } from './codecs';

const metric = {
  volume: ['L', 'mL'],
  mass: ['kg', 'g'],
  length: ['mm', 'mm'],
  temperature: ['°C', '°C'],
  flow: ['L/min', 'L/min'],
};
const us = {
  volume: ['qt', 'fl oz'],
  mass: ['lb', 'oz'],
  length: ['in', 'in'],
  temperature: ['°F', '°F'],
  flow: ['gpm', 'gpm'],
};
const reader = (units: typeof metric, locale: string): Reader => ({
  locale,
  timeZone: 'Europe/Vienna',
  shown: (d, small) => units[d][small ? 1 : 0]!,
});
const british = reader(metric, 'en-GB');
const german = reader(metric, 'de-AT');
const american = reader(us, 'en-US');

const figure = z.number();
const read = (name: string, text: string, as?: As, who = british, schema: z.ZodType = figure) =>
  codecOf(schema, name, who, as).read(text);

describe('a field’s name ends with its unit', () => {
  test.each([
    ['massG', '1.2', 1200],
    ['totalMassG', '2 lb', 907.18],
    ['lengthMm', '64', 64],
    ['totalVolumeMl', '1.5', 1500],
    ['volumeL', '1 gal', 3.7854],
    ['boxCelsius', '46 F', 7.778],
    ['celsius', '7.5', 7.5],
    ['flowLPerMin', '12', 12],
    ['activeShare', '12.5', 0.125],
    ['share', '40', 0.4],
    // A strength is per litre: no volume, whatever its last letter.
    ['targetMgPerL', '100', 100],
    ['densityKgPerL', '1.08', 1.08],
    ['concentrationPerMl', '0.5', 0.5],
    ['perMl', '80', 80],
    ['perKg', '3', 3],
    ['hours', '3.5', 3.5],
  ])('%s: “%s” is %d', (name, text, base) => {
    expect(read(name, text)).toEqual({ value: expect.closeTo(base, 2), error: null });
  });

  test('the reader’s unit and decimal mark: °F, pounds, a comma', () => {
    expect(read('waterCelsius', '50', undefined, american).value).toBeCloseTo(10, 6);
    expect(read('massG', '1', undefined, american).value).toBeCloseTo(453.59, 2);
    expect(read('massG', '2', 'small', american).value).toBeCloseTo(56.7, 1);
    expect(read('massG', '1,25', undefined, german).value).toBe(1250);
    // Typed by the unit on the syringe, whoever reads.
    expect(read('volumeMl', '3', 'plain', american).value).toBe(3);
  });

  test.each([british, german, american])('what is written is read again: the same figure', (who) => {
    for (const [name, value] of [
      ['massG', 1234.5],
      ['totalVolumeMl', 2750],
      ['boxCelsius', 4.4],
      ['activeShare', 0.105],
      ['volumeL', 40],
      ['hours', 26.25],
    ] as const) {
      const c = codecOf(figure, name, who);
      expect([name, c.read(c.write(value)).value]).toEqual([name, expect.closeTo(value, 3)]);
    }
  });
});

test('whole numbers are written whole: eggs by the ten million, and instants to the millisecond', () => {
  const whole = z.number().int();
  for (const who of [british, german, american])
    for (const [name, value] of [
      ['number', 12_345_678],
      ['leaveAt', Date.parse('2031-04-15T15:00:00Z')],
    ] as const) {
      const c = codecOf(whole, name, who);
      expect([name, c.read(c.write(value)).value]).toEqual([name, value]);
    }
});

test('nothing typed is nothing; what cannot be read says why and gives no value; so do the bounds of the schema', () => {
  const hours = z.number().positive('must be above 0').max(240, 'is longer than eggs travel');
  expect(read('hours', ' ', undefined, british, hours)).toEqual({ value: null, error: null });
  expect(read('hours', 'two', undefined, british, hours)).toMatchObject({
    value: null,
    error: expect.stringMatching(/number/),
  });
  expect(read('hours', '0', undefined, british, hours)).toEqual({ value: null, error: 'must be above 0' });
  expect(read('hours', '2400', undefined, british, hours)).toEqual({
    value: null,
    error: 'is longer than eggs travel',
  });
  const whole = z.number().int();
  expect(read('number', '12.5', undefined, british, whole).error).toMatch(/whole number/);
  expect(read('number', '1,000', undefined, german, whole).error).toMatch(/two ways/);
});

test('a day is its beginning in the hatchery’s time zone, and an emptied one is none', () => {
  const c = codecOf(z.number().int().nullable(), 'cameOn', british, 'day');
  // Summer time began on 30 March 2031 in Vienna.
  expect(c.read('2031-04-14').value).toBe(Date.parse('2031-04-13T22:00:00Z'));
  expect(c.read('2031-03-14').value).toBe(Date.parse('2031-03-13T23:00:00Z'));
  expect(c.write(Date.parse('2031-04-14T20:00:00Z'))).toBe('2031-04-14');
  expect(c.read('').value).toBeNull();
});

test('text is trimmed, words are parted, yes and no is neither until somebody says', () => {
  expect(read('cause', '  fungus ', undefined, british, z.string())).toEqual({ value: 'fungus', error: null });
  expect(read('cause', '   ', undefined, british, z.string())).toEqual({ value: null, error: null });
  expect(read('points', 'upper bridge, the mill ;; weir', 'names', british, z.array(z.string())).value).toEqual([
    'upper bridge',
    'the mill',
    'weir',
  ]);
  expect(read('tags', 'W1, W2;W3  W4', 'words', british, z.array(z.string())).value).toEqual(['W1', 'W2', 'W3', 'W4']);
  const yesNo = codecOf(z.boolean().optional(), 'firstSufficed', british, 'yesNo');
  expect([yesNo.read(yesNo.blank).value, yesNo.read('no').value, yesNo.write(true)]).toEqual([null, false, 'yes']);
});

test('masses one after the other; one that cannot be read holds all of them', () => {
  const buckets = codecOf(z.array(figure), 'bucketsG', british);
  expect(buckets.read('8.2; 7.9 8.4').value).toEqual([8200, 7900, 8400]);
  expect(buckets.read('8.2 9 stone').error).toBeTruthy();
  expect(buckets.read('').value).toBeNull();
  expect(buckets.write([8200, 450])).toBe('8.2 0.45');
});

test('batches: all or none, so that a row that cannot be read is not left out unseen', () => {
  const c = codecOf(z.array(weightBatch), 'batches', british);
  const typed = [
    { a: '120', b: '60' },
    { a: '118', b: '' },
    { a: '', b: '' },
  ];
  expect(c.read(typed).value).toBeNull();
  typed[1]!.b = '59';
  expect(c.read(typed).value).toEqual([
    { massG: 120, count: 60 },
    { massG: 118, count: 59 },
  ]);
});

test('how many: a number, all that is left, or two ways that are reconciled', () => {
  const amount = codecOf(howMany, 'amount', british, 'counted');
  expect(amount.read(amount.blank).value).toBeNull();
  for (const value of [
    { kind: 'all' },
    { kind: 'measured', measured: { method: 'counted', number: 1200 } },
    { kind: 'measured', measured: { method: 'estimated', number: 5000, half: 800 } },
  ])
    expect(amount.read(amount.write(value)).value).toEqual(value);
  const combined = {
    method: 'combined',
    parts: [
      { method: 'counted', number: 900 },
      { method: 'volume', samples: [{ volumeMl: 10, count: 90 }], totalVolumeMl: 100 },
    ],
  };
  const measured = codecOf(measurement, 'measured', british);
  expect(measured.read(measured.write(combined)).value).toEqual(combined);
});

test('lines: what is empty in a line is left out of it, empty lines are none, an error in one is the list’s', () => {
  const parts = z.array(
    z.object({ unit: z.number().int(), volumeMl: z.number().positive('must be above 0').optional() }),
  );
  const c = codecOf(parts, 'parts', british);
  expect(
    c.read([
      { unit: '4', volumeMl: '2' },
      { unit: '', volumeMl: '' },
      { unit: '5', volumeMl: '' },
    ]).value,
  ).toEqual([{ unit: 4, volumeMl: 2000 }, { unit: 5 }]);
  expect(c.read([{ unit: '4', volumeMl: '0' }]).error).toBe('must be above 0');
  expect(c.write([{ unit: 4, volumeMl: 2000 }])).toEqual([{ unit: '4', volumeMl: '2' }]);
});

test('what a record can do without, and what it takes then', () => {
  const { needed, may, usual } = fieldsOf(
    z
      .object({
        needed: z.string().min(1),
        may: z.number().optional(),
        usual: z.enum(['hand', 'tube']).default('hand'),
      })
      .refine((p) => p.needed !== 'x'),
  );
  expect([needed, may, usual].map((s) => canBeLeftOut(s!))).toEqual([false, true, true]);
  expect(leftOut(usual!)).toBe('hand');
  expect(() => fieldsOf(z.string())).toThrow(/has none/);
});
