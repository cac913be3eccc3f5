import { screen, within } from '@testing-library/react';
import { dump } from 'js-yaml';
import { shippedSpecies, speciesOf } from '@/reference/shipped';
import { choose } from '../../../../../tests/support/choose';
import { onlySent, server, show } from '../../../../../tests/support/screen';
import { SpeciesForm } from './SpeciesForm';
import { idOf, readSpecies, typedOfSpecies } from './speciesText';
import { speciesIn } from './TakeIn';
import { WriteSpecies } from './WriteSpecies';

const all = [...shippedSpecies().values()];
const taken = all.map((s) => s.id);
const char = speciesOf('arctic-char');

describe.each(['en-GB', 'de-DE'])('typed in %s', (locale) => {
  test.each(all.map((s) => [s.name, s] as const))('%s comes back as it was', (_, s) => {
    expect(readSpecies(typedOfSpecies(s, locale), s, locale)).toEqual({ species: s, faults: {} });
  });
});

test('what is wrong is named by its line and column, and nothing is sent', async () => {
  const { user } = show(<SpeciesForm base={char} fresh={false} taken={taken} />);
  const limits = within(screen.getByRole('group', { name: 'Limits' }));
  await user.clear(limits.getByLabelText('limit 1, highest'));
  await user.type(limits.getByLabelText('limit 1, highest'), '-3');
  expect(screen.getByText('highest: must lie above the lowest')).toBeTruthy();
  await user.clear(limits.getByLabelText('limit 1, highest'));
  await user.type(limits.getByLabelText('limit 1, highest'), 'warm');
  expect(screen.getByText(/^highest: .*warm/)).toBeTruthy();
  const stages = within(screen.getByRole('group', { name: 'Stages' }));
  await choose(user, stages.getByLabelText('stage 4, station'), 'yolksac');
  expect((screen.getByRole('button', { name: 'Put in force' }) as HTMLButtonElement).disabled).toBe(true);
  expect(server.sent).toEqual([]);
});

test('a stage more: its id is made of its name, and it can be chosen where stages are', async () => {
  const { user } = show(<SpeciesForm base={char} fresh={false} taken={taken} />);
  const stages = within(screen.getByRole('group', { name: 'Stages' }));
  await user.click(stages.getByRole('button', { name: 'another stage' }));
  await user.type(stages.getByLabelText('stage 5, name, of many'), 'yearlings at sea');
  await user.type(stages.getByLabelText('stage 5, of one'), 'yearling');
  expect((stages.getByLabelText('stage 5, id') as HTMLInputElement).value).toBe('yearlingsAtSe');
  await choose(user, stages.getByLabelText('stage 5, station'), 'fingerlings');
  const drift = within(screen.getByRole('group', { name: 'Unseen loss between counts' }));
  await user.type(drift.getByLabelText('stage 5, % lost a day'), '0.02');
  await user.type(drift.getByLabelText('stage 5, ±'), '0.02');
  await user.type(screen.getByLabelText('Why'), 'we keep them on');
  await user.click(screen.getByRole('button', { name: 'Put in force' }));
  const { payload } = (await onlySent()) as unknown as { payload: { content: typeof char; fresh: boolean } };
  expect(payload.content.stages.at(-1)).toEqual({
    id: 'yearlingsAtSe',
    name: 'yearlings at sea',
    one: 'yearling',
    station: 'fingerlings',
    glyph: 'fry',
  });
  expect(payload.content.drift.at(-1)!.perDay).toBeCloseTo(0.0002, 9);
  expect(payload.content.tasks).toEqual(char.tasks);
  expect(payload.fresh).toBe(false);
});

test('a copy wants a name and a code of its own, and goes as a new one', async () => {
  const { user } = show(<WriteSpecies how="copy" of={char} taken={taken} />);
  expect((screen.getAllByLabelText('Name')[0] as HTMLInputElement).value).toBe('Arctic char, ours');
  await user.type(screen.getByLabelText('Code, for names of lots'), 'AO');
  await user.type(screen.getByLabelText('Why'), 'a lake strain');
  await user.click(screen.getByRole('button', { name: 'Add the species' }));
  expect(await onlySent()).toMatchObject({
    type: 'species.save',
    payload: { fresh: true, content: { id: 'arctic-char-ours', code: 'AO', name: 'Arctic char, ours' } },
  });
});

test('a file is read whole or its faults are listed', async () => {
  expect(await speciesIn(dump(char))).toEqual({ species: char });
  expect(await speciesIn('a: [b')).toMatchObject({ wrong: [expect.stringMatching(/^It is no YAML/)] });
  expect(await speciesIn('hello')).toMatchObject({ wrong: [expect.stringMatching(/^The whole: /)] });
  const broken = { ...char, drift: char.drift.map((d, i) => (i === 0 ? { ...d, perDay: -1 } : d)) };
  expect(await speciesIn(dump(broken))).toMatchObject({
    wrong: [expect.stringMatching(/^drift\.0\.perDay: /)],
  });
});

test('ids are short, of letters, and never taken twice', () => {
  expect(idOf('First post-larva (PL1)', [])).toBe('firstPostLarv');
  expect(idOf('Žába', [])).toBe('zaba');
  expect(idOf('12 weeks', [])).toBe('weeks');
  expect(idOf('', [])).toBe('one');
  expect(idOf('egg', ['egg', 'egg2'])).toBe('egg3');
});
