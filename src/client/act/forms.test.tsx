import { screen, waitFor, within } from '@testing-library/react';
import type { ActHolding, PlaceOption } from '@/client/holding';
import { choose, optionsOf } from '../../../tests/support/choose';
import { canOf, onlySent, refused, server, type session, show } from '../../../tests/support/screen';
import { ActPanel } from './ActPanel';

const holding = (over: Partial<ActHolding> = {}): ActHolding => ({
  unitId: 1,
  unit: 'R1',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'fry',
  stageName: 'fry',
  number: 4000,
  stages: ['egg', 'yolksac', 'fry', 'fingerling'].map((id) => ({ id, name: `${id}s` })),
  checks: [
    { id: 'eyed', name: 'eyed', stage: 'egg', looks: 'eyes seen as two dark dots' },
    { id: 'fertilised', name: 'fertilised', stage: 'egg', looks: 'cells' },
    { id: 'gutFull', name: 'gut full', stage: 'fry', looks: 'a line in the belly' },
  ],
  ...over,
  can: canOf(over.stage ?? 'fry'),
});
const eggs = holding({ unit: 'J1', stage: 'egg', stageName: 'eggs', number: 60_000 });
const places: PlaceOption[] = ['R1', 'R2', 'R3', 'J2', 'J3'].map((name, i) => ({
  id: i + 1,
  name,
  room: 'Hall',
  kind: 'tank',
  holds: name === 'R3' ? 'AC-31-02' : '',
}));
const sites = [{ id: 5, name: 'Lake Ivarre', permit: '', points: [] }];

async function open(act: string, h: ActHolding = holding(), as: Partial<typeof session> = {}, unitKind = 'tank') {
  const drawn = show(
    <ActPanel
      holding={h}
      unitKind={unitKind}
      places={places}
      sites={sites}
      siblings={[holding({ unitId: 4, unit: 'J2', stage: 'yolksac' })]}
      totalVolumeMl={3000}
    />,
    as,
  );
  await drawn.user.click(screen.getByRole('button', { name: act }));
  const type = async (label: string, text: string) => drawn.user.type(screen.getByLabelText(label), text);
  const send = async (button: string) => {
    await drawn.user.click(screen.getAllByRole('button', { name: button }).at(-1)!);
    await waitFor(() => expect(server.sent.length).toBeGreaterThan(0));
    return server.sent.at(-1)!;
  };
  return { ...drawn, type, send };
}
const words = () => screen.getAllByRole('button').map((b) => b.textContent);

test('each stage offers its own acts, the usual ones first', () => {
  const offered = (h: ActHolding, kind = 'tank') => {
    const { unmount } = show(<ActPanel holding={h} unitKind={kind} places={places} sites={sites} />);
    const w = words();
    unmount();
    return w;
  };
  expect(offered(eggs, 'jar').slice(0, 3)).toEqual(['Pick', 'Check', 'Hatch']);
  expect(offered(eggs, 'table')[0]).toBe('Lay down');
  expect(offered(holding({ stage: 'yolksac' })).slice(0, 4)).toEqual(['Dead', 'Beakers', 'Check', 'Pond']);
  expect(offered(holding())).toContain('Stage');
  expect(offered(holding({ stage: 'fingerling' }))).not.toContain('Stage');
  for (const stage of ['egg', 'yolksac', 'fry', 'fingerling'])
    expect(offered(holding({ stage }))).toEqual(expect.arrayContaining(['Count', 'Sample', 'Note', 'Emptied']));
});

test('dead: none found is a record too; nothing is none', async () => {
  const { type, send } = await open('Dead');
  expect(screen.getByRole('button', { name: 'Record' })).toHaveProperty('disabled', true);
  await type('Dead taken out', '0');
  const { type: command, payload } = await send('Record');
  expect([command, payload]).toEqual([
    'dead.record',
    { unit: 1, lotId: 9, stage: 'fry', number: 0, cause: '', precision: 'minute' },
  ]);
  expect((screen.getByLabelText('Dead taken out') as HTMLInputElement).value).toBe('');
});

test('a check begins with the usual one of the stage and says that it moved nobody', async () => {
  server.replies = [{ body: { result: { estimate: 0.95, low: 0.888, high: 0.978 }, entries: ['e1'] } }];
  const { user, type, send } = await open('Check', eggs, {}, 'jar');
  expect(screen.getByLabelText('Looked for').dataset.value).toBe('eyed');
  expect(screen.getByText('eyes seen as two dark dots')).toBeTruthy();
  expect(await optionsOf(user, screen.getByLabelText('Looked for'))).not.toContain('gut full');
  await type('With it', '95');
  await type('out of', '100');
  expect((await send('Record check')).payload).toMatchObject({ check: 'eyed', successes: 95, trials: 100 });
  expect((await screen.findByRole('status')).textContent).toContain('95 %, between 89 and 98 %. No animal was moved.');
});

test('hatch in parts: a counted part goes to the next stage', async () => {
  const { user, type, send } = await open('Hatch', eggs, {}, 'jar');
  await user.click(screen.getByLabelText('a part'));
  await type('Number of larvae', '1200');
  expect((await send('Record hatch')).payload).toMatchObject({
    from: 'egg',
    to: 'yolksac',
    amount: { kind: 'measured', measured: { method: 'counted', number: 1200 } },
  });
});

test('ponded: the dead and the unready are said apart, of all only; a part has neither', async () => {
  const { user, type, send } = await open('Pond', holding({ stage: 'yolksac', stageName: 'larvae' }));
  await choose(user, screen.getByLabelText('To'), 'R2, empty');
  await type('Dead or unhatched', '140');
  await type('Not ready', '600.5');
  expect(screen.getByText('must be a whole number, not negative')).toBeTruthy();
  expect(screen.getByText(/needs whole numbers/)).toBeTruthy();
  await user.clear(screen.getByLabelText('Not ready'));
  await type('Not ready', '600');
  const { payload } = await send('Pond them');
  expect((payload.sources as object[])[0]).toMatchObject({ amount: { kind: 'all' }, dead: 140, stay: 600 });
  await user.click(screen.getByLabelText('counted'));
  expect(screen.queryByLabelText('Not ready')).toBeNull();
});

test('laid down: each volume shows the eggs it makes, and how much of the whole is shared out', async () => {
  const { user, type, send } = await open('Lay down', { ...eggs, unitId: 7 }, {}, 'table');
  expect((screen.getByLabelText('Volume of all, L') as HTMLInputElement).value).toBe('3');
  await choose(user, screen.getByLabelText('Unit 1'), 'J2, empty');
  await type('Volume, L', '2');
  expect(screen.getByText(/40.000 eggs/)).toBeTruthy();
  expect(screen.getByTestId('poured').textContent).toBe('67 % of the volume shared out');
  await choose(user, screen.getByLabelText('Unit 2'), 'J3, empty');
  await user.type(screen.getAllByLabelText('Volume, L')[1]!, '1 qt');
  const { payload } = await send('Lay down');
  expect(payload.parts).toEqual([
    { unit: 4, volumeMl: 2000 },
    { unit: 5, volumeMl: expect.closeTo(946.35, 2) },
  ]);
  expect([payload.totalVolumeMl, payload.graduationMl]).toEqual([3000, 10]);
});

test('ponded from two units at once into one', async () => {
  const { user, send } = await open('Pond', holding({ stage: 'yolksac', stageName: 'larvae' }));
  await user.click(screen.getByLabelText(/^J2/));
  await choose(user, screen.getByLabelText('To'), 'R2, empty');
  expect((await send('Pond them')).payload).toMatchObject({
    to: 2,
    toStage: 'fry',
    sources: [
      { unit: 1, amount: { kind: 'all' } },
      { unit: 4, stage: 'yolksac', amount: { kind: 'all' } },
    ],
  });
});

test('moved into an occupied tank: the question about mixing, and the answer', async () => {
  server.replies = [
    refused('AC-31-02 stands in R3.', 'to', {
      asks: [
        { id: 'mix', of: 'answers', message: '', path: '', todo: '', choices: [{ value: 'yes', label: 'Mix them' }] },
      ],
    }),
    { body: { result: { unit: 'R3', lot: 'AC-31-03' }, entries: ['e1'] } },
  ];
  const { user, type, send } = await open('Move');
  expect((await optionsOf(user, screen.getByLabelText('To'))).filter((o) => o.startsWith('R1'))).toEqual([]);
  await type('Number of animals', '800');
  await choose(user, screen.getByLabelText('To'), 'R3, holds AC-31-02');
  await send('Move');
  await user.click(await screen.findByRole('button', { name: 'Mix them' }));
  expect((await screen.findByRole('status')).textContent).toContain('In R3 now: AC-31-03.');
  expect(server.sent[1]).toMatchObject({ payload: { to: 3 }, answers: { mix: 'yes' } });
  // A second press moves nobody twice.
  expect((screen.getByLabelText('Number of animals') as HTMLInputElement).value).toBe('');
  expect(screen.getAllByRole('button', { name: 'Move' }).at(-1)).toHaveProperty('disabled', true);
});

test('weighed: settled from five batches on; one that does not fit is marked; the whole makes it a count', async () => {
  server.replies = [
    {
      body: {
        result: { mode: 'replace', count: { text: '3 950 ±60' }, books: { text: '4 000 ±20' }, unexplained: 50 },
        entries: ['e1'],
      },
    },
  ];
  const { user, type, send } = await open('Weigh');
  const batches = [
    ['25', '100'],
    ['24.6', '99'],
    ['25.2', '101'],
    ['31', '99'],
    ['24.9', '100'],
  ] as const;
  for (const [i, [mass, count]] of batches.entries()) {
    await type(`mass ${i + 1}`, mass);
    await type(`count ${i + 1}`, count);
    if (i === 1) expect(screen.getByTestId('mean-weight').textContent).toContain('3 more batches');
  }
  expect(screen.getByTestId('mean-weight').dataset.settled).toBe('false');
  expect(screen.getByText(/does not fit the others/)).toBeTruthy();
  await user.clear(screen.getByLabelText('mass 4'));
  await type('mass 4', '24.8');
  expect(screen.getByTestId('mean-weight').dataset.settled).toBe('true');
  expect(screen.queryByText(/does not fit the others/)).toBeNull();
  await type('All weighed (if so), kg', '0.98');
  expect((await send('Record weights')).payload).toMatchObject({ totalMassG: 980 });
  expect((await screen.findByRole('status')).textContent).toContain(
    'The count says 3 950 ±60, the books said 4 000 ±20: the count stands; 50 booked as missing.',
  );
});

test('weighed without the whole: only the mean', async () => {
  const { type, send } = await open('Weigh', holding(), { units: 'us', locale: 'en-US' });
  await type('mass 1', '2');
  await type('count 1', '10');
  const { payload } = await send('Record weights');
  expect(payload.batches).toEqual([{ massG: expect.closeTo(56.699, 3), count: 10 }]);
  expect(payload).not.toHaveProperty('totalMassG');
});

test('graded into three classes, the last as the rest; every class needs name, tank and number', async () => {
  const { user, send } = await open('Grade');
  await user.click(screen.getByRole('button', { name: 'another class' }));
  const group = (i: number) => within(screen.getByRole('group', { name: `Class ${i}` }));
  await user.type(group(3).getByLabelText('Class'), 'XS');
  for (const [i, unit] of [
    [1, 'R2, empty'],
    [2, 'J2, empty'],
    [3, 'J3, empty'],
  ] as const)
    await choose(user, group(i).getByLabelText('To'), unit);
  await user.type(group(1).getByLabelText('Number of animals'), '1500');
  await user.type(group(2).getByLabelText('Number of animals'), '1,200');
  expect(screen.getByRole('button', { name: 'Record grading' })).toHaveProperty('disabled', true);
  expect(group(2).queryByLabelText('all that is left')).toBeNull();
  await user.click(group(3).getByLabelText('all that is left'));
  expect((await send('Record grading')).payload.classes).toEqual([
    { grade: 'L', unit: 2, amount: { kind: 'measured', measured: { method: 'counted', number: 1500 } } },
    { grade: 'S', unit: 4, amount: { kind: 'measured', measured: { method: 'counted', number: 1200 } } },
    { grade: 'XS', unit: 5, amount: { kind: 'all' } },
  ]);
});

test('written off: what happened is asked except for a sale, which asks to whom; the knife has its caution', async () => {
  const { user, type, send } = await open('Cull, sell, lose');
  expect(screen.getByText(/Humane killing only by trained people/)).toBeTruthy();
  await choose(user, screen.getByLabelText('They were'), 'sold');
  expect(screen.queryByText(/Humane killing/)).toBeNull();
  await type('Number of animals', '200');
  await type('To whom', 'a pond');
  expect((await send('Record sale')).payload).toMatchObject({
    account: 'sold',
    receiver: 'a pond',
    measured: { method: 'counted', number: 200 },
  });
  await choose(user, screen.getByLabelText('They were'), 'dead');
  expect(screen.getByLabelText('all that is left').getAttribute('aria-checked')).toBe('true');
  await type('What happened', 'pump trip');
  await user.click(screen.getByRole('button', { name: 'Record loss' }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]!.payload).toMatchObject({ account: 'dead', all: true, cause: 'pump trip' });
});

test('a sample put back, with those that died of it; one that is killed', async () => {
  const { user, type, send } = await open('Sample');
  await type('Number taken out', '30');
  await type('of which died in the hand', '2');
  expect(await send('Record sample')).toMatchObject({ type: 'sample.return', payload: { number: 30, dead: 2 } });
  await choose(user, screen.getByLabelText('They were'), 'killed');
  await type('Number taken out', '12');
  await user.click(screen.getByRole('button', { name: 'Record sample' }));
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]).toMatchObject({
    type: 'loss.record',
    payload: { account: 'sampled', measured: { method: 'counted', number: 12 } },
  });
});

test('released: buckets typed one after the other, with the number they make, to a site, the tank empty after it', async () => {
  const { user, type, send } = await open('Release', holding({ stage: 'fingerling' }));
  await choose(user, screen.getByLabelText('Released to'), 'Lake Ivarre');
  await type('mass 1', '100');
  await type('count 1', '50');
  await type('Buckets, kg each, one after the other', '8.2; 7.9 8.4');
  expect(screen.getByText(/3 buckets, 24.50 kg: about 12.250 animals/)).toBeTruthy();
  await type('Receiving water, °C', '46 F');
  await user.click(screen.getByLabelText('R1 is empty now'));
  const { payload } = await send('Record release');
  expect(payload).toMatchObject({ site: 5, batches: [{ massG: 100, count: 50 }], emptied: true });
  expect((payload.bucketsG as number[]).map(Math.round)).toEqual([8200, 7900, 8400]);
  expect(payload.waterCelsius as number).toBeCloseTo(7.78, 2);
  expect(screen.getByText(/need their permits/)).toBeTruthy();
});

test('a bucket that cannot be read keeps the release back and says which', async () => {
  const { user, type } = await open('Release', holding({ stage: 'fingerling' }));
  await choose(user, screen.getByLabelText('Released to'), 'Lake Ivarre');
  await type('mass 1', '100');
  await type('count 1', '50');
  await type('Buckets, kg each, one after the other', '8.2; 7.9 L');
  expect(screen.getByText(/no unit of mass/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Record release' })).toHaveProperty('disabled', true);
});

test('feed in grams or what is typed; a note; a unit found empty', async () => {
  const first = await open('Feed');
  await first.type('Feed given, g', '0.12 kg');
  expect((await first.send('Record feed')).payload).toMatchObject({ massG: 120 });
  await first.user.click(screen.getByRole('button', { name: 'Note' }));
  await first.type('Note on R1', 'screen torn');
  await first.user.click(screen.getAllByRole('button', { name: 'Note' }).at(-1)!);
  await waitFor(() => expect(server.sent).toHaveLength(2));
  expect(server.sent[1]!.payload).toMatchObject({ note: 'screen torn', unit: 1 });
  await first.user.click(screen.getByRole('button', { name: 'Emptied' }));
  expect(screen.getByText(/The books show 4.000 in R1/)).toBeTruthy();
  await first.user.click(screen.getByRole('button', { name: 'R1 is empty' }));
  await waitFor(() => expect(server.sent).toHaveLength(3));
  expect(server.sent[2]!.type).toBe('unit.emptied');
});

test('a count at a past time, by somebody else', async () => {
  const { user, type, send } = await open('Count');
  await type('Number of animals', '3950');
  await user.click(screen.getByText('now, by me'));
  await user.click(screen.getByLabelText('at a time'));
  await user.clear(screen.getByLabelText('Time'));
  await type('Time', '06:00');
  await type('Measured by', 'Hand');
  server.replies = [
    {
      body: {
        result: { mode: 'note', count: { text: '3 950' }, books: { text: '4 000' }, unexplained: 0 },
        entries: [],
      },
    },
  ];
  await send('Record count');
  expect((await onlySent()).payload).toMatchObject({ at: Date.parse('2031-04-14T04:00:00Z'), measuredBy: 'Hand' });
  expect((await screen.findByRole('status')).textContent).toMatch(/noted only\.$/);
});

test('what shakes eggs is marked while hands should stay off, with why; what does not is plain', async () => {
  const egg = holding({ unit: 'T1', stage: 'egg', stageName: 'eggs' });
  const off = { severity: 1, why: 'eggs die of shocks until the eyes show' };
  const draw = (handsOff: typeof off | null) =>
    show(<ActPanel holding={{ ...egg, handsOff }} unitKind="tray" places={[]} sites={[]} />);
  const marked = () => [...document.querySelectorAll('[data-shakes]')].map((b) => b.textContent?.trim());
  const { user, unmount } = draw(off);
  expect(marked()).toEqual(['Shock, handle', 'Bath', 'Send eyed', 'Move', 'Count', 'Keep for brood']);
  await user.click(screen.getByRole('button', { name: /Move/ }));
  expect(screen.getByText(/This shakes them: eggs die of shocks.*A reason will be asked for/)).toBeTruthy();
  unmount();
  draw({ ...off, severity: 3 });
  expect(marked()).toEqual([]);
});
