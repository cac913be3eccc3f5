import { screen, waitFor } from '@testing-library/react';
import { speciesOf } from '@/reference/shipped';
import { onlySent, show } from '../../../../tests/support/screen';
import { CrossForm } from '../acts/cross/form';
import type { DayMale } from '../views/day';

const male = (id: number, tag: string) =>
  ({ fish: { id, tag }, milts: [], bowls: [], fathered: 0, overused: false }) as unknown as DayMale;
const open = () =>
  show(
    <CrossForm
      bowl="A"
      first={11}
      view={
        {
          id: 3,
          females: [{ fish: { id: 11, tag: 'F1' }, eggsLeftG: 310, strips: [] }],
          males: [male(21, 'M1'), male(22, 'M2')],
          protocols: [],
          plan: { crosses: [{ female: 11, males: [22, 21] }], how: 'sequential', protocols: [] },
          perDryG: null,
          book: speciesOf('sterlet'),
        } as never
      }
    />,
  );
const send = () => screen.getByRole('button', { name: 'Eggs and milt together' });

test('without shares they are equal; a minute is wanted of each who comes later', async () => {
  const { user } = open();
  expect(screen.getByText(/needs the minute of each male/)).toBeTruthy();
  await user.type(screen.getByLabelText('M1, minutes after the first'), '1.5');
  await user.click(send());
  await waitFor(async () =>
    expect((await onlySent()).payload).toMatchObject({
      males: [22, 21],
      how: 'sequential',
      turns: [
        { fish: 22, minutes: 0, share: 0.5 },
        { fish: 21, minutes: 1.5, share: 0.5 },
      ],
    }),
  );
});

test('shares of some, or that make no whole, cannot be sent', async () => {
  const { user } = open();
  await user.type(screen.getByLabelText('M1, minutes after the first'), '2');
  await user.type(screen.getByLabelText('M2, share'), '70');
  expect(screen.getByText(/a share for each male, or for none/)).toBeTruthy();
  await user.type(screen.getByLabelText('M1, share'), '40');
  expect(screen.getByText(/shares that make 100 %/)).toBeTruthy();
  expect(send()).toHaveProperty('disabled', true);
  await user.clear(screen.getByLabelText('M1, share'));
  await user.type(screen.getByLabelText('M1, share'), '30');
  expect(send()).toHaveProperty('disabled', false);
});

test('another way of crossing asks for no turns', async () => {
  const { user } = open();
  await user.click(screen.getByRole('radio', { name: 'pooled' }));
  expect(screen.queryByLabelText('M1, share')).toBeNull();
  await user.click(send());
  await waitFor(async () => expect((await onlySent()).payload).not.toHaveProperty('turns'));
});
