import { screen } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { ShipForm } from '@/modules/moves/acts/ship/form';
import { onlySent, refused, server, show } from '../../tests/support/screen';

const h: ActHolding = {
  unitId: 3,
  unit: 'T3',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'egg',
  can: ['picked'],
  stageName: 'eggs',
  number: 10_000,
  stages: [],
  checks: [],
};
async function fill(units: 'metric' | 'us' = 'metric') {
  const drawn = show(<ShipForm h={h} />, { units });
  const { user } = drawn;
  await user.click(screen.getByLabelText('counted'));
  await user.type(screen.getByLabelText('Number of eyed eggs'), '9000');
  await user.type(screen.getByLabelText('To whom'), 'a school');
  await user.type(screen.getByLabelText('Hours on the way'), '20');
  await user.type(screen.getByLabelText(/^In the box/), { metric: '4', us: '39.2' }[units]);
  return drawn;
}

test('it says what it still needs; what is sent is in Celsius, and the answer says age, days left and ice', async () => {
  server.replies.push({
    body: {
      result: { age: { degreeDays: 250.4, left: 131, iceKg: 3.26, warnings: ['it freezes outside'] } },
      entries: ['e'],
    },
  });
  const { user } = await fill();
  expect(screen.getByText(/needs the papers/)).toBeTruthy();
  await user.type(screen.getByLabelText('Permit and health paper'), 'HP 31-7');
  await user.click(screen.getByRole('button', { name: 'Record the shipment' }));
  expect(await onlySent()).toMatchObject({
    type: 'eggs.ship',
    payload: { all: false, receiver: 'a school', boxes: 1, hours: 20, boxCelsius: 4, papers: 'HP 31-7' },
  });
  expect((await onlySent())!.payload).not.toHaveProperty('outsideCelsius');
  expect((await screen.findByRole('status')).textContent).toMatch(
    /250 °C·d old, 131 left on arrival; 3\.3 kg of ice\. It freezes/,
  );
});

test('a reader of Fahrenheit types Fahrenheit', async () => {
  const { user } = await fill('us');
  await user.type(screen.getByLabelText('Permit and health paper'), 'none wanted, same water');
  await user.click(screen.getByRole('button', { name: 'Record the shipment' }));
  expect(((await onlySent())!.payload as { boxCelsius: number }).boxCelsius).toBeCloseTo(4, 9);
});

test('that they would hatch on the way is asked, and goes out again with the answer', async () => {
  server.replies.push(
    refused('They hatch on the way.', 'hours', {
      asks: [
        {
          id: 'late',
          of: 'answers',
          message: '',
          path: '',
          todo: '',
          choices: [{ value: 'yes', label: 'They are sent all the same' }],
        },
      ],
    }),
  );
  const { user } = await fill();
  await user.type(screen.getByLabelText('Permit and health paper'), 'HP');
  await user.click(screen.getByRole('button', { name: 'Record the shipment' }));
  await user.click(await screen.findByRole('button', { name: /all the same/ }));
  expect(server.sent.at(-1)).toMatchObject({ payload: { hours: 20 }, answers: { late: 'yes' } });
});
