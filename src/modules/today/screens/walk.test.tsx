import { screen, waitFor, within } from '@testing-library/react';
import type { RoutineTask } from '@/core/planning/routine';
import type { DayWant } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { NOW, onlySent, refused, server, type session, show } from '../../../../tests/support/screen';
import type { Today } from '../views/today';
import { TodayScreen } from './TodayScreen';
import { WalkRow } from './Walk';
import { walkLine } from './walkLine';

const HOUR = 3_600_000;

const holding = (id: number, over: Partial<LivingHolding> = {}): LivingHolding =>
  ({
    holdingId: id,
    unitId: id,
    unit: `J${id}`,
    unitKind: 'jar',
    roomId: 1,
    room: 'Cold room',
    lotId: 12,
    lot: 'AC-31-01',
    species: 'arctic-char',
    speciesName: 'Arctic char',
    stage: 'egg',
    stageName: 'eggs',
    glyph: 'egg',
    station: 'eggs',
    number: 20_000,
    sd: 400,
    milestones: [],
    last: {},
    rounds: [],
    due: [{ holdingId: id, unitId: id, kind: 'pick', urgency: 2, says: 'not picked today', since: NOW - HOUR }],
    handsOff: null,
    watch: null,
    died: null,
    caseId: null,
    method: 'pick',
    ...over,
  }) as unknown as LivingHolding;
const today = (over: Partial<Today> = {}): Today => ({
  holdings: [holding(1), holding(2, { due: [] })],
  sensors: [],
  leftOut: 0,
  done: {},
  proposals: [],
  ...over,
});
const draw = (
  t: Today,
  as: Partial<typeof session> = {},
  us = false,
  wants: DayWant[] = [],
  routine: RoutineTask[] = [],
) =>
  show(
    <TodayScreen
      today={t}
      days={{ wants, windows: [] }}
      routine={routine}
      now={NOW}
      timeZone="Europe/Vienna"
      canSettle={true}
      us={us}
      room={null}
    />,
    as,
  );
const row = (unit: string) => within(document.querySelector(`li[data-unit="${unit}"]`) as HTMLElement);

test('an empty hatchery says what to do first', () => {
  draw(today({ holdings: [] }));
  expect(screen.getByText('Nothing lives here yet.')).toBeTruthy();
  expect(screen.getAllByRole('link').map((l) => l.getAttribute('href'))).toEqual(
    expect.arrayContaining(['/take', '/bring', '/setup']),
  );
});

test('how much of the round is left, and that it is done', () => {
  const { unmount } = draw(today());
  expect(screen.getByTestId('round-state').textContent).toContain('1 of 2 still to look at');
  unmount();
  draw(today({ holdings: [holding(2, { due: [] })] }));
  expect(screen.getByTestId('round-state').textContent).toContain('The round is done.');
});

describe('the routine of a room', () => {
  const task = (over: Partial<RoutineTask> = {}): RoutineTask => ({
    roomId: 1,
    id: 'dark',
    name: 'kept dark',
    says: 'covers on',
    units: ['J1', 'J2'],
    last: null,
    due: true,
    missed: 0,
    ...over,
  });
  const all = () => [task(), task({ id: 'jars', name: 'jars roll', due: false, last: NOW - HOUR })];
  const line = (id: string) => document.querySelector(`li[data-routine="${id}"]`) as HTMLElement;

  test('the round is done when the routine is, too; one tap ticks it for the room, and can be taken back', async () => {
    const { user } = draw(today({ holdings: [holding(2, { due: [] })] }), {}, false, [], all());
    expect(screen.getByTestId('round-state').textContent).toContain('All looked at; 1 of the routine still to do');
    expect(line('dark').textContent).toContain('J1 J2');
    expect(line('jars').dataset.due).toBe('no');
    await user.click(screen.getByRole('button', { name: 'Done: kept dark' }));
    expect(await onlySent()).toMatchObject({ type: 'routine.tick', payload: { room: 1, task: 'dark' } });
  });

  test('many units are counted, not named; what was missed says since when; a reader taps nothing', () => {
    const units = Array.from({ length: 40 }, (_, k) => `T${k + 1}`);
    draw(today(), { role: 'reader' }, false, [], [task({ units, missed: 2, last: NOW - 72 * HOUR })]);
    expect(line('dark').textContent).toContain('40 units');
    expect(line('dark').textContent).toMatch(/last .*11 Apr/);
    expect(screen.queryByRole('button', { name: 'Done: kept dark' })).toBeNull();
  });
});

test('what is urgent stands first and in its row, overdue in amber; the rest waits in its own tone', () => {
  const urgent = holding(3, {
    due: [
      { holdingId: 3, unitId: 3, kind: 'pick', urgency: 1, says: 'not picked for 3 days', since: NOW },
      { holdingId: 3, unitId: 3, kind: 'check', check: 'eyed', urgency: 2, says: 'eyed check due', since: NOW },
    ] as LivingHolding['due'],
  });
  draw(today({ holdings: [holding(1), urgent] }));
  const first = within(screen.getByRole('region', { name: 'First' }));
  expect(first.getAllByRole('listitem').map((li) => [li.dataset.tone, li.textContent])).toEqual([
    ['overdue', 'J3not picked for 3 days'],
  ]);
  expect(row('J3').getByText('not picked for 3 days').className).toContain('text-careful');
  expect(row('J3').getByText('eyed check due').className).toContain('text-soft');
  expect(row('J1').queryByText('not picked today')).toBeNull();
});

test('what the spawning day wants stands before the walk, what is due now first of all, and leads to its day', () => {
  const want = (who: string, over: Partial<DayWant>): DayWant => ({
    day: 7,
    dayName: 'Sterlet, 14 Apr',
    key: `look ${who}`,
    who,
    says: 'look whether she runs',
    at: NOW - 13 * 60_000,
    by: null,
    now: true,
    late: true,
    about: { fish: 1, act: 'ready' },
    ...over,
  });
  draw(today({ holdings: [holding(1)] }), {}, false, [
    want('STF12', {}),
    want('STF13', { at: NOW + 2 * HOUR, now: false, late: false }),
  ]);
  expect(within(screen.getByRole('region', { name: 'First' })).getAllByRole('listitem')).toHaveLength(1);
  const days = within(screen.getByRole('region', { name: 'Spawning day, Sterlet, 14 Apr' }));
  expect(days.getAllByRole('listitem').map((li) => li.textContent)).toEqual([
    expect.stringMatching(/^STF12look whether she runs13 min over/),
    expect.stringMatching(/^STF13look whether she runsin 2 h 00/),
  ]);
  expect(new Set(days.getAllByRole('link').map((a) => a.getAttribute('href')))).toEqual(new Set(['/spawning/7']));
});

test('water: its reading in the reader’s degrees, a jump since yesterday, a probe that is silent', () => {
  const sensor = (over: object) => ({
    id: 5,
    name: 'bay1',
    kind: 'temperature',
    roomId: 1,
    room: 'Cold room',
    celsius: 6,
    at: NOW - HOUR,
    yesterday: 4.5,
    ...over,
  });
  const { unmount } = draw(today({ sensors: [sensor({})] as Today['sensors'] }), {}, true);
  expect(screen.getByLabelText('Cold room').textContent).toMatch(/bay1 42\.8.*2\.7.*warmer than yesterday/);
  unmount();
  draw(today({ sensors: [sensor({ at: NOW - 50 * HOUR, yesterday: null })] as Today['sensors'] }));
  expect(screen.getByLabelText('Cold room').textContent).toContain('not read for 2 d');
});

test('picked: the number in its row, under its lot and stage; none is one tap', async () => {
  const { user } = draw(today());
  await user.type(row('J1').getByRole('textbox'), '34{Enter}');
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.sent[0]).toMatchObject({
    type: 'pick.record',
    payload: { unit: 1, lotId: 12, stage: 'egg', number: 34 },
  });
  expect((row('J1').getByRole('textbox') as HTMLInputElement).value).toBe('');
  await user.click(row('J2').getByRole('button', { name: 'none' }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]!.payload.number).toBe(0);
});

test('what cannot be a number is marked and not sent; a refusal stands in the row with its question', async () => {
  server.replies = [
    refused('99 999 is more than the books hold.', 'number', {
      asks: [
        {
          id: 'shortfall',
          of: 'answers',
          message: '',
          path: '',
          todo: '',
          choices: [{ value: 'yes', label: 'Record it' }],
        },
      ],
    }),
  ];
  const { user } = draw(today());
  const field = row('J1').getByRole('textbox');
  await user.type(field, '3x');
  expect(field.getAttribute('aria-invalid')).toBe('true');
  expect(row('J1').getByRole('button', { name: 'Record J1' })).toHaveProperty('disabled', true);
  await user.clear(field);
  await user.type(field, '99999{Enter}');
  await user.click(await row('J1').findByRole('button', { name: 'Record it' }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]).toMatchObject({ payload: { number: 99_999 }, answers: { shortfall: 'yes' } });
});

test('looked at already: what was found stands there, and may be undone', async () => {
  server.replies = [{ body: { result: null, entries: ['e9'] } }];
  const { user, rerender } = show(
    <ul>
      <WalkRow h={walkLine(holding(1), undefined)} />
    </ul>,
  );
  await user.type(screen.getByRole('textbox'), '1200{Enter}');
  await waitFor(() => expect(server.sent).toHaveLength(1));
  rerender(
    <ul>
      <WalkRow h={walkLine(holding(1), 1200)} />
    </ul>,
  );
  expect(screen.getByTestId('looked').textContent).toMatch(/1.200 picked/);
  await user.click(screen.getByRole('button', { name: 'undo' }));
  await waitFor(() => expect(server.sent[1]).toMatchObject({ type: 'entry.correct', payload: { entryId: 'e9' } }));
});

test('fish are dead, not picked; a reader has no field', () => {
  const fry = holding(4, { stage: 'fry', stageName: 'fry', station: 'fry', unit: 'R4' });
  const { unmount } = draw(today({ holdings: [fry] }));
  expect(row('R4').getByPlaceholderText('dead')).toBeTruthy();
  unmount();
  draw(today({ holdings: [fry] }), { role: 'reader' });
  expect(row('R4').queryByRole('textbox')).toBeNull();
});

const counted = {
  id: 'p1',
  by: 'Hand',
  at: NOW - 2 * HOUR,
  unit: 'R1',
  type: 'count.record',
  payload: { unit: 1, measured: { method: 'counted', number: 990 } },
};

test('a count that a hand proposed: accepted, declined, or accepted with an answer', async () => {
  server.replies = [
    refused('The count says 990, the books say 1 000.', 'answer', {
      asks: [
        {
          id: 'answer',
          of: 'answers',
          message: '',
          path: '',
          todo: '',
          choices: [{ value: 'replace', label: 'Take the count' }],
        },
      ],
    }),
  ];
  const { user } = draw(today({ proposals: [counted] }));
  await user.click(screen.getByRole('button', { name: 'Accept' }));
  await user.click(await screen.findByRole('button', { name: 'Take the count' }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]).toMatchObject({
    payload: { proposalId: 'p1', accept: true },
    answers: { answer: 'replace' },
  });
  server.sent = [];
  await user.click(screen.getByRole('button', { name: 'Decline' }));
  await waitFor(async () => expect((await onlySent()).payload).toEqual({ proposalId: 'p1', accept: false }));
});

test('what is proposed is said with its doubt, beside what the books say, in the reader’s units', () => {
  const batches = [
    { massG: 100, count: 100 },
    { massG: 102, count: 100 },
  ];
  const said = (payload: Record<string, unknown>, type: string, us = false, holdings = [holding(1), holding(2)]) => {
    const { unmount } = draw(today({ holdings, proposals: [{ ...counted, type, payload }] }), {}, us);
    const item = screen.getByRole('button', { name: 'Accept' }).closest('li')!;
    const text = item.textContent!.replace(/[\u2005\u2009\u00a0]/g, ' ');
    const numbers = [...item.querySelectorAll('[data-number]')].map((x) => Number(x.getAttribute('data-number')));
    unmount();
    return { text, numbers };
  };
  const plain = said(counted.payload, 'count.record');
  expect(plain.numbers).toEqual([990, 20_000]);
  expect(plain.text).toContain('Hand counted R1: 990 05:42');
  // 10.1 kg at (100 + 102) / 200 = 1.01 g each: 10 000.
  const whole = { unit: 1, batches, totalMassG: 10_100, totalMassSdG: 0 };
  expect(said(whole, 'weigh.record').numbers).toEqual([10_000, 20_000]);
  expect(said(whole, 'weigh.record').text).toContain('10.10 kg at 1.01 g in 2 batches; the books say');
  // 453.592 g / 1.01 g = 449 to a pound; 10.1 kg = 22.27 lb.
  expect(said(whole, 'weigh.record', true).text).toContain('22.27 lb at 449/lb');
  expect(said({ unit: 1, batches }, 'weigh.record').text).toContain('Hand weighed R1: 1.01 g in 2 batches');
  expect(said({ ...counted.payload, unit: 9 }, 'count.record').text).toContain('nothing stands there by the books');
  const two = [holding(1), holding(2, { unitId: 1, lotId: 13 })];
  expect(said(counted.payload, 'count.record', false, two).text).toContain('the books hold 2 there');
  expect(said({ ...counted.payload, lotId: 13 }, 'count.record', false, two).numbers).toEqual([990, 20_000]);
});

test('in walking order, or where most dead are expected first', () => {
  const watched = (id: number, expected: number) =>
    holding(id, { watch: { now: { expected, low: 0, high: 9 }, last: null, rounds: [], level: 1 } });
  const t = today({ holdings: [watched(1, 2), watched(2, 30), holding(3)] });
  const units = () => [...document.querySelectorAll('li[data-unit]')].map((x) => x.getAttribute('data-unit'));
  const { unmount } = draw(t);
  expect(units()).toEqual(['J1', 'J2', 'J3']);
  expect(screen.getByText('Most dead first').getAttribute('href')).toBe('/?order=likeliest');
  unmount();
  show(
    <TodayScreen
      today={t}
      days={{ wants: [], windows: [] }}
      routine={[]}
      now={NOW}
      timeZone="Europe/Vienna"
      canSettle={true}
      us={false}
      room={4}
      likeliest
    />,
  );
  expect(units()).toEqual(['J2', 'J1', 'J3']);
  expect(screen.getByText('In walking order').getAttribute('href')).toBe('/?room=4');
});

test('readings that could not be kept are said, with the way to why', () => {
  draw(today({ leftOut: 60 }));
  expect(screen.getByTestId('left-out').textContent).toBe(
    '60 readings of probes could not be kept today. Which, and why',
  );
  expect(screen.getByRole('link', { name: 'Which, and why' }).getAttribute('href')).toBe('/records?tab=readings');
});

test('the walk goes on: Enter records and leads to the next unit, none too; at the end the focus stays', async () => {
  const { user } = draw(today({ holdings: [holding(1), holding(2), holding(3)] }));
  const field = (unit: string) => row(unit).getByRole('textbox') as HTMLInputElement;
  const [first, second, third] = [...document.querySelectorAll('li[data-unit]')].map(
    (l) => l.getAttribute('data-unit')!,
  );
  await user.type(field(first!), '5{Enter}');
  await waitFor(() => expect(document.activeElement).toBe(field(second!)));
  await user.type(field(second!), '3{Enter}');
  await waitFor(() => expect(document.activeElement).toBe(field(third!)));
  expect(server.sent.map((s) => s.payload.number)).toEqual([5, 3]);
  expect(server.sent[0]!.payload.unit).not.toBe(server.sent[1]!.payload.unit);
  await user.click(row(third!).getByRole('button', { name: 'none' }));
  await waitFor(() => expect(document.activeElement).toBe(field(third!)));
});
