import { screen, within } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { NOW, onlySent, show } from '../../../../tests/support/screen';
import { OutForm } from '../acts/loss/form';
import type { FateRecord } from '../views/fates';
import { Fates } from './FatesScreen';

const h: ActHolding = {
  unitId: 3,
  unit: 'R3',
  lotId: 9,
  lot: 'ID-31-01',
  stage: 'fingerling',
  can: ['eats'],
  stageName: 'fingerlings',
  number: 400,
  stages: [],
  checks: [],
};

async function chosen(word: string) {
  const drawn = show(<OutForm h={h} />);
  await drawn.user.click(screen.getByLabelText('They were'));
  await drawn.user.click(screen.getByRole('option', { name: word }));
  await drawn.user.type(screen.getByLabelText('Number of animals'), '40');
  return drawn;
}

test('to a display: out of the books as sold or sent, with whom to, a price and a mass where they are known', async () => {
  const { user } = await chosen('to a display');
  await user.type(screen.getByLabelText('To whom'), 'the school of Ivarre');
  await user.type(screen.getByLabelText('Price of one'), '2.5');
  await user.type(screen.getByLabelText('Mass of all, kg'), '1.2');
  await user.click(screen.getByRole('button', { name: 'Record it' }));
  expect((await onlySent()).payload).toMatchObject({
    account: 'sold',
    fate: 'display',
    receiver: 'the school of Ivarre',
    priceEach: 2.5,
    massG: 1200,
    measured: { method: 'counted', number: 40 },
  });
});

test('culled: how they were killed and why stand with it, and the caution where it is done', async () => {
  const { user } = await chosen('culled');
  expect(screen.getByText(/Humane killing only by trained people/)).toBeTruthy();
  await user.type(screen.getByLabelText('Method of killing'), 'bath of the vet');
  await user.click(screen.getByRole('button', { name: 'Record loss' }));
  expect((await onlySent()).payload).toMatchObject({ account: 'culled', method: 'bath of the vet' });
});

test('the page sums by fate, each entry with its paper; an empty year says where it begins', () => {
  const record: FateRecord = {
    entryId: 'e1',
    at: NOW - 86_400_000,
    measuredBy: 'Culturist',
    lotId: 2,
    lot: 'ID-30-01',
    unit: 'D1',
    speciesName: 'Golden ide',
    stays: null,
    taken: false,
    lines: [
      { fate: 'sold', number: 270, massG: 4200, receiver: 'the market of Tessel', priceEach: 4, method: '' },
      { fate: 'culled', number: 18, massG: null, receiver: '', priceEach: null, method: 'bath of the vet' },
    ],
  };
  const { rerender } = show(<Fates records={[record]} now={NOW} timeZone="Europe/Vienna" us={false} />);
  const total = (fate: string) => document.querySelector(`[data-total="${fate}"]`)!.textContent;
  expect(total('sold')).toMatch(/^270sold, 4\.200 kg, for 1.080\.00$/);
  expect(total('culled')).toBe('18culled');
  const rows = screen.getAllByRole('row');
  expect(within(rows[1]!).getByRole('link', { name: 'paper' }).getAttribute('href')).toBe('/print/fates/e1');
  expect(within(rows[2]!).queryByRole('link')).toBeNull();
  rerender(<Fates records={[]} now={NOW} timeZone="Europe/Vienna" us={false} />);
  expect(screen.getByText(/Nothing was sold, shown, eaten or culled within a year/)).toBeTruthy();
});
