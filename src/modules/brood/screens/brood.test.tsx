import { TextEncoder } from 'node:util';
import { screen, within } from '@testing-library/react';
import { bookOf } from '@/client/fish';
import { FateForm } from '@/modules/brood/acts/fate/form';
import { LookForm } from '@/modules/brood/acts/look/form';
import { speciesOf } from '@/reference/shipped';
import { address } from '../../../../tests/support/address';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import { broodFish } from '../../../../tests/support/spawningDay';
import type { BroodView } from '../views/brood';
import { BroodScreen } from './BroodScreen';
import { BroodTools } from './BroodTools';
import { FishSheet } from './FishSheet';

const book = speciesOf('sterlet');
const DAY = 86_400_000;
const ripe = (old = false) => ({ id: 'ripe', name: 'ripe', ready: !old, over: false, at: NOW - DAY, old });
const view = (fish: BroodView['fish']): BroodView => ({
  species: [{ id: 'sterlet', name: 'Sterlet', here: fish.length }],
  book,
  fish,
});
const open = (fish: BroodView['fish'], over: Partial<Parameters<typeof BroodScreen>[0]> = {}) =>
  show(<BroodScreen view={view(fish)} show="here" selected={null} sheet={null} tools={null} {...over} />);
const row = (tag: string) => document.querySelector(`[data-fish="${tag}"]`) as HTMLElement;

test('who is ripe, and what the females may give; what was seen long ago no longer counts as ripe', () => {
  open([
    broodFish(1, 'STF1', 'female', { ripeness: ripe() }),
    broodFish(2, 'STF2', 'female', { ripeness: ripe(true) }),
    broodFish(3, 'STM1', 'male', { ripeness: ripe(), sire: 's1', dam: null, strain: '' }),
    broodFish(4, 'STM2', 'male', { gone: 'died' }),
  ]);
  expect(screen.getByTestId('brood-says').textContent).toContain('1 of 2 females and 1 of 1 males are ripe');
  expect(screen.getByTestId('brood-says').textContent).toContain('about 66\u2005000 eggs');
  expect(row('STF1').textContent).toContain('36\u2005000–96\u2005000');
  expect(row('STM1').textContent).toContain('s1 × ?');
  expect(row('STM1').textContent).toContain('not known');
  expect(row('STM2')).toBeNull();
});

test('none known, none like it, none ripe: each says so', () => {
  const { unmount } = open([]);
  expect(screen.getByText(/No Sterlet brood fish is known yet/)).toBeTruthy();
  unmount();
  address.search = '?brood-find=STX';
  const found = open([broodFish(1, 'STF1', 'female')]);
  expect(screen.getByText(/None of them is like “STX”/)).toBeTruthy();
  found.unmount();
  address.search = '';
  open([broodFish(1, 'STF1', 'female')], { show: 'ripe' });
  expect(screen.getByText('None is ripe by its last look.')).toBeTruthy();
});

test('a fish says what is known of it, and that one injected is barred from food; who has gone is only edited', async () => {
  const sheet = (over = {}, barred: Parameters<typeof FishSheet>[0]['barred'] = []) => (
    <FishSheet
      f={broodFish(1, 'STF1', 'female', { treated: 'carp pituitary', lengthMm: 700, massG: 2400, ...over })}
      book={bookOf(book)}
      history={[]}
      places={[]}
      strains={[]}
      barred={barred}
      inTank={3}
      mayWrite
      close="/brood"
    />
  );
  const { rerender } = show(sheet());
  expect(screen.getByText('carp pituitary: barred from food')).toBeTruthy();
  // 10⁵ · 2400 / 700³
  expect(screen.getByText(/condition 0\.70/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Look' })).toBeTruthy();
  const salt = {
    seq: 1,
    id: 'e1',
    at: 0,
    end: 0,
    ended: true,
    product: 'salt',
    by: 'bath',
    orderedBy: '',
    fish: [1],
    batches: [],
  };
  rerender(sheet({}, [{ treatment: { ...salt, withdrawal: { days: 30 } }, until: 30 * 86_400_000 }]));
  expect(screen.getByText(/salt on .*: barred until 31 Jan/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'It ended' })).toBeNull();
  rerender(sheet({ gone: 'returned to the wild' }));
  expect(screen.queryByRole('button', { name: 'Look' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Edit' })).toBeTruthy();
});

const inHand = { id: 1, tag: 'STF1', sex: 'female' as const, massG: 2400, book: bookOf(book) };

test('a look: nothing seen is nothing to record; an egg sample gives its verdict as it is typed', async () => {
  const { user } = show(<LookForm f={inHand} />);
  const record = () => screen.getByRole('button', { name: 'Record' }) as HTMLButtonElement;
  expect(record().disabled).toBe(true);
  await user.type(screen.getByLabelText(/Egg sample: nucleus/), '0.30/2.3 0.32/2.3');
  expect(screen.getByText(/index 0\.135: /)).toBeTruthy();
  await user.clear(screen.getByLabelText(/Egg sample: nucleus/));
  await user.type(screen.getByLabelText(/Egg sample: nucleus/), '2.4/2.3');
  expect(screen.getByText('in “2.4/2.3” the nucleus lies beyond the egg')).toBeTruthy();
  expect(record().disabled).toBe(true);
  await user.clear(screen.getByLabelText(/Egg sample: nucleus/));
  await user.type(screen.getByLabelText('Mass, kg'), '5.3 lb');
  await user.click(record());
  expect((await onlySent()).payload.massG).toBeCloseTo(2404.04, 1);
});

test('a mass far from the last one is asked about, and the answer sent with the same figures', async () => {
  server.replies = [
    refused('STF1 weighed 2400 g the last time; 24 g is far from that.', 'massG', {
      asks: [
        {
          id: 'sure',
          of: 'answers',
          message: '',
          path: '',
          todo: '',
          choices: [{ value: 'yes', label: 'It is right' }],
        },
      ],
    }),
  ];
  const { user } = show(<LookForm f={inHand} />);
  await user.type(screen.getByLabelText('Mass, kg'), '24 g');
  await user.click(screen.getByRole('button', { name: 'Record' }));
  await user.click(await screen.findByRole('button', { name: 'It is right' }));
  expect(server.sent.map((s) => [s.payload.massG, s.answers?.sure])).toEqual([
    [24, undefined],
    [24, 'yes'],
  ]);
  expect(server.sent[0]!.id).toBe(server.sent[1]!.id);
});

test('an end asks for what it needs: a killing its welfare record, a return its mark and measures', async () => {
  const { user } = show(<FateForm f={inHand} />);
  const end = screen.getByLabelText('What became of it');
  await choose(user, end, 'killed');
  expect(screen.getByText(/needs how it was killed and whether the first application sufficed/)).toBeTruthy();
  await choose(user, screen.getByLabelText('Killed by'), 'blow');
  await user.click(screen.getByLabelText('it did not'));
  await choose(user, end, 'returned');
  await user.type(screen.getByLabelText('Mark it carries'), 'left clip');
  await user.click(screen.getByRole('button', { name: 'Record' }));
  // What was given for another end is not sent with this one.
  expect((await onlySent()).payload).toMatchObject({ fish: 1, fate: 'returned', mark: 'left clip' });
  expect((await onlySent()).payload.method).toBeUndefined();
  expect((await onlySent()).payload.firstSufficed).toBeUndefined();
});

test('a list that is read in shows each row’s problem, and is sent only when there is none', async () => {
  const { user } = show(
    <BroodTools
      species={{ id: 'sterlet', name: 'Sterlet' }}
      allSpecies={[{ id: 'sterlet', name: 'Sterlet' }]}
      known={[{ tag: 'STF1', sex: 'female' }]}
      units={['H3']}
      strains={[]}
      first={false}
    />,
  );
  await user.click(screen.getByRole('button', { name: 'Read in a list' }));
  const file = (text: string) => new File([text], 'brood.csv', { type: 'text/csv' });
  const bad = file('tag,sex,mass kg,unit\nSTF1,f,2.4,H3\nSTF2,x,heavy,H99\n');
  // jsdom's files cannot be read as bytes.
  const bytes = (f: File, text: string) => {
    f.arrayBuffer = async () => new TextEncoder().encode(text).buffer as ArrayBuffer;
    return f;
  };
  await user.upload(
    screen.getByLabelText(/CSV file/),
    bytes(bad, 'tag,sex,mass kg,unit\nSTF1,f,2.4,H3\nSTF2,x,heavy,H99\n'),
  );
  expect(await screen.findByText(/3 cells to correct in the file/)).toBeTruthy();
  expect(screen.getByText(/line 3, sex: “x” is no sex/)).toBeTruthy();
  const send = screen.getByRole('button', { name: 'Read them in' }) as HTMLButtonElement;
  expect(send.disabled).toBe(true);
  const good = 'tag,sex,mass kg,unit\nSTF1,f,2.4,H3\nSTF2,f,2.1,H3\n';
  await user.upload(screen.getByLabelText(/CSV file/), bytes(file(good), good));
  expect((await screen.findByText(/1 new, 1 known/)).textContent).toContain('2');
  await user.click(send);
  expect(within(document.body).queryByText(/to correct in the file/)).toBeNull();
  expect(await onlySent()).toMatchObject({
    type: 'brood.import',
    payload: { species: 'sterlet', fileName: 'brood.csv', text: good },
  });
});
