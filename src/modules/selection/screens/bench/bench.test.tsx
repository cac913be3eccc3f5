import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { type JudgedFish, judgedFish } from '@/core/selection/judged';
import { wholeScheme } from '@/core/selection/scheme';
import { NOW, refused, type Sent, server, show } from '../../../../../tests/support/screen';
import type { SelectionBenchView } from '../../views/bench';
import { SelectionBench } from './SelectionBench';

let serial = 0;
const fish = (more: Partial<JudgedFish> = {}): JudgedFish => {
  serial += 1;
  return judgedFish.parse({
    id: `0190a0a0-0000-7000-8000-${String(serial).padStart(12, '0')}`,
    nth: 1,
    bowl: 1,
    decision: 'keep',
    at: NOW - 1000 + serial,
    ...more,
  });
};
const view = (more: Partial<SelectionBenchView> = {}): SelectionBenchView => ({
  id: 7,
  is: 'open',
  entryId: null,
  unitId: 1,
  unit: 'D1',
  lotId: 2,
  lot: 'ID-30-01',
  speciesId: 'ide',
  speciesName: 'Golden ide',
  stage: 'fingerling',
  strain: 'Aldern golden',
  begunAt: NOW - 3_600_000,
  number: 200,
  sd: 0,
  meanG: 12,
  celsius: 14,
  leastMgPerL: 6,
  scheme: wholeScheme({
    reasons: [
      { id: 'shallow', word: 'shallow body', group: 'build' },
      { id: 'ground', word: 'ground colour cloudy', group: 'quality' },
    ],
    signs: [{ id: 'fins', word: 'colour at the fins' }],
    types: ['plain', 'marked'],
    lengthRatio: 1.5,
  }),
  goal: { keep: 20, second: 10, fromMm: 80, toMm: 110 },
  fish: [],
  lengths: null,
  followed: [],
  odds: [],
  signs: [],
  places: [
    { id: 4, name: 'D4', room: 'Display', kind: 'tank', holds: '', number: 0, free: 300 },
    { id: 5, name: 'D5', room: 'Display', kind: 'tank', holds: 'AC', number: 9, free: 2 },
  ],
  ready: null,
  slow: [],
  lostDays: null,
  ...more,
});
/** What others judged meanwhile. */
const heard = (others: readonly JudgedFish[] = [], open = true) => ({ at: NOW, open, fish: others });
const drawn = (more: Partial<SelectionBenchView> = {}, others: readonly JudgedFish[] = []) => {
  for (const since of [NOW]) server.pages[`/api/selection?of=7&since=${since}`] = heard(others);
  return show(<SelectionBench bench={view(more)} />);
};
const pad = () => screen.getByRole('region', { name: 'The fish in the hand' });
const judged = () => screen.getByTestId('judged').textContent;
const of = (d: string) => document.querySelector(`[data-total="${d}"] b`)!.textContent;
const sentFish = () => server.sent.flatMap((s: Sent) => (s.payload as { fish: JudgedFish[] }).fish);

test('a reason by its digit, a decision by its letter: sent whole, once, with what was chosen', async () => {
  drawn();
  fireEvent.keyDown(pad(), { key: '2' });
  fireEvent.keyDown(pad(), { key: 's' });
  expect([judged(), of('sell')]).toEqual(['1', '1']);
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.sent[0]).toMatchObject({ type: 'selection.judge', payload: { selection: 7 } });
  expect(sentFish()).toMatchObject([{ decision: 'sell', reasons: ['ground'], bowl: 1, nth: 1, gone: false }]);
  // It is blank for the next one.
  fireEvent.keyDown(pad(), { key: 'k' });
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(sentFish().at(-1)).toMatchObject({ decision: 'keep', reasons: [] });
});

test('after a D the digits are deformities; a key in a field is a letter of it', async () => {
  const { user } = drawn();
  fireEvent.keyDown(pad(), { key: 'd' });
  expect(within(pad()).getByText(/Turn it/)).toBeTruthy();
  fireEvent.keyDown(pad(), { key: '1' });
  fireEvent.keyDown(pad(), { key: 'c' });
  expect(of('cull')).toBe('1');
  await user.click(screen.getByText('Follow it: tag, marks, length, remark'));
  await user.type(screen.getByLabelText('Remark'), 'kcsup');
  expect(judged()).toBe('1');
});

test('without a connection it stays, is counted, and goes with the same figures when it is back', async () => {
  server.replies.push('network gone', 'network gone');
  drawn();
  fireEvent.keyDown(pad(), { key: 'k' });
  await waitFor(() => expect(screen.getByTestId('sent').textContent).toMatch(/1 not sent yet: it stays here/));
  expect(judged()).toBe('1');
  expect(JSON.parse(localStorage.getItem('morula selection 7')!).unsent).toHaveLength(1);
  server.replies = [];
  fireEvent.keyDown(pad(), { key: 'p' });
  await waitFor(() => expect(screen.getByTestId('sent').textContent).toBe(''));
  expect(JSON.parse(localStorage.getItem('morula selection 7')!).unsent).toEqual([]);
  expect(new Set(sentFish().map((f) => f.id)).size).toBe(2);
});

test('what another tab of this browser could not send yet stays kept when this one sends its own', async () => {
  drawn();
  const theirs = fish({ decision: 'second' });
  localStorage.setItem('morula selection 7', JSON.stringify({ unsent: [theirs], steps: [] }));
  fireEvent.keyDown(pad(), { key: 'k' });
  await waitFor(() => expect(sentFish()).toHaveLength(1));
  await waitFor(() => expect(screen.getByTestId('sent').textContent).toBe(''));
  const kept = JSON.parse(localStorage.getItem('morula selection 7')!).unsent as { id: string }[];
  expect(kept.map((f) => f.id)).toEqual([theirs.id]);
});

test('what was kept in the browser is there again when the page is opened anew, and is sent', async () => {
  const kept = fish({ decision: 'second' });
  localStorage.setItem(
    'morula selection 7',
    JSON.stringify({ unsent: [kept], steps: [{ id: kept.id, before: null }] }),
  );
  drawn();
  await waitFor(() => expect(of('second')).toBe('1'));
  await waitFor(() => expect(sentFish().map((f) => f.id)).toEqual([kept.id]));
  // This device’s own step, so it may take it back.
  fireEvent.keyDown(pad(), { key: 'Backspace' });
  expect(of('second')).toBe('0');
  await waitFor(() => expect(sentFish().at(-1)).toMatchObject({ id: kept.id, gone: true, nth: 2 }));
});

test('what a colleague judged comes in; of two states of one fish the newer stands', async () => {
  const mine = fish({ decision: 'keep' });
  drawn({ fish: [mine] }, [
    { ...mine, nth: 3, decision: 'sell', reasons: ['shallow'] },
    fish({ decision: 'keep', bowl: 2 }),
  ]);
  await waitFor(() => expect(judged()).toBe('2'));
  expect([of('keep'), of('sell')]).toEqual(['1', '1']);
});

test('one that the server would not take is pointed out, the others go on', async () => {
  server.replies.push(refused('That followed fish was looked at already.', 'fish.0.first'));
  drawn();
  fireEvent.keyDown(pad(), { key: 'k' });
  await waitFor(() => expect(screen.getByTestId('sent').textContent).toMatch(/1 not taken/));
  expect(screen.getByText(/was looked at already/)).toBeTruthy();
  fireEvent.keyDown(pad(), { key: 'u' });
  await waitFor(() => expect(sentFish().some((f) => f.decision === 'undecided')).toBe(true));
});

test('cut by size: taps of one bowl are one record that grows and shrinks', async () => {
  const { user } = drawn();
  const more = screen.getByRole('button', { name: 'one too small' });
  await user.click(more);
  await user.click(more);
  await user.click(more);
  await user.click(screen.getByRole('button', { name: 'one too small less' }));
  expect([judged(), of('sell')]).toEqual(['2', '2']);
  await waitFor(() => expect(sentFish().at(-1)).toMatchObject({ count: 2, reasons: ['small'] }));
  expect(new Set(sentFish().map((f) => f.id)).size).toBe(1);
});

test('a followed fish brings what was said of it; it may not go on without whether it became what was hoped', async () => {
  const then = fish({ tag: 'A7', type: 'plain', signs: ['fins'], marks: [[100, 400, 200, 500]] });
  const { user } = drawn({ followed: [{ fish: then, lot: 'ID-30-01', at: NOW - 170 * 86_400_000 }] });
  await user.click(screen.getByRole('button', { name: /A7/ }));
  expect(screen.getByTestId('then').textContent).toContain('plain; colour at the fins');
  fireEvent.keyDown(pad(), { key: 'k' });
  expect(within(pad()).getByRole('alert').textContent).toContain('Say whether it became what was hoped');
  expect(judged()).toBe('0');
  await user.click(screen.getByLabelText('became what was hoped'));
  fireEvent.keyDown(pad(), { key: 'k' });
  await waitFor(() => expect(sentFish()).toMatchObject([{ first: then.id, became: 'yes', type: 'plain', tag: 'A7' }]));
  expect(screen.queryByRole('button', { name: /A7/ })).toBeNull();
});

test('a tag is one fish: the same again is said at its field, and nothing is put', async () => {
  const { user } = drawn({ fish: [fish({ tag: 'A7' })] });
  await user.click(screen.getByText('Follow it: tag, marks, length, remark'));
  await user.type(screen.getByLabelText('Tag'), 'a7');
  await user.click(within(pad()).getByRole('button', { name: /^keep/ }));
  expect(screen.getByText(/a7 is another fish of this selection/)).toBeTruthy();
  expect([judged(), server.sent.length]).toEqual(['1', 0]);
});

test('to the books: where they go, with how many find room; what the tank holds beyond is said', async () => {
  const { user } = drawn({
    fish: [
      ...Array.from({ length: 5 }, () => fish()),
      fish({ decision: 'cull', reasons: ['deformity:fins'] }),
      fish({ decision: 'sell', reasons: ['small'], count: 12 }),
    ],
  });
  await user.click(screen.getByRole('button', { name: 'To the books' }));
  const form = screen.getByRole('dialog');
  expect(form.textContent).toContain('5 kept go to');
  expect(form.textContent).toContain('182 stay in D1 by the books');
  expect(form.textContent).toMatch(/needs where the kept go.*the method of killing/);
  await user.click(within(form).getByText(/The whole tank was gone through/));
  expect(form.textContent).toContain('The books hold 182 more: they go to unexplained');
});

test('over before all came in: what this device still has is said, and kept', () => {
  localStorage.setItem('morula selection 7', JSON.stringify({ unsent: [fish(), fish()], steps: [] }));
  drawn({ is: 'booked', entryId: 'e1', fish: [fish()] });
  expect(screen.getByRole('alert').textContent).toMatch(/^2 that were judged at this device never came in/);
  expect(judged()).toBe('1');
  expect(server.sent).toEqual([]);
  expect(JSON.parse(localStorage.getItem('morula selection 7')!).unsent).toHaveLength(2);
});

test('in the books nothing more is judged: the list stands with its paper', () => {
  drawn({ is: 'booked', entryId: 'e1', fish: [fish({ tag: 'A1' })] });
  expect(screen.queryByRole('region', { name: 'The fish in the hand' })).toBeNull();
  expect(screen.getByRole('link', { name: 'paper' }).getAttribute('href')).toBe('/print/fates/e1');
  expect(screen.getByText('All that were judged')).toBeTruthy();
});
