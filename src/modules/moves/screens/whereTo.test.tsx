import { screen, within } from '@testing-library/react';
import { type Floor, type FloorTank, WEEKS } from '@/core/planning/floor';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import { toSpare } from './WhatIf';
import { WhereToScreen } from './WhereToScreen';

const tank = (name: string, over: Partial<FloorTank> = {}): FloorTank => ({
  id: Number(name.slice(1)),
  name,
  room: 'Hall',
  roomId: 1,
  volumeL: 2000,
  flowLPerMin: 40,
  celsius: 11,
  closed: '',
  holds: null,
  ...over,
});
const holds = (over: Partial<NonNullable<FloorTank['holds']>> = {}): NonNullable<FloorTank['holds']> => ({
  lot: 'AC-30-01',
  lotId: 3,
  stage: 'fry',
  says: 'Arctic char, fry',
  warmth: { high: 16 },
  number: 47_500,
  sd: 1380,
  meanG: 1.2,
  bears: {
    volumeL: 2000,
    flowLPerMin: 40,
    densityIndex: 0.5,
    oxygen: null,
    mostTanMgPerL: null,
    proteinShare: 0.5,
    rationShare: null,
  },
  rise: 0.01,
  weeks: Array.from({ length: WEEKS + 1 }, (_, w) => 0.8 + 0.1 * w),
  binds: 'density',
  fullAt: NOW + 10 * 86_400_000,
  mixed: false,
  ...over,
});
const floor = (tanks: FloorTank[]): Floor => ({
  tanks,
  asked: { lots: [{ id: 'R1' }] as unknown as NonNullable<Floor['asked']>['lots'], free: ['R2'] },
});
const draw = (tanks: FloorTank[], as: object = {}) => show(<WhereToScreen of={floor(tanks)} />, as);
const row = (name: string) => document.querySelector(`[data-unit="${name}"]`)!.textContent!;
const head = () => screen.getByRole('heading', { level: 1 }).parentElement!.textContent!;

test('the fullest in eight weeks stands first, with the day on which it is full; free ones and closed ones are named', () => {
  draw([
    tank('R3', { holds: holds({ weeks: Array(WEEKS + 1).fill(0.3), fullAt: null }) }),
    tank('R1', { holds: holds() }),
    tank('R2'),
    tank('R9', { closed: 'a young biofilter' }),
  ]);
  expect(head()).toContain('1 tank passes its limit within eight weeks; 1 is free');
  expect([...document.querySelectorAll('[data-unit]')].map((r) => r.getAttribute('data-unit'))).toEqual(['R1', 'R3']);
  expect(row('R1')).toContain('47\u2005500');
  expect(row('R1')).toContain('80 %');
  expect(row('R1')).toContain('160 %');
  expect(row('R1')).toContain('24 Apr');
  expect(screen.getByText(/Not to be used: R9/).textContent).toContain('a young biofilter');
});

test('a tank never weighed has no share, and says nothing it does not know', () => {
  draw([tank('R1', { holds: holds({ meanG: null, weeks: Array(WEEKS + 1).fill(null), fullAt: null }) })]);
  expect(head()).toContain('No tank passes its limit');
  expect(row('R1')).not.toContain('%');
  // Nothing can be tried with fish of which nobody knows the mass.
  expect(screen.queryByRole('region', { name: 'What if' })).toBeNull();
});

test('a move of the proposal is put in force once, as a job with the day; another water is said', async () => {
  const { user } = draw([tank('R1', { holds: holds() }), tank('R2', { room: 'Raceways', roomId: 2 })]);
  server.pages['/api/calc'] = {
    output: { moves: [{ lot: 'R1', to: 'R2', number: 18_000 }], short: [{ lot: 'R1', number: 500 }], moved: 18_000 },
  };
  await user.click(screen.getByRole('button', { name: 'Propose' }));
  const part = screen.getByRole('region', { name: 'Proposal' });
  expect(await within(part).findByText(/another water, temper them/)).toBeTruthy();
  expect(part.textContent).toContain('No room for 500 of R1');
  await user.click(within(part).getByRole('button', { name: 'put in force' }));
  expect(await within(part).findByText('in force')).toBeTruthy();
  expect(await onlySent()).toMatchObject({
    type: 'job.raise',
    payload: { what: expect.stringContaining('R2: clean, disinfect, fill the day before; then 18'), priority: 'week' },
  });
  expect(within(part).queryByRole('button', { name: 'put in force' })).toBeNull();
});

test('a job that is refused is no move in force', async () => {
  const { user } = draw([tank('R1', { holds: holds({ fullAt: NOW - 1 }) }), tank('R2')]);
  server.pages['/api/calc'] = { output: { moves: [{ lot: 'R1', to: 'R2', number: 100 }], short: [], moved: 100 } };
  server.replies.push(refused('That job stands already.'));
  await user.click(screen.getByRole('button', { name: 'Propose' }));
  await user.click(await screen.findByRole('button', { name: 'put in force' }));
  expect(await screen.findByText('That job stands already.')).toBeTruthy();
  expect(screen.queryByText('in force')).toBeNull();
  expect(await onlySent()).toMatchObject({ payload: { priority: 'now' } });
});

test.each([
  ['R1', '100', 'They stand there already.'],
  ['R3', '100', 'R3 holds AC-30-02: they would be mixed.'],
  ['R2', '50000', /Only 47.500 stand in R1/],
  ['R4', '100', 'Not there: its water is warmer than they bear.'],
  ['R5', '100', 'Another water: temper them.'],
])('what if they went to %s: it says what stands against it', async (to, number, says) => {
  const { user } = draw([
    tank('R1', { holds: holds() }),
    tank('R2'),
    tank('R3', { holds: holds({ lot: 'AC-30-02' }) }),
    tank('R4', { celsius: 19 }),
    tank('R5', { room: 'Raceways', roomId: 2 }),
  ]);
  await choose(user, screen.getByLabelText('From'), '1');
  await user.type(screen.getByLabelText('How many'), number);
  await choose(user, screen.getByLabelText('To'), to.slice(1));
  expect(screen.getByText(says)).toBeTruthy();
});

test('pulled onto another, so many go as leave the rest what their tank bears; half of them where it bears all', () => {
  const t = tank('R1', { holds: holds({ number: 1600, weeks: Array(WEEKS + 1).fill(1.6) }) });
  // At 160 of 100 a thousand may stay.
  expect(toSpare(t)).toBe(600);
  expect(toSpare(tank('R1', { holds: holds({ number: 1601, weeks: Array(WEEKS + 1).fill(0.5) }) }))).toBe(801);
  expect(toSpare(tank('R1', { holds: holds({ number: 10, weeks: [] }) }))).toBe(5);
});

test('what was tried is put in force as a job, unless more are to go than stand there', async () => {
  const { user } = draw([tank('R1', { holds: holds() }), tank('R2')]);
  const whatIf = within(screen.getByRole('region', { name: 'What if' }));
  await choose(user, whatIf.getByLabelText('From'), 'R1');
  await choose(user, whatIf.getByLabelText('To'), 'R2, free');
  await user.type(whatIf.getByLabelText('How many'), '50000');
  expect(whatIf.queryByRole('button', { name: 'Put this in force' })).toBeNull();
  await user.clear(whatIf.getByLabelText('How many'));
  await user.type(whatIf.getByLabelText('How many'), '9000');
  await user.click(whatIf.getByRole('button', { name: 'Put this in force' }));
  expect(await onlySent()).toMatchObject({
    type: 'job.raise',
    payload: { what: expect.stringMatching(/^R2: clean.*9.000 from R1$/), priority: 'week' },
  });
});
