import { screen, waitFor } from '@testing-library/react';
import type { PlaceOption, SpeciesOption } from '@/client/holding';
import { TakeForm } from '@/modules/incubation/acts/take/form';
import { BringForm } from '@/modules/moves/acts/bring/form';
import { choose } from '../../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../../tests/support/screen';

const species: SpeciesOption[] = [
  {
    id: 'arctic-char',
    name: 'Arctic char',
    stages: [
      { id: 'egg', name: 'eggs', station: 'eggs' as const },
      { id: 'fry', name: 'fry', station: 'fry' as const },
    ],
  },
  { id: 'sterlet', name: 'Sterlet', stages: [{ id: 'egg', name: 'eggs', station: 'eggs' as const }] },
];
const places: PlaceOption[] = [
  { id: 1, name: 'J1', room: 'Cold room', kind: 'jar', holds: '' },
  { id: 7, name: 'B1', room: 'Spawning room', kind: 'table', holds: 'AC-31-01' },
];
const record = () => screen.getByRole('button', { name: /^Record/ });
const type = async (user: Awaited<ReturnType<typeof show>>['user'], fields: Record<string, string>) => {
  for (const [label, text] of Object.entries(fields)) await user.type(screen.getByLabelText(label), text);
};

describe('a take', () => {
  const open = () => show(<TakeForm species={species} places={places} />);

  test('females by tag and mass, males, samples: sent as measured, in grams and millilitres, to the table', async () => {
    const { user } = open();
    expect(record()).toHaveProperty('disabled', true);
    await type(user, { 'Female 1, tag': 'F31', 'Female 1, mass': '1.2' });
    await type(user, { 'Female 2, tag': ' F34 ', 'Female 2, mass': '4 lb' });
    await type(user, { 'Males (tags)': 'M4, M7;M4', 'volume 1': '10', 'count 1': '205', 'Volume of all, L': '2.5 qt' });
    await user.click(record());
    await waitFor(() => expect(server.sent).toHaveLength(1));
    const { payload } = await onlySent();
    expect(payload).toMatchObject({
      species: 'arctic-char',
      unit: 7,
      cross: 'pooled',
      males: [{ tag: 'M4' }, { tag: 'M7' }],
      measured: { method: 'volume', samples: [{ volumeMl: 10, count: 205 }] },
      precision: 'minute',
    });
    expect(payload.females).toEqual([
      { tag: 'F31', massG: 1200 },
      { tag: 'F34', massG: expect.closeTo(1814.37, 2) },
    ]);
    expect((payload.measured as { totalVolumeMl: number }).totalVolumeMl).toBeCloseTo(2365.88, 2);
    expect(payload).not.toHaveProperty('lotName');
  });

  test('by pair: each female asks for her males; one male alone is warned about', async () => {
    const { user } = open();
    await type(user, { 'Female 1, tag': 'F31', 'Males (tags)': 'M4' });
    expect(screen.getByText(/One male only/)).toBeTruthy();
    await user.type(screen.getByLabelText('Males (tags)'), ' M7');
    expect(screen.queryByText(/One male only/)).toBeNull();
    expect(screen.getByText(/Pooling hides unequal fathers/)).toBeTruthy();
    await user.click(screen.getByLabelText('by pair'));
    await type(user, { 'F31 with': 'M7', 'volume 1': '10', 'count 1': '205', 'Volume of all, L': '3' });
    await user.click(record());
    await waitFor(async () => expect((await onlySent()).payload.pairs).toEqual([{ female: 'F31', males: ['M7'] }]));
  });

  test('a mass that cannot be read keeps the button shut and says why; nothing typed is lost by a refusal', async () => {
    const { user } = open();
    await type(user, { 'Female 1, tag': 'F31', 'Female 1, mass': '3 L', 'Males (tags)': 'M4 M7' });
    await type(user, { 'volume 1': '10', 'count 1': '205', 'Volume of all, L': '3' });
    expect(screen.getByText(/no unit of mass/)).toBeTruthy();
    expect(record()).toHaveProperty('disabled', true);
    await user.clear(screen.getByLabelText('Female 1, mass'));
    server.replies = [refused('M4 stands in the books as a female.', 'males')];
    await user.click(record());
    await screen.findByText(/stands in the books as a female/);
    expect((screen.getByLabelText('Males (tags)') as HTMLInputElement).value).toBe('M4 M7');
    expect(screen.queryByText(/lay them down/)).toBeNull();
    server.replies = [{ body: { result: { lot: 'AC-31-09', lotId: 9, text: '615 ±40' }, entries: ['e'] } }];
    await user.click(record());
    // On the table they are laid down from above; the form is empty, so that a second press makes no second lot.
    expect(await screen.findByText(/lay them down, above/)).toBeTruthy();
    expect((screen.getByLabelText('Males (tags)') as HTMLInputElement).value).toBe('');
    expect(record()).toHaveProperty('disabled', true);
    expect(screen.getByText(/AC-31-09: 615 ±40 eggs/)).toBeTruthy();
  });

  test('a row of a female is taken out again', async () => {
    const { user } = open();
    await type(user, { 'Female 1, tag': 'F31' });
    await type(user, { 'Female 2, tag': 'F34' });
    await user.click(screen.getByRole('button', { name: 'Remove female 1' }));
    expect((screen.getByLabelText('Female 1, tag') as HTMLInputElement).value).toBe('F34');
  });
});

describe('stock that came', () => {
  const open = () => show(<BringForm species={species} places={places} />);

  test('fry counted, bought: a caution about papers; no age is asked and none is sent', async () => {
    const { user } = open();
    expect(screen.getByText(/permits and health papers/)).toBeTruthy();
    expect(screen.queryByLabelText('Days since fertilisation')).toBeNull();
    await type(user, { 'Number of animals': '5000', From: 'a station up the river' });
    await choose(user, screen.getByLabelText('Into'), '1');
    await user.click(record());
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect((await onlySent()).payload).toEqual({
      account: 'arrived',
      species: 'arctic-char',
      stage: 'fry',
      unit: 1,
      measured: { method: 'counted', number: 5000 },
      origin: 'a station up the river',
      papers: '',
      strain: '',
      sex: 'mixed',
      precision: 'minute',
    });
  });

  test('eggs of a known age get their clock; an age that is no number is said', async () => {
    const { user } = open();
    await choose(user, screen.getByLabelText('Stage'), 'egg');
    await type(user, { 'Number of animals': '20000', 'Days since fertilisation': 'ten' });
    await choose(user, screen.getByLabelText('Into'), '1');
    expect(screen.getByText(/not a number/)).toBeTruthy();
    expect(record()).toHaveProperty('disabled', true);
    await user.clear(screen.getByLabelText('Days since fertilisation'));
    await type(user, { 'Days since fertilisation': '10.5' });
    await user.click(record());
    await waitFor(async () => expect((await onlySent()).payload.fertilisedAt).toBe(NOW - 10.5 * 86_400_000));
  });

  test('opening stock asks for no papers; a refusal about the age is seen though fry have no such field', async () => {
    const { user } = open();
    await user.click(screen.getByLabelText('here already (opening stock)'));
    expect(screen.queryByText(/permits and health papers/)).toBeNull();
    await type(user, { 'Number of animals': '10' });
    await choose(user, screen.getByLabelText('Into'), '1');
    server.replies = [refused('They cannot be fertilised after they came.', 'fertilisedAt')];
    await user.click(record());
    expect((await screen.findByRole('alert')).textContent).toContain('fertilised after');
  });
});

test('a species that was never kept here is nobody’s usual one: it must be chosen', () => {
  const none = species.map((s) => ({ ...s, kept: false }));
  const { unmount } = show(<BringForm species={none} places={places} />);
  expect(screen.getByLabelText('Species').dataset.value).toBe('');
  expect(screen.getByText(/^needs a species/)).toBeTruthy();
  unmount();
  show(<BringForm species={[{ ...species[0]!, kept: true }, none[1]!]} places={places} />);
  expect(screen.getByLabelText('Species').dataset.value).toBe('arctic-char');
});
