import { screen, waitFor, within } from '@testing-library/react';
import '../../tests/support/choose';
import { address } from '../../tests/support/address';
import { show } from '../../tests/support/screen';
import { type DataColumn, DataTable } from './DataTable';

type Tank = { name: string; fish: number; kg: number | null };
const tanks: Tank[] = [
  { name: 'R10', fish: 200, kg: 4 },
  { name: 'R2', fish: 1500, kg: null },
  { name: 'R1', fish: 30, kg: 12.5 },
];
const columns: DataColumn<Tank>[] = [
  { id: 'name', head: 'tank', first: true, value: (t) => t.name, cell: (t) => <a href={`/${t.name}`}>{t.name}</a> },
  { id: 'fish', head: 'fish', num: true, value: (t) => t.fish },
  { id: 'kg', head: 'kg', num: true, value: (t) => t.kg },
];
const table = (rows = tanks, more = {}) =>
  show(
    <DataTable name="tanks" noun={['tank', 'tanks']} columns={columns} rows={rows} rowKey={(t) => t.name} {...more} />,
  );
const order = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((r) => within(r).getAllByRole('cell')[0]!.textContent);
const head = (word: string) => screen.getByRole('columnheader', { name: word });

beforeEach(() => {
  address.search = '';
});

test('as given until a head is pressed; figures fall, names go as people count, and a third press gives it up', async () => {
  const { user } = table();
  expect(order()).toEqual(['R10', 'R2', 'R1']);
  await user.click(within(head('fish')).getByRole('button'));
  await waitFor(() => expect(order()).toEqual(['R2', 'R10', 'R1']));
  expect(head('fish').getAttribute('aria-sort')).toBe('descending');
  expect(address.search).toBe('?tanks-by=fish.down');
  await user.click(within(head('fish')).getByRole('button'));
  await waitFor(() => expect(order()).toEqual(['R1', 'R10', 'R2']));
  await user.click(within(head('fish')).getByRole('button'));
  await waitFor(() => expect(order()).toEqual(['R10', 'R2', 'R1']));
  await user.click(within(head('tank')).getByRole('button'));
  await waitFor(() => expect(order()).toEqual(['R1', 'R2', 'R10']));
});

test('cards on a phone have no heads: they are sorted from a menu, which says how they stand', async () => {
  const { user } = table();
  await user.click(screen.getByRole('button', { name: 'Sort by' }));
  await user.click(await screen.findByRole('menuitem', { name: 'fish' }));
  await waitFor(() => expect(order()).toEqual(['R2', 'R10', 'R1']));
  await user.click(screen.getByRole('button', { name: 'Sort by' }));
  expect(await screen.findByRole('menuitem', { name: 'fish, falling' })).toBeTruthy();
});

test('what is not known stands last, whichever way it goes', async () => {
  const { user } = table();
  const press = () => user.click(within(head('kg')).getByRole('button'));
  await press();
  await waitFor(() => expect(order()).toEqual(['R1', 'R10', 'R2']));
  await press();
  await waitFor(() => expect(order()).toEqual(['R10', 'R1', 'R2']));
});

test('an address brings order, columns and what was sought; one that means nothing is borne', async () => {
  address.search = '?tanks-by=kg.up&tanks-without=fish&tanks-find=r1';
  const { unmount } = table(tanks, { find: 'tank' });
  expect(order()).toEqual(['R10', 'R1']);
  expect(screen.queryByRole('columnheader', { name: 'fish' })).toBeNull();
  expect(screen.getByRole('status').textContent).toBe('2 of 3 tanks');
  unmount();
  address.search = '?tanks-by=nothing.up&tanks-without=name';
  table();
  expect(order()).toEqual(['R10', 'R2', 'R1']);
});

test('columns are taken away and put back; what a row is of stays', async () => {
  const { user } = table();
  await user.click(screen.getByRole('button', { name: 'Columns' }));
  const menu = await screen.findByRole('menu');
  expect(
    within(menu)
      .getAllByRole('menuitemcheckbox')
      .map((x) => x.textContent),
  ).toEqual(['fish', 'kg']);
  await user.click(within(menu).getByRole('menuitemcheckbox', { name: 'kg' }));
  await waitFor(() => expect(screen.queryByText('kg', { selector: 'th *' })).toBeNull());
  expect(address.search).toBe('?tanks-without=kg');
});

test('nothing like it says so, and leads back', async () => {
  const { user } = table(tanks, { find: 'tank' });
  await user.type(screen.getByLabelText('tank'), 'zz');
  await screen.findByText(/None of them is like “zz”/);
  await user.click(screen.getByRole('button', { name: 'Show all' }));
  await waitFor(() => expect(order()).toHaveLength(3));
});

test('arrow keys go from row to row', async () => {
  const { user } = table();
  screen.getByRole('link', { name: 'R10' }).focus();
  await user.keyboard('{ArrowDown}');
  expect(document.activeElement?.textContent).toBe('R2');
  await user.keyboard('{End}');
  expect(document.activeElement?.textContent).toBe('R1');
  await user.keyboard('{ArrowDown}{Home}');
  expect(document.activeElement?.textContent).toBe('R10');
});

test('of thousands only those in sight are drawn, and all are counted', () => {
  const many = Array.from({ length: 3000 }, (_, i) => ({ name: `T${i}`, fish: i, kg: null }));
  table(many);
  expect(screen.getByRole('status').textContent).toBe('3000 tanks');
  expect(document.querySelectorAll('tbody tr').length).toBeLessThan(200);
});

test('what is shown is taken away: its columns, its order, figures as figures, no formulas', async () => {
  const taken: Blob[] = [];
  URL.createObjectURL = (b) => {
    taken.push(b as Blob);
    return 'blob:x';
  };
  URL.revokeObjectURL = () => {};
  HTMLAnchorElement.prototype.click = () => {};
  address.search = '?tanks-by=fish.down&tanks-without=kg';
  const { user } = table([...tanks, { name: '=1+1', fish: 5000, kg: 1 }]);
  await user.click(screen.getByRole('button', { name: 'Take away as CSV' }));
  await waitFor(() => expect(taken).toHaveLength(1));
  const text = await new Promise<string>((done) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.readAsText(taken[0]!);
  });
  expect(text.replace('\ufeff', '').split('\r\n')).toEqual([
    'tank,fish',
    '"\'=1+1",5000',
    'R2,1500',
    'R10,200',
    'R1,30',
  ]);
});

test('a column in which nothing stands is none', () => {
  table(tanks.map((t) => ({ ...t, kg: null })));
  expect(screen.getAllByRole('columnheader').map((h) => h.textContent)).toEqual(['tank', 'fish']);
});
