import { screen } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { choose } from '../../../../tests/support/choose';
import { onlySent, refused, server, show } from '../../../../tests/support/screen';
import { ReleaseForm } from '../acts/release/form';

const holding = {
  unitId: 32,
  unit: 'W2',
  lotId: 4,
  lot: 'AC-29-04 L',
  stage: 'fingerling',
  can: ['eats'],
} as unknown as ActHolding;
const sites = [
  { id: 5, name: 'Lower Ombrel', permit: 'no. 7', points: ['Mill ford', 'Reed bank', 'Old lock'] },
  { id: 6, name: 'Lake Ivarre', permit: '', points: [] },
];
const loaded = { batches: [{ massG: 850, count: 100 }], bucketsG: [3400, 3500, 3300, 3450, 3400, 3350] };

test('what was weighed when it was loaded stands in it; buckets are shared over the places of the reach, and carried by names', async () => {
  const { user } = show(<ReleaseForm h={holding} sites={sites} site={5} haul={9} loaded={loaded} />);
  expect((screen.getByLabelText(/^Buckets,/) as HTMLInputElement).value.split(' ')).toHaveLength(6);
  expect(screen.getByText('Over which places: some 2 buckets at each')).toBeTruthy();
  await choose(user, screen.getAllByLabelText('Place')[0]!, 'Mill ford');
  await user.type(screen.getAllByLabelText('Buckets')[0]!, '4');
  await user.type(screen.getAllByLabelText('Carried by')[0]!, 'Tove');
  await user.type(screen.getByLabelText('Marked'), 'adipose clip');
  await user.type(screen.getByLabelText('of them, %'), '25');
  await user.click(screen.getByRole('button', { name: 'Record release' }));
  expect(await onlySent()).toMatchObject({
    type: 'release.record',
    payload: {
      unit: 32,
      site: 5,
      haul: 9,
      bucketsG: loaded.bucketsG,
      spread: [{ point: 'Mill ford', buckets: 4, by: 'Tove' }],
      mark: 'adipose clip',
      markedShare: 0.25,
    },
  });
});

test('a water without places asks for none; more carried than weighed is told where it is typed', async () => {
  const { user, unmount } = show(<ReleaseForm h={holding} sites={sites} site={6} loaded={loaded} />);
  expect(screen.queryByLabelText('Place')).toBeNull();
  expect(screen.getByTestId('permit').textContent).toContain('No permit is on file');
  expect(screen.queryByLabelText('of them, %')).toBeNull();
  unmount();
  const { user: again } = { user };
  show(<ReleaseForm h={holding} sites={sites} site={5} loaded={loaded} />);
  server.replies.push(refused('9 buckets were carried, and 6 weighed.', 'spread'));
  await choose(again, screen.getAllByLabelText('Place')[0]!, 'Old lock');
  await again.type(screen.getAllByLabelText('Buckets')[0]!, '9');
  await again.click(screen.getByRole('button', { name: 'Record release' }));
  expect((await screen.findAllByText(/9 buckets were carried/)).length).toBeGreaterThan(0);
});
