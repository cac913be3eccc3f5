import { screen, within } from '@testing-library/react';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { OrderRow, Orders } from '../views/orders';
import { OrdersScreen } from './OrdersScreen';

const DAY = 86_400_000;
const order = (over: Partial<OrderRow> = {}): OrderRow => ({
  id: 3,
  customer: 'Weir farm',
  species: 'sterlet',
  speciesName: 'Sterlet',
  number: 10_000,
  leastG: 2.5,
  dueAt: NOW + 19 * DAY,
  priceEach: 0.35,
  note: '',
  madeAt: NOW - 9 * DAY,
  closedAt: null,
  delivered: 0,
  ...over,
});
const lots: Orders['lots'] = [{ id: 'R8', species: 'sterlet', number: 29_000, sd: 500, meanG: 4, risePerDay: 0.01 }];
const draw = (orders: OrderRow[], over: Partial<Orders> = {}, as: object = {}) =>
  show(<OrdersScreen of={{ orders, lots, species: [{ id: 'sterlet', name: 'Sterlet' }], ...over }} />, as);
const line = () => document.querySelector('[data-order="Weir farm"]') as HTMLElement;

test('an order says how many of which size for how much, and in how many seasons it is there', () => {
  draw([order()]);
  expect(line().textContent).toContain('10\u2005000 Sterlet of 2.50 g');
  expect(line().textContent).toContain('0.35 each, 3\u2005500 in all');
  // 29 000 of 4 g stand and grow: ten thousand above 2.5 g are as good as there.
  expect(within(line()).getByTestId('odds').textContent).toContain('100 of 100 seasons');
});

test('what was delivered is not promised again; what is served says so', () => {
  const { unmount } = draw([order({ number: 60_000, delivered: 50_000 })]);
  expect(line().textContent).toContain('50\u2005000 delivered');
  expect(within(line()).getByTestId('odds').textContent).toContain('100 of 100 seasons');
  unmount();
  draw([order({ delivered: 10_000 })]);
  expect(line().textContent).toContain('served');
  expect(within(line()).queryByTestId('odds')).toBeNull();
});

test('more than stands is no promise, on no day; nothing weighed is no odds at all', () => {
  const { unmount } = draw([order({ number: 40_000 })]);
  expect(within(line()).getByTestId('odds').textContent).toContain('0 of 100 seasons');
  expect(within(line()).getByTestId('odds').textContent).toContain('cannot be promised');
  unmount();
  draw([order()], { lots: [] });
  expect(line().textContent).toContain('Nothing of it stands here that was weighed.');
});

test('an overdue order stands out and is counted', () => {
  draw([order({ dueAt: NOW - DAY }), order({ id: 4, customer: 'Pool', dueAt: NOW + DAY })]);
  expect(screen.getByText('2 open, 1 overdue')).toBeTruthy();
  expect(within(line()).getByText('13 Apr').className).toContain('text-hand');
});

test('the odds stand beside the order while it is changed; what is refused is said at its field', async () => {
  const { user } = draw([order()]);
  await user.click(screen.getByRole('button', { name: 'Change it' }));
  const dialog = await screen.findByRole('dialog', { name: 'Order of Weir farm' });
  const number = within(dialog).getByLabelText('How many');
  await user.clear(number);
  await user.type(number, '40000');
  expect(within(dialog).getByTestId('odds').textContent).toContain('0 of 100 seasons');
  server.replies.push(refused('was served already', 'number'));
  await user.click(within(dialog).getByRole('button', { name: 'Keep' }));
  expect(await within(dialog).findByText(/was served already/)).toBeTruthy();
  expect(await onlySent()).toMatchObject({ type: 'order.save', payload: { id: 3, number: 40_000 } });
  expect((number as HTMLInputElement).value).toBe('40000');
});

test('whoever only reads takes no order', () => {
  draw([], {}, { role: 'reader' });
  expect(screen.getByText('Nothing is promised.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take an order' })).toBeNull();
});
