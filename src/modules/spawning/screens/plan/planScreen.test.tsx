import { screen, waitFor, within } from '@testing-library/react';
import { NOW, onlySent, server, show } from '../../../../../tests/support/screen';
import { broodFish } from '../../../../../tests/support/spawningDay';
import { PlanScreen } from './PlanScreen';

const species = { id: 'sterlet', name: 'Sterlet' };
const females = [broodFish(1, 'F1', 'female'), broodFish(2, 'F2', 'female')];
const males = [
  broodFish(11, 'M1', 'male'),
  broodFish(12, 'M2', 'male'),
  broodFish(13, 'M3', 'male', { strain: 'Tessel' }),
];

/** Kinship as the server answers: F1 and M1 are full sibs, the others strangers. */
function kinship(near = 0.25) {
  const n = 5;
  const matrix = Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j): number => (i === j ? 0.5 : 0)));
  matrix[0]![2] = near;
  matrix[2]![0] = near;
  const order = ['1', '2', '11', '12', '13'];
  return {
    order,
    kinship: matrix,
    completeness: Object.fromEntries(order.map((id) => [id, id === '2' ? 0.2 : 1])),
    inbreeding: Object.fromEntries(order.map((id) => [id, 0])),
    pedigree: 5000,
  };
}
const open = async (over: Partial<Parameters<typeof PlanScreen>[0]> = {}) => {
  server.pages['/api/kinship'] = kinship();
  const drawn = show(<PlanScreen species={species} females={females} males={males} days={[]} {...over} />);
  await screen.findByText(/Pedigree of 5.000 animals\./);
  return drawn;
};
const best = (crosses: { female: string; male: string }[], meanOffspringF: number) => {
  server.pages['/api/calc'] = { output: { crosses, meanOffspringF, groupCoancestry: 0.1, gap: 0 } };
};
const costs = () => screen.getByTestId('plan-costs');

test('without ripe fish of both sexes it says what stands, what to do first, and who else is ripe', () => {
  const old = { id: 'ripe', name: 'ripe', ready: false, over: false, at: NOW - 90 * 86_400_000, old: true };
  show(
    <PlanScreen
      species={species}
      females={females}
      males={[]}
      days={[]}
      list={[species, { id: 'pike', name: 'Pike' }]}
      here={[
        ...females,
        broodFish(11, 'M1', 'male', { ripeness: old }),
        broodFish(12, 'M2', 'male', { ripeness: null }),
      ]}
      ready={[{ id: 'pike', name: 'Pike', females: 3, males: 5 }]}
    />,
  );
  expect(screen.getByText(/2 females and 0 males are ripe or about to be/)).toBeTruthy();
  expect(screen.getByText(/it lacks males/)).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Look the fish over' }).getAttribute('href')).toBe(
    '/brood?species=sterlet&show=here',
  );
  const rows = within(screen.getByRole('region', { name: 'What stands' })).getAllByRole('row');
  expect(rows.map((r) => r.textContent).at(-1)).toBe('not looked at21');
  expect(screen.getByText(/\(3 females, 5 males\)/)).toBeTruthy();
});

test('strains are held apart in the search, until crossing them is meant', async () => {
  const { user } = await open();
  best([{ female: 'F1', male: 'M3' }], 0);
  const find = () => user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  const asked = () => server.asked.at(-1) as { input: { males: object[] } };
  await find();
  await waitFor(() => expect(costs().getAttribute('data-mean')).toBe('0'));
  await waitFor(() => expect(asked().input.males[2]).toMatchObject({ stock: 'Tessel' }));
  await user.click(screen.getByLabelText('cross strains too'));
  await find();
  await waitFor(() => expect(asked().input.males[2]).not.toHaveProperty('stock'));
});

test('the plan found stands with its cost against one drawn by lot, and what is wrong with it', async () => {
  const { user } = await open();
  best(
    [
      { female: 'F1', male: 'M2' },
      { female: 'F2', male: 'M1' },
    ],
    0,
  );
  await user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  await waitFor(() => expect(costs().getAttribute('data-mean')).toBe('0'));
  expect(costs().textContent).toContain('Proven: no plan within these limits has less.');
  // By lot F1 meets her brother in half of the cases that her strain leaves open: a quarter, an eighth, a sixteenth.
  expect(costs().textContent).toContain('drawn by lot6.25 %');
  expect(screen.getByText('One male only: F1, F2. His fertility may be low; two or three are usual.')).toBeTruthy();
  expect(screen.getByText(/Of 1 of 5 less than half the ancestors are known/)).toBeTruthy();
});

test('a near relative given by hand is said at once, and the best stays beside it', async () => {
  const { user } = await open();
  best(
    [
      { female: 'F1', male: 'M2' },
      { female: 'F2', male: 'M1' },
    ],
    0,
  );
  await user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  await waitFor(() => costs());
  await user.click(screen.getByRole('button', { name: 'F1' }));
  const hers = within(screen.getByRole('region', { name: 'Males of F1' }));
  expect(hers.getByText(/100 % of her ancestors/)).toBeTruthy();
  // Another strain is barred, the least related stand first.
  expect((hers.getByLabelText(/M3/) as HTMLInputElement).disabled).toBe(true);
  await user.click(hers.getByLabelText(/M2/));
  await user.click(hers.getByLabelText(/M1/));
  expect(screen.getByText('Half sibs or nearer: F1 × M1. Give them other mates.')).toBeTruthy();
  expect(Number(costs().getAttribute('data-mean'))).toBeCloseTo(0.125, 9);
  expect(costs().textContent).toContain('best possible0 %');
});

test('a pair that must not be is barred: its cross goes, and the search is told', async () => {
  const { user } = await open();
  best([{ female: 'F1', male: 'M2' }], 0);
  await user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  await waitFor(() => costs());
  await user.click(screen.getByRole('button', { name: 'F1' }));
  const hers = within(screen.getByRole('region', { name: 'Males of F1' }));
  const row = hers.getByLabelText(/M2/).closest('li')!;
  await user.click(within(row).getByRole('button', { name: 'bar' }));
  expect(hers.getByLabelText(/M2/).getAttribute('aria-checked')).toBe('false');
  const asked: unknown[] = [];
  const fetched = globalThis.fetch;
  globalThis.fetch = (async (path: string, init: RequestInit) => {
    if (path === '/api/calc') asked.push(JSON.parse(String(init.body)).input.avoid);
    return fetched(path, init);
  }) as typeof fetch;
  await user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  await waitFor(() => expect(asked).toEqual([[['F1', 'M2']]]));
});

test('a search that is stopped is stopped: the click does not begin another', async () => {
  const { user } = await open();
  let asked = 0;
  globalThis.fetch = ((_: string, init: RequestInit) => {
    asked += 1;
    return new Promise((_ok, no) => {
      init.signal!.addEventListener('abort', () => no(Object.assign(new Error('stopped'), { name: 'AbortError' })));
    });
  }) as typeof fetch;
  await user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  await user.click(await screen.findByRole('button', { name: 'Stop' }));
  await screen.findByRole('button', { name: 'Find the best plan' });
  expect([asked, screen.queryByRole('alert')]).toEqual([1, null]);
});

test('one who is left out is out of the plan, and can be taken in again', async () => {
  const { user } = await open();
  await user.click(screen.getByRole('button', { name: 'F2' }));
  await user.click(screen.getByRole('button', { name: 'Leave F2 out' }));
  expect(screen.queryByRole('button', { name: 'F2' })).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Take them in again' }));
  expect(screen.getByRole('button', { name: 'F2' })).toBeTruthy();
});

test('what cannot be planned says which limit makes it so; the page lives on', async () => {
  const { user } = await open();
  server.pages = {};
  await user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  expect((await screen.findByRole('alert')).textContent).toContain('no page');
  expect((screen.getByRole('button', { name: 'Find the best plan' }) as HTMLButtonElement).disabled).toBe(false);
});

test('taken to a spawning day it goes as females with their males, and how the milt is given', async () => {
  const { user } = await open({ days: [{ id: 7, name: 'Sterlet, 12 Apr' }] });
  best(
    [
      { female: 'F1', male: 'M2' },
      { female: 'F1', male: 'M1' },
      { female: 'F2', male: 'M2' },
    ],
    0,
  );
  await user.click(screen.getByRole('button', { name: 'Find the best plan' }));
  await waitFor(() => costs());
  expect(screen.getByRole('link', { name: 'Sterlet, 12 Apr' })).toBeTruthy();
  await user.click(screen.getByLabelText('pooled'));
  expect(screen.getByText(/Pooling hides unequal fathers/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Plan this day' }));
  expect(await onlySent()).toMatchObject({
    type: 'spawning.save',
    payload: {
      species: 'sterlet',
      plan: {
        how: 'pooled',
        crosses: [
          { female: 1, males: [12, 11] },
          { female: 2, males: [12] },
        ],
      },
    },
  });
});
