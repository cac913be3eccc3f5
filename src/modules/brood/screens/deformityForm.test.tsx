import { screen, waitFor } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { DeformityForm } from '@/modules/brood/acts/deformity/form';
import { onlySent, show } from '../../../../tests/support/screen';

const holding = { unitId: 1, unit: 'R1', lotId: 9, lot: 'AC-31-01', stage: 'fry', number: 4000 } as ActHolding;

test('each tap is a fish unless somebody says otherwise; kinds tapped away again are none', async () => {
  const { user } = show(<DeformityForm h={holding} />);
  await user.type(screen.getByLabelText('Looked at'), '150');
  await user.click(screen.getByRole('button', { name: 'jaw: one more' }));
  await user.click(screen.getByRole('button', { name: 'jaw: one more' }));
  await user.click(screen.getByRole('button', { name: 'skull: one more' }));
  await user.click(screen.getByRole('button', { name: 'skull: one less' }));
  expect(screen.getByText('2, if none has two')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Record' }));
  await waitFor(async () =>
    expect((await onlySent()).payload).toMatchObject({ looked: 150, deformed: 2, kinds: { jaw: 2 } }),
  );
});

test('none deformed is a record too; how many were looked at is wanted', async () => {
  const { user } = show(<DeformityForm h={holding} />);
  expect(screen.getByText('needs how many were looked at')).toBeTruthy();
  await user.type(screen.getByLabelText('Looked at'), '60');
  await user.click(screen.getByRole('button', { name: 'Record' }));
  await waitFor(async () => expect((await onlySent()).payload).toMatchObject({ looked: 60, deformed: 0, kinds: {} }));
});
