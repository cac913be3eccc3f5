import { screen } from '@testing-library/react';
import { useState } from 'react';
import {
  DecimalInput,
  decimalOf,
  MeasureInput,
  measureOf,
  measureText,
  NumberInput,
  numberText,
  type useShown,
  wholeOf,
} from '@/client/inputs';
import { nowValue, readWhen, useEventFields, WhenInput } from '@/client/when';
import { numberFrom } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { withDoubt } from '@/core/quantities/format';
import { NOW, session, show } from '../../tests/support/screen';
import { HowManyInput } from './measure/HowMany';
import { emptyPairs, type Pair, PairRows, readPairs } from './measure/pairs';
import { emptyHowMany, type HowManyValue, howManyValue, readHowMany } from './measure/readHowMany';

describe('text into numbers', () => {
  test.each([
    ['', null, null],
    ['812', 812, null],
    ['1,200', 1200, null],
    ['3.5', null, 'whole number'],
    ['50.000', null, '50 or 50000'],
    ['1.250', null, 'whole number'],
    ['-4', null, 'not negative'],
    ['many', null, 'not a number'],
  ])('a whole number: “%s”', (text, value, error) => {
    const r = wholeOf(text, 'en-GB');
    expect(r.value).toBe(value);
    if (error) expect(r.error).toContain(error);
    else expect(r.error).toBeNull();
  });

  test('the reader’s locale decides, and what can be read two ways is asked about', () => {
    expect(wholeOf('1.200', 'de-DE').value).toBe(1200);
    expect(decimalOf('1,5', 'de-AT').value).toBe(1.5);
    expect(decimalOf('1.200', 'fr-FR')).toEqual({ value: null, error: expect.stringContaining('1.2 or 1200') });
    expect(measureOf('1.200 kg', 'mass', 'kg', 'fr-FR').error).toContain('without the mark');
  });

  test('a field is filled so that it is read as the same again', () => {
    for (const locale of ['en-GB', 'en-US', 'de-AT', 'fr-FR', 'sv-SE'])
      for (const n of [0.4237, 12.5, 999, 61_500, 1_234_567]) {
        expect(decimalOf(numberText(n, locale), locale).value).toBe(n);
        const quarts = measureText(n, 'volume', 'qt', locale);
        expect(measureOf(quarts, 'volume', 'qt', locale).value! / n).toBeCloseTo(1, 6);
      }
    expect(measureText(0, 'temperature', '°F', 'en-US')).toBe('32');
  });
});

function Held<T>({ first, children }: { first: T; children: (v: T, set: (v: T) => void) => React.ReactNode }) {
  const [v, set] = useState(first);
  return (
    <>
      {children(v, set)}
      <output data-testid="value">{JSON.stringify(v)}</output>
    </>
  );
}
const value = <T,>() => JSON.parse(screen.getByTestId('value').textContent!) as T;

test('a measure field names the unit of a bare number and shows what a typed unit comes to', async () => {
  const { user } = show(
    <Held first="">{(v, set) => <MeasureInput label="Volume" dimension="volume" value={v} onChange={set} />}</Held>,
    { units: 'us', locale: 'en-US' },
  );
  const field = screen.getByLabelText('Volume, qt');
  await user.type(field, '2.5 L');
  expect(screen.getByText('= 2.642 qt')).toBeTruthy();
  await user.clear(field);
  await user.type(field, '3 kg');
  expect(field.getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByText(/no unit of volume/)).toBeTruthy();
  expect((field as HTMLInputElement).value).toBe('3 kg');
});

test('a number field shows what is wrong at once, and a refusal of the server before its own', async () => {
  const { user, rerender } = show(
    <Held first="">{(v, set) => <NumberInput label="Number" value={v} onChange={set} />}</Held>,
  );
  await user.type(screen.getByLabelText('Number'), '1o2');
  expect(screen.getByText(/not a number/)).toBeTruthy();
  rerender(<NumberInput label="Number" value="5" onChange={() => undefined} error="is more than there is" />);
  expect(screen.getByLabelText('Number').getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByText('is more than there is')).toBeTruthy();
});

describe('rows of a measure and a count', () => {
  const rows = () => (
    <Held<Pair[]> first={emptyPairs()}>
      {(v, set) => (
        <PairRows label="Sample batches" dimension="mass" first="mass" rows={v} onChange={set} flagged={[1]} />
      )}
    </Held>
  );

  test('a new row opens as the last is filled; the only one cannot be removed', async () => {
    const { user } = show(rows());
    expect(screen.getByRole('button', { name: 'Remove row 1' })).toHaveProperty('disabled', true);
    await user.type(screen.getByLabelText('mass 1'), '25');
    await user.type(screen.getByLabelText('count 1'), '100');
    expect(screen.getByLabelText('mass 2')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Remove row 1' }));
    expect(value<Pair[]>()).toEqual([{ a: '', b: '' }]);
  });

  test('what does not fit the others and what cannot be read are said below their row', async () => {
    const { user } = show(rows());
    await user.type(screen.getByLabelText('mass 1'), '25 L');
    expect(screen.getByText(/no unit of mass/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'another' }));
    await user.type(screen.getByLabelText('mass 2'), '25');
    expect(screen.getByText(/weigh it again/)).toBeTruthy();
  });

  test('half a row counts as unreadable, an empty one as none', () => {
    expect(readPairs([{ a: '25', b: '100' }, ...emptyPairs()], 'mass', 'g', 'en-GB')).toEqual([
      { measure: 25, count: 100 },
    ]);
    expect(readPairs([{ a: '25', b: '' }], 'mass', 'g', 'en-GB')).toBeNull();
    expect(readPairs([{ a: '1 lb', b: '10' }], 'mass', 'g', 'en-GB')![0]!.measure).toBeCloseTo(453.592, 3);
  });
});

describe('how many', () => {
  const metric = ((d: string, small?: boolean) =>
    d === 'mass' ? (small ? 'g' : 'kg') : small ? 'mL' : 'L') as ReturnType<typeof useShown>;
  const read = (v: HowManyValue) => readHowMany(v, 'en-GB', metric);

  test('is nothing until it is whole', () => {
    expect(read(emptyHowMany('counted'))).toBeNull();
    expect(read(emptyHowMany('all'))).toBe('all');
    expect(read({ ...emptyHowMany('estimated'), number: '400' })).toBeNull();
    expect(read({ ...emptyHowMany('weight'), total: '12', rows: [{ a: '25', b: '0' }] })).toBeNull();
    expect(read({ ...emptyHowMany('volume'), total: '0', rows: [{ a: '10', b: '200' }] })).toBeNull();
  });

  test('weighed buckets open one by one', () => {
    const v = howManyValue(
      { method: 'buckets', batches: [{ massG: 25, count: 100 }], bucketsG: [8000, 500] },
      'en-GB',
      metric,
    );
    expect([v.method, v.buckets]).toEqual(['buckets', '8 0.5']);
  });

  test('by volume: the number with its ± as the samples come, and a warning while there are few', async () => {
    const { user } = show(
      <Held first={emptyHowMany('counted')}>
        {(v, set) => <HowManyInput value={v} onChange={set} methods={['counted', 'volume']} what="eggs" />}
      </Held>,
    );
    await user.click(screen.getByLabelText('by volume'));
    for (const [i, n] of [212, 198, 205].entries()) {
      await user.type(screen.getByLabelText(`volume ${i + 1}`), '10');
      await user.type(screen.getByLabelText(`count ${i + 1}`), String(n));
      if (i === 0) {
        await user.type(screen.getByLabelText('Volume of all, L'), '3');
        expect(screen.getByTestId('outcome').textContent).toMatch(/one sample|between samples/i);
      }
    }
    // 61.5 a mL by 3 000 mL; t(0.975, 2) = 4.3027 by 0.40415 a mL by 3 000 mL = 5 217, shown to two figures.
    expect(screen.getByTestId('outcome').textContent!.replaceAll(/[\u2005\u00a0]/g, ' ')).toContain('61 500±5 200');
    await user.click(screen.getByLabelText('counted'));
    expect(screen.queryByTestId('outcome')).toBeNull();
    expect(screen.getByLabelText('Number of eggs')).toBeTruthy();
  });

  test('samples that agree to the last digit: the form shows the ± that the books will hold, and says what it is', () => {
    const value: HowManyValue = {
      ...emptyHowMany('weight'),
      total: '1.4',
      rows: [1, 2, 3].map(() => ({ a: '30', b: '100' })),
    };
    show(<HowManyInput value={value} onChange={() => undefined} methods={['weight']} />);
    const m = read(value) as MeasurementInput;
    const booked = withDoubt(numberFrom(measurement.parse(m)).number, 1.96 * numberFrom(measurement.parse(m)).sd);
    const text = screen.getByTestId('outcome').textContent!;
    expect(text).toContain(`${booked.number}±${booked.half}`);
    expect(booked.half).not.toBeNull();
    expect(text).toContain('The ± is that of counting so many');
  });

  test('one sample alone is held against what samples here usually scatter by, as in the books', () => {
    const value: HowManyValue = { ...emptyHowMany('volume'), total: '3', rows: [{ a: '10', b: '205' }] };
    show(<HowManyInput value={value} onChange={() => undefined} methods={['volume']} of="take" />, {
      usual: { take: 0.08 },
    });
    const m = measurement.parse(read(value) as MeasurementInput);
    const booked = numberFrom(m, 0.08);
    const d = withDoubt(booked.number, 1.96 * booked.sd);
    expect(screen.getByTestId('outcome').textContent).toContain(`${d.number}±${d.half}`);
    // Another number than without it.
    expect(d.half).not.toBe(withDoubt(booked.number, 1.96 * numberFrom(m).sd).half);
  });

  test('a refusal is shown under every method, also where nothing is typed', async () => {
    const methods = ['all', 'counted', 'weight', 'estimated'] as const;
    for (const method of methods) {
      const { unmount } = show(
        <HowManyInput
          value={emptyHowMany(method)}
          onChange={() => undefined}
          methods={methods}
          error="more than there is"
        />,
      );
      expect(screen.getByText('more than there is')).toBeTruthy();
      unmount();
    }
  });
});

describe('when', () => {
  test('a local minute becomes an instant; a day its noon; the hour that the clocks skip is refused', () => {
    const at = (day: string, time: string) => readWhen({ mode: 'time', day, time }, 'Europe/Vienna');
    expect(at('2031-04-14', '07:42').at).toBe(NOW);
    expect(at('2031-03-30', '02:30').error).toContain('clocks went forward');
    // The hour that comes twice in autumn is read as its first.
    expect(at('2031-10-26', '02:30').at).toBe(Date.parse('2031-10-26T00:30:00Z'));
    expect(at('', '07:42').error).toBe('Give the day.');
    expect(at('2031-04-14', '').error).toBe('Give the time.');
    expect(readWhen({ mode: 'day', day: '2031-04-14', time: '' }, 'Europe/Vienna')).toEqual({
      at: Date.parse('2031-04-14T10:00:00Z'),
      precision: 'day',
    });
    expect(readWhen(nowValue, 'Europe/Vienna')).toEqual({ precision: 'minute' });
  });

  test('choosing a time begins at the hatchery’s clock, not the browser’s', async () => {
    const { user } = show(<Held first={nowValue}>{(v, set) => <WhenInput value={v} onChange={set} />}</Held>);
    await user.click(screen.getByLabelText('at a time'));
    expect(value()).toEqual({ mode: 'time', day: '2031-04-14', time: '07:42' });
    await user.click(screen.getByLabelText('some time that day'));
    expect(screen.queryByLabelText('Time')).toBeNull();
    await user.click(screen.getByLabelText('now'));
    expect(screen.queryByLabelText('Day')).toBeNull();
  });

  test('who measured and a note travel along only when they are given', async () => {
    function Fields() {
      const event = useEventFields();
      return (
        <>
          {event.view()}
          <output data-testid="value">{JSON.stringify(event.payload)}</output>
        </>
      );
    }
    const { user } = show(<Fields />);
    expect(value()).toEqual({ precision: 'minute' });
    await user.click(screen.getByText('now, by me'));
    await user.type(screen.getByLabelText('Measured by'), 'Hand');
    await user.type(screen.getByLabelText('Note'), 'windy');
    expect(value()).toEqual({ precision: 'minute', measuredBy: 'Hand', note: 'windy' });
    expect(screen.getByPlaceholderText(session.name)).toBeTruthy();
  });
});

test('a figure with decimals is no error in a field for such, and asks for the keys that have a point', () => {
  show(
    <>
      <DecimalInput label="Heat, kW" value="7.5" onChange={() => undefined} />
      <NumberInput label="Boxes" value="7.5" onChange={() => undefined} />
    </>,
  );
  const field = (label: string) => screen.getByLabelText(label) as HTMLInputElement;
  expect([field('Heat, kW').getAttribute('aria-invalid'), field('Heat, kW').inputMode]).toEqual([null, 'decimal']);
  expect([field('Boxes').getAttribute('aria-invalid'), field('Boxes').inputMode]).toEqual(['true', 'numeric']);
});
