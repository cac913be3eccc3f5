import { act, screen, within } from '@testing-library/react';
import { NOW, onlySent, server, show } from '../../../../tests/support/screen';
import type { VaccinationView } from '../views/vaccination';
import { VaccinationScreen } from './VaccinationScreen';

const plan = {
  way: 'injection' as const,
  vaccine: 'Furunculosis in oil',
  vaccineLot: 'V-31',
  mlEach: 0.1,
  number: 5000,
  longestS: 180,
  anaesthetic: '',
  needleAfter: 1000,
  orderedBy: 'the vet',
  label: 'its label',
  oil: true,
};
const hand = (name: string, over: Partial<VaccinationView['state']['hands'][number]> = {}) => ({
  ...{ hand: name, done: 800, perHour: 612.4, sinceNeedle: 800, needleDue: false },
  ...over,
});
const batch = (id: string, over: Partial<VaccinationView['batches'][number]> = {}) => ({
  ...{ id, at: NOW - 600_000, number: 400, hand: 'Hand', asleepS: 95, dead: 0 },
  ...over,
});
const session = (over: Partial<VaccinationView> = {}): VaccinationView => ({
  ...{ id: 3, unitId: 4, lotId: 5, stage: 'fingerling', plan, begunAt: NOW - 7_200_000, closedAt: null },
  ...{ unit: 'R4', lot: 'AC-30-02', stands: 5100 },
  state: {
    ...{ done: 1600, dead: 2, left: 3400, volumeMl: 160, tooLong: 0 },
    hands: [hand('Hand'), hand('Culturist', { perHour: null })],
    endsAt: NOW + 3 * 3_600_000,
  },
  batches: [batch('b2'), batch('b1', { dead: 2 })],
  ...over,
});
const draw = (over: Partial<VaccinationView> = {}, who: Parameters<typeof show>[1] = {}) =>
  show(<VaccinationScreen of={session(over)} />, who);
const state = (over: Partial<VaccinationView['state']>) => ({ state: { ...session().state, ...over } });

test('how far it is, what it took, when it will be through at this pace', () => {
  draw();
  expect(screen.getByTestId('vaccinated').textContent).toBe('1\u2005600');
  const line = screen.getByTestId('vaccinated').parentElement!.textContent!.replaceAll('\u2005', ' ');
  expect(line).toBe('1 600 of 5 000 done, 160 mL used, 2 died; through at 10:42 at this pace');
  const hands = within(screen.getByRole('region', { name: 'Hands' }));
  expect(hands.getByText('612 an hour')).toBeTruthy();
  expect(hands.getAllByText('800 with this needle')).toHaveLength(2);
});

test('a needle that is due stands out and is changed by one tap; a batch that slept too long is told with what to do', async () => {
  const { user } = draw(
    state({ tooLong: 1, hands: [hand('Hand', { sinceNeedle: 1040, needleDue: true })], endsAt: null }),
  );
  expect(screen.getByText(/^change the needle: 1.040 since$/).className).toContain('text-hand');
  expect(screen.getByText(/1 batch slept longer than the 180 s that they may: smaller batches/)).toBeTruthy();
  expect(screen.queryByText(/at this pace/)).toBeNull();
  await user.click(screen.getByRole('button', { name: 'needle changed' }));
  expect((await onlySent()).payload).toEqual({ vaccination: 3, what: 'needle', hand: 'Hand' });
});

test('the clock of the batch that sleeps: longer than they may, it says to take them out; its time goes with the count', async () => {
  const { user } = draw();
  const real = Date.now;
  const begun = real();
  try {
    await user.click(screen.getByRole('button', { name: 'They are in the bath' }));
    Date.now = () => begun + 195_000;
    // The clock ticks twice a second.
    await act(() => new Promise((done) => setTimeout(done, 700)));
    expect(screen.getByRole('timer').textContent).toMatch(/^3:1\d$/);
    expect(screen.getByText(/out of the bath now, into fresh water/)).toBeTruthy();
    await user.type(screen.getByLabelText('Injected'), '250');
    server.replies.push({ body: { result: { done: 1850 }, entries: [] } });
    await user.click(screen.getByRole('button', { name: 'The batch is through' }));
  } finally {
    Date.now = real;
  }
  expect(await onlySent()).toMatchObject({
    type: 'vaccination.batch',
    payload: { vaccination: 3, what: 'batch', number: 250, hand: 'Manager', asleepS: expect.closeTo(195, -0.7) },
  });
  // The next batch begins with its clock at rest, with the same hands.
  expect(await screen.findByRole('button', { name: 'They are in the bath' })).toBeTruthy();
  expect((screen.getByLabelText('Injected') as HTMLInputElement).value).toBe('');
  expect((screen.getByLabelText('By whose hands') as HTMLInputElement).value).toBe('Manager');
});

test('only the last batch can be taken back, by who may record; a reader sees all of it', async () => {
  const { user, unmount } = draw();
  const back = screen.getAllByRole('button', { name: 'take it back' });
  expect(back).toHaveLength(1);
  await user.click(back[0]!);
  expect(await onlySent()).toMatchObject({ payload: { vaccination: 3, batch: 'b2' } });
  unmount();
  draw({}, { role: 'reader' });
  expect(screen.queryByRole('button', { name: 'take it back' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'The batch is through' })).toBeNull();
  expect(screen.getByTestId('vaccinated')).toBeTruthy();
});

test('closed it says since when, and nothing more is recorded; before the first batch it cannot be closed', () => {
  const { unmount } = draw({ closedAt: NOW - 86_400_000 });
  expect(screen.getByText(/closed 13 Apr/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'They are in the bath' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Close it' })).toBeNull();
  unmount();
  draw({ ...state({ done: 0, dead: 0, volumeMl: 0, hands: [], endsAt: null }), batches: [] });
  expect(screen.queryByRole('button', { name: 'Close it' })).toBeNull();
  expect(screen.getByText('None yet.')).toBeTruthy();
});

test('a pricked hand: oil sends to a hospital at once, other vaccines to a doctor; a bath has no needle', () => {
  const { unmount } = draw();
  expect(screen.getByText(/a hospital at once, with bottle and leaflet/)).toBeTruthy();
  unmount();
  const { unmount: gone } = draw({ plan: { ...plan, oil: false } });
  expect(screen.getByText(/To a doctor, with bottle and leaflet/)).toBeTruthy();
  gone();
  draw({ plan: { ...plan, way: 'bath', mlEach: undefined, mgPerL: 12.5, longestS: undefined } });
  expect(screen.getByTestId('vaccinated').parentElement!.textContent).toContain('12.5 mg/L');
  expect(screen.getByLabelText('Through')).toBeTruthy();
  expect(screen.queryByText(/Pricked hand/)).toBeNull();
  expect(screen.queryByText(/with this needle/)).toBeNull();
});
