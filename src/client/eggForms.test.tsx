import { screen } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { AlarmBar } from '@/modules/frame/screens/AlarmBar';
import { EggBathForm } from '@/modules/incubation/acts/bathe/form';
import { CheckForm } from '@/modules/incubation/acts/check/form';
import { SwimUpForm } from '@/modules/incubation/acts/check/SwimUpForm';
import { DoubtfulForm } from '@/modules/incubation/acts/doubtful/form';
import { HandleForm } from '@/modules/incubation/acts/handle/form';
import { HatchSeenForm } from '@/modules/incubation/acts/hatchSeen/form';
import type { Check } from '@/server/stock/checks';
import { choose } from '../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../tests/support/screen';

const h: ActHolding = {
  unitId: 3,
  unit: 'T3',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'egg',
  can: ['picked'],
  stageName: 'eggs',
  number: 15_000,
  stages: [],
  checks: [],
};

test('a shock is asked about where eyes were not seen, and goes out again with the answer', async () => {
  server.replies.push(
    refused('No eyed check is recorded of this lot.', 'what', {
      asks: [
        {
          id: 'eyes',
          of: 'answers',
          message: '',
          path: '',
          todo: '',
          choices: [{ value: 'seen', label: 'Eyes are in nearly all: I looked' }],
        },
      ],
    }),
  );
  const { user } = show(<HandleForm h={h} />);
  await user.click(screen.getByRole('button', { name: 'Record' }));
  await user.click(await screen.findByRole('button', { name: /Eyes are in nearly all/ }));
  expect(server.sent.at(-1)).toMatchObject({
    type: 'eggs.handle',
    payload: { what: 'shocked', unit: 3 },
    answers: { eyes: 'seen' },
  });
});

test('lost flow wants its minutes', async () => {
  const { user } = show(<HandleForm h={h} />);
  await choose(user, screen.getByLabelText('They were'), 'flow');
  expect(screen.getByText(/needs the minutes/)).toBeTruthy();
  await user.type(screen.getByLabelText('Minutes'), '12');
  await user.click(screen.getByRole('button', { name: 'Record' }));
  expect(await onlySent()).toMatchObject({ payload: { what: 'flow', minutes: 12 } });
});

test('pale eggs left, and what was seen of the hatch, go out in a tap', async () => {
  const { user, unmount } = show(<DoubtfulForm h={h} />);
  await user.type(screen.getByLabelText('Pale, left in place'), '14');
  await user.click(screen.getByRole('button', { name: 'Left for tomorrow' }));
  expect(await onlySent()).toMatchObject({ type: 'eggs.doubtful', payload: { number: 14 } });
  unmount();
  server.sent.length = 0;
  const seen = show(<HatchSeenForm h={h} />);
  await seen.user.click(screen.getByLabelText('half are out'));
  await seen.user.click(screen.getByRole('button', { name: 'Seen' }));
  expect(await onlySent()).toMatchObject({ type: 'hatch.see', payload: { seen: 'half' } });
});

test('a bath is worked as it is typed, says when it washes in too slowly, and wants who, label and discharge', async () => {
  const { user } = show(<EggBathForm h={h} />);
  await user.type(screen.getByLabelText('Product'), 'test product');
  await user.type(screen.getByLabelText('Strength, µL/L'), '100');
  await user.type(screen.getByLabelText('Flow, L/min'), '10');
  await user.type(screen.getByLabelText('Stock, µL/L of product'), '10100');
  expect(screen.getByTestId('bath-worked').textContent).toMatch(/Pump 100 mL\/min, 1\.50? L of stock/);
  await user.type(screen.getByLabelText(/^Volume of the unit/), '300 L');
  expect(screen.getByTestId('bath-worked').textContent).toMatch(/Mean strength 2\d %/);
  const send = screen.getByRole('button', { name: 'Record, and start the clock' }) as HTMLButtonElement;
  expect(send.disabled).toBe(true);
  await user.click(screen.getByLabelText('with a priming dose at the start'));
  expect(screen.getByTestId('bath-worked').textContent).toMatch(/30(\.0)? g at once.*Mean strength 100 %/);
  await user.clear(screen.getByLabelText('Ordered by'));
  await user.type(screen.getByLabelText('Ordered by'), 'Vet');
  await user.type(screen.getByLabelText('By which label or order'), 'label of the drum');
  await user.type(screen.getByLabelText('Discharged where, and allowed by'), 'pond, permit 7');
  await user.click(send);
  expect(await onlySent()).toMatchObject({
    type: 'eggs.bathe',
    payload: { units: [3], basis: 'productVolume', targetMgPerL: 100, volumeL: 300, primed: true, orderedBy: 'Vet' },
  });
  expect(await screen.findByRole('timer')).toBeTruthy();
});

test('a stock weaker than the target is said at its field', async () => {
  const { user } = show(<EggBathForm h={h} />);
  await user.type(screen.getByLabelText('Strength, µL/L'), '100');
  await user.type(screen.getByLabelText('Flow, L/min'), '10');
  await user.type(screen.getByLabelText('Stock, µL/L of product'), '50');
  expect(screen.getByText(/must be stronger than the target/)).toBeTruthy();
});

test('beakers: the verdict as they are typed, and all of them together are recorded', async () => {
  const earlier = [{ kind: 'check:swumUp', at: NOW - 2 * 86_400_000, successes: 20, trials: 80 } as Check];
  const { user } = show(<SwimUpForm h={{ ...h, stage: 'yolksac', can: ['ponded'] }} earlier={earlier} />);
  const type = async (i: number, up: string, of: string) => {
    await user.type(screen.getByLabelText(`beaker ${i}, up`), up);
    await user.type(screen.getByLabelText(`beaker ${i}, of`), of);
  };
  await type(1, '18', '30');
  expect(screen.getByTestId('swim-up').textContent).toMatch(/Look at more: \d+ more/);
  await type(2, '15', '31');
  expect(screen.getByTestId('swim-up').textContent).toMatch(/By the days so far about/);
  await type(3, '29', '30');
  expect(screen.getByTestId('swim-up').textContent).toMatch(/beakers differ/);
  await user.click(screen.getByRole('button', { name: 'Record the sample' }));
  expect(await onlySent()).toMatchObject({
    type: 'check.record',
    payload: { check: 'swumUp', successes: 62, trials: 91 },
  });
});

test('an alarm says what to do, and who sees to it once somebody does', async () => {
  const alarm = {
    id: 7,
    kind: 'high',
    says: 'cold1 9.2 °C; Arctic char eggs bear 8.0 °C',
    todo: 'Look at the chiller.',
    openedAt: NOW,
    seenBy: null,
    seenAt: null,
    roomId: 2,
  };
  const { user, unmount } = show(<AlarmBar alarms={[alarm]} down={[]} />);
  expect(screen.getByText('Look at the chiller.')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'I see to it' }));
  expect(await onlySent()).toMatchObject({ type: 'alarm.see', payload: { alarm: 7 } });
  unmount();
  show(<AlarmBar alarms={[{ ...alarm, seenBy: 'Hand', seenAt: NOW }]} down={[]} />);
  expect(screen.getByText(/Hand sees to it/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'I see to it' })).toBeNull();
});

test('a share of eggs that stick is judged by its interval: parted, looked at further, or left', async () => {
  const stuck = { id: 'stuck', name: 'stuck together', stage: 'egg', looks: 'eggs that stay with others' };
  const says = async (low: number, high: number) => {
    server.replies.push({
      body: { result: { lot: 'X', unit: 'T3', estimate: (low + high) / 2, low, high }, entries: [] },
    });
    const { user, unmount } = show(<CheckForm h={{ ...h, checks: [stuck] }} />);
    await user.type(screen.getByLabelText('With it'), '5');
    await user.type(screen.getByLabelText('out of'), '50');
    await user.click(screen.getByRole('button', { name: 'Record check' }));
    const said = (await screen.findByRole('status')).textContent;
    unmount();
    return said;
  };
  expect(await says(0.08, 0.2)).toContain('part them gently or treat them again');
  expect(await says(0.02, 0.11)).toContain('more looked at will tell');
  expect(await says(0.001, 0.04)).toContain('Nearly all lie single');
});
