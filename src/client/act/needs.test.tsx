import { screen, waitFor } from '@testing-library/react';
import type { ActHolding, PlaceOption } from '@/client/holding';
import { LayDownForm } from '@/modules/incubation/acts/layDown/form';
import { TakeForm } from '@/modules/incubation/acts/take/form';
import { MoveForm } from '@/modules/moves/acts/move/form';
import { ReleaseForm } from '@/modules/moves/acts/release/form';
import { GradeForm } from '@/modules/sorting/acts/grade/form';
import { WeighForm } from '@/modules/sorting/acts/weigh/form';
import { choose } from '../../../tests/support/choose';
import { server, show } from '../../../tests/support/screen';

const h: ActHolding = {
  unitId: 1,
  unit: 'B1',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'egg',
  can: ['picked'],
  stageName: 'eggs',
  number: 60_000,
  stages: [
    { id: 'egg', name: 'eggs' },
    { id: 'fry', name: 'fry' },
  ],
  checks: [],
};
const places: PlaceOption[] = ['B1', 'J1', 'J2'].map((name, i) => ({
  id: i + 1,
  name,
  room: 'Hall',
  kind: i === 0 ? 'table' : 'jar',
  holds: '',
}));
const sites = [{ id: 5, name: 'Lake Ivarre', permit: '', points: [] }];
const button = () =>
  screen.getAllByRole('button').find((b) => b.getAttribute('type') === 'submit') as HTMLButtonElement;
/** What stands beside the button; null when it can be pressed. */
const needs = () => {
  const said = button().nextElementSibling?.textContent ?? null;
  expect(button().disabled).toBe(said !== null);
  return said;
};

test('a form says what it still needs, and nothing more once it has it', async () => {
  const { user } = show(<TakeForm species={[{ id: 'sterlet', name: 'Sterlet', stages: [] }]} places={places} />);
  expect(needs()).toBe('needs a female, a male and the number of eggs');
  await user.type(screen.getByLabelText('Female 1, tag'), 'F1');
  await user.type(screen.getByLabelText('Males (tags)'), 'M1 M2');
  expect(needs()).toBe('needs the number of eggs');
  await user.click(screen.getByLabelText('counted'));
  await user.type(screen.getByLabelText('Number of eggs'), '900');
  expect(needs()).toBeNull();
});

test('a mass without a tag is asked about, not left out', async () => {
  const { user } = show(<TakeForm species={[{ id: 'sterlet', name: 'Sterlet', stages: [] }]} places={places} />);
  await user.type(screen.getByLabelText('Female 1, tag'), 'F1');
  await user.type(screen.getByLabelText('Female 2, mass'), '2.4');
  expect(needs()).toContain('a tag for each female');
  await user.type(screen.getByLabelText('Female 2, tag'), 'F2');
  await user.type(screen.getByLabelText('Female 2, mass'), ' handfuls');
  expect(needs()).toContain('masses that can be read');
});

test('laying down: a unit without its volume, or a volume without its unit, holds the form', async () => {
  const { user } = show(<LayDownForm h={h} places={places} totalVolumeMl={3000} />);
  expect(needs()).toBe('needs a unit');
  await choose(user, screen.getByLabelText('Unit 1'), '2');
  expect(needs()).toBe('needs the volume for each unit');
  await user.type(screen.getByLabelText('Volume, L'), '1.5');
  expect(needs()).toBeNull();
  await user.type(screen.getAllByLabelText('Volume, L')[1]!, '1.5');
  expect(needs()).toBe('needs a unit');
  await choose(user, screen.getByLabelText('Unit 2'), '3');
  expect(needs()).toBeNull();
});

test('a batch without its count holds back the others too', async () => {
  const { user } = show(<WeighForm h={{ ...h, stage: 'fry' }} />);
  expect(needs()).toBe('needs a batch weighed and counted');
  await user.type(screen.getByLabelText('mass 1'), '120');
  await user.type(screen.getByLabelText('count 1'), '60');
  expect(needs()).toBeNull();
  await user.type(screen.getByLabelText('mass 2'), '118');
  expect(needs()).toBe('needs a batch weighed and counted');
  await user.type(screen.getByLabelText('count 2'), '0');
  expect(needs()).not.toBeNull();
  await user.clear(screen.getByLabelText('count 2'));
  await user.type(screen.getByLabelText('count 2'), '59');
  await user.type(screen.getByLabelText(/^All weighed/), '12 parsecs');
  expect(needs()).toBe('needs the mass of all');
});

test('moving and grading name what is missing in words of theirs', async () => {
  const move = show(<MoveForm h={h} places={places} />);
  expect(needs()).toBe('needs how many and a unit to go to');
  move.unmount();
  const { user } = show(<GradeForm h={h} places={places} />);
  expect(needs()).toBe('needs a unit for each class and how many are in each');
  await user.clear(screen.getAllByLabelText('Class')[1]!);
  expect(needs()).toBe('needs a name for each class, a unit for each class and how many are in each');
});

test('a net that was long in air is timed by two taps, and what it costs is said with the move', async () => {
  const { user } = show(<MoveForm h={{ ...h, can: ['eats'] }} places={places} />);
  await user.click(screen.getByRole('button', { name: 'Out of the water' }));
  await user.click(screen.getByRole('button', { name: 'Back in the water' }));
  expect(screen.getByRole('timer').textContent).toBe('0 s in air');
  await user.click(screen.getByText('How they go over'));
  expect(screen.getByText(/Look again the next day/)).toBeTruthy();
  await user.type(screen.getByLabelText(/^Number of/), '50');
  await choose(user, screen.getByLabelText('To'), String(places[1]!.id));
  server.replies.push({
    body: { result: { unit: 'R2', lot: 'L', mixed: false, longInAir: 95 }, entries: ['e'], held: [] },
  });
  await user.click(button());
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.sent[0]!.payload).toMatchObject({ airSeconds: 0 });
  expect(
    await screen.findByText(/Some were 95 s out of the water, 60 at most is wanted: look again tonight/),
  ).toBeTruthy();
});

test('a temperature that cannot be read does not go missing from a release', async () => {
  const { user } = show(<ReleaseForm h={{ ...h, stage: 'fry' }} sites={sites} />);
  await choose(user, screen.getByLabelText('Released to'), '5');
  await user.type(screen.getByLabelText('mass 1'), '120');
  await user.type(screen.getByLabelText('count 1'), '60');
  await user.type(screen.getByLabelText(/^Buckets/), '8.2 7.9');
  expect(needs()).toBeNull();
  await user.type(screen.getByLabelText(/^Receiving water/), 'cold');
  expect(needs()).toBe('needs the temperature');
  await user.click(button());
  expect(server.sent).toHaveLength(0);
});
