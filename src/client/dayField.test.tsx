import { screen, within } from '@testing-library/react';
import { useState } from 'react';
import { show } from '../../tests/support/screen';
import { DayField, NamedDayField, TimeInput } from './DayField';

function Both() {
  const [day, setDay] = useState('2031-04-14');
  const [time, setTime] = useState('');
  return (
    <>
      <DayField label="Stripped on" value={day} onChange={setDay} onTime={setTime} />
      <TimeInput aria-label="Time" value={time} onChange={setTime} />
      <p data-testid="is">{`${day} ${time}`}</p>
    </>
  );
}
const is = () => screen.getByTestId('is').textContent;
const field = () => screen.getByLabelText('Stripped on') as HTMLInputElement;

test('a day typed with its time fills both; left, it stands as nobody can mistake it', async () => {
  const { user } = show(<Both />);
  expect(field().value).toBe('14 Apr 2031');
  await user.clear(field());
  expect(is()).toBe(' ');
  await user.type(field(), 'yesterday 17:40');
  expect(is()).toBe('2031-04-13 17:40');
  await user.tab();
  expect(field().value).toBe('13 Apr 2031');
  const time = screen.getByLabelText('Time');
  await user.clear(time);
  await user.type(time, '5:15 pm');
  expect(is()).toBe('2031-04-13 17:15');
});

test('what is no day stays as it was typed, with what is wrong, and counts as none', async () => {
  const { user } = show(<Both />);
  await user.clear(field());
  await user.type(field(), '31.4.');
  await user.tab();
  expect(field().value).toBe('31.4.');
  expect(screen.getByText('the calendar has no 31.4.')).toBeTruthy();
  expect(is()).toBe(' ');
});

test('figures go by the reader: the third of April, or the fourth of March', async () => {
  const { user } = show(<Both />, { locale: 'en-US' });
  await user.clear(field());
  await user.type(field(), '3/4');
  expect(is()).toBe('2031-03-04 ');
});

test('a month is opened, walked by keys and chosen from; no later day than allowed', async () => {
  const { user } = show(<NamedDayField label="As of" name="day" first="2031-04-14" last="2031-04-14" />);
  await user.click(screen.getByRole('button', { name: 'Choose the day from a month' }));
  const month = await screen.findByRole('grid');
  expect(within(month).getAllByRole('columnheader', { hidden: true })[0]!.textContent).toBe('Mo');
  expect((within(month).getByRole('button', { name: /15th/ }) as HTMLButtonElement).disabled).toBe(true);
  await user.keyboard('{ArrowLeft}{Enter}');
  expect((document.querySelector('input[name="day"]') as HTMLInputElement).value).toBe('2031-04-13');
});
