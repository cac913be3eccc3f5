import { screen, within } from '@testing-library/react';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { OwnDates as Own } from '../views/ownDates';
import { OwnDates } from './OwnDates';

const own = (over: Partial<Own> = {}): Own => ({
  own: true,
  dates: [
    { milestone: 'hatched', lot: 'AC-30-01', predictedDays: 92, observedDays: 96, at: NOW, left: false },
    { milestone: 'hatched', lot: 'AC-30-02', predictedDays: 88, observedDays: 91, at: NOW, left: false },
  ],
  milestones: [
    { id: 'hatched', name: 'half hatched', n: 2, factor: 1.038, shippedHalf: 12.4, ownHalf: 4.24, moved: false },
    { id: 'eyed', name: 'eyed', n: 0, factor: 1.001, shippedHalf: 12.4, ownHalf: 12.4, moved: false },
  ],
  ...over,
});

test('pace and interval with and without own dates, each date with its lot to point at', () => {
  show(<OwnDates species="arctic-char" own={own()} mayEdit />);
  const rows = screen.getAllByRole('row').map((r) => r.textContent);
  expect(rows).toContain('half hatched23.8 % slower12 %4.2 %');
  expect(rows).toContain('eyed0as Reference12 %12.4 %');
  const plot = within(screen.getByRole('img', { name: /2 dates observed here/ }));
  expect(plot.getByText('AC-30-01, half hatched: predicted 92.0, seen 96.0 days')).toBeTruthy();
});

test('it is switched off with a reason, and says so as long as it is', async () => {
  server.replies.push(refused('Say why.', 'why'));
  const { user, rerender } = show(<OwnDates species="arctic-char" own={own()} mayEdit />);
  const button = screen.getByRole('button', { name: 'Follow Reference alone' }) as HTMLButtonElement;
  expect(button.disabled).toBe(true);
  await user.type(screen.getByLabelText('Why change that'), 'new thermometers');
  await user.click(button);
  expect(await onlySent()).toMatchObject({
    type: 'clock.use',
    payload: { species: 'arctic-char', own: false, why: 'new thermometers' },
  });
  expect(await screen.findByText('Say why.')).toBeTruthy();
  rerender(<OwnDates species="arctic-char" own={own({ own: false })} mayEdit />);
  expect(screen.getByText(/Switched off: forecasts follow Reference alone/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Let own dates bend it' })).toBeTruthy();
});

test('a date far off is called, and so is a pace beyond what Reference lets expect', () => {
  const o = own();
  o.dates[1]!.left = true;
  o.milestones[0]!.moved = true;
  show(<OwnDates species="arctic-char" own={o} mayEdit={false} />);
  expect(screen.getByText(/1 of the dates lies so far off that a time was entered wrongly/)).toBeTruthy();
  expect(screen.getByText(/lies outside of what Reference lets expect/)).toBeTruthy();
  expect(screen.queryByLabelText('Why change that')).toBeNull();
});

test('without a date it says what would make one', () => {
  show(<OwnDates species="arctic-char" own={own({ dates: [], milestones: [] })} mayEdit />);
  expect(screen.getByText(/No date was seen here yet.*eyed check/)).toBeTruthy();
  expect(screen.queryByRole('table')).toBeNull();
});
