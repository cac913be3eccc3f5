import { screen, within } from '@testing-library/react';
import { noneOf } from '@/core/brood/batch';
import { conditioning } from '@/core/brood/conditioning';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, server, show } from '../../../../tests/support/screen';
import type { ArrivalBatch, ArrivalsView } from '../views/arrivals';
import type { ConditioningView, Programme } from '../views/conditioning';
import type { DeformityView, ParentRate } from '../views/deformities';
import type { NextBrood } from '../views/nextBrood';
import { ArrivalsScreen } from './ArrivalsScreen';
import { ConditioningScreen } from './ConditioningScreen';
import { DeformitiesScreen } from './DeformitiesScreen';
import { NextScreen } from './NextScreen';

const species = { id: 'pikeperch', name: 'Pikeperch' };
const list = [species];
const places = [1, 2].map((id) => ({ id, name: `H${id}`, room: 'Hall', kind: 'tank', holds: '' }));
const HOUR = 3_600_000;
const DAY = 24 * HOUR;

describe('runs and their ends', () => {
  const batch = (over: Partial<ArrivalBatch> = {}): ArrivalBatch => ({
    id: 4,
    name: 'PP-run-30-01',
    species: 'pikeperch',
    came: { female: 6, male: 11, unknown: 2 },
    ended: [],
    tagged: noneOf(),
    waits: { female: 6, male: 11, unknown: 2 },
    at: NOW - DAY,
    entry: 'e',
    means: 'net',
    place: 'Lake Ivarre',
    soakHours: null,
    effortHours: null,
    unit: 'H1',
    ...over,
  });
  const view = (over: Partial<ArrivalsView> = {}): ArrivalsView => ({
    season: '2030/31',
    rules: { quotas: [], paths: {} },
    quotas: [],
    totals: { held: noneOf(), fates: {} },
    batches: [],
    kills: [],
    surplus: [],
    returns: [],
    standing: [],
    today: { came: 0, worked: 0, perHour: null, doneAt: null },
    ...over,
  });
  const open = (v: ArrivalsView, more: Partial<Parameters<typeof ArrivalsScreen>[0]> = {}) =>
    show(
      <ArrivalsScreen
        species={species}
        list={list}
        view={v}
        places={places}
        strains={['Ivarre']}
        barred={new Map()}
        mayWrite
        mayRule
        {...more}
      />,
    );
  const kill = (method: string, killed: number, sufficed: number, low: number, high: number) => ({
    method,
    name: method,
    killed,
    sufficed,
    share: sufficed / killed,
    low,
    high,
  });

  test('none yet says what to do; a run says who waits, how the others ended, and how long it stood in the net', () => {
    const { unmount } = open(view());
    expect(screen.getByText(/No run of Pikeperch was counted in yet/)).toBeTruthy();
    unmount();
    open(
      view({
        batches: [
          batch({
            soakHours: 9.5,
            waits: { female: 6, male: 4, unknown: 0 },
            ended: [
              { fate: 'returned', sex: 'male', number: 7, at: NOW },
              { fate: 'died', sex: 'unknown', number: 2, at: NOW },
            ],
          }),
        ],
      }),
    );
    const run = document.querySelector('[data-run]') as HTMLElement;
    expect(run.textContent).toContain(
      '19 came (6 females, 11 males, 2 not sexed), 2 an hour, 10 wait (6 females, 4 males)',
    );
    expect(run.textContent).toContain('wait 10, returned to the wild 7, died 2');
    expect(run.textContent).toContain('9.5 hours in the net, above 4');
  });

  test('a quota that is filled or gone beyond, and what is still lacking, are told apart', () => {
    open(
      view({
        quotas: [
          { quota: { what: 'held', sex: 'female', least: 10, most: 26 }, stands: 29 },
          { quota: { what: 'laboratory', sex: 'any', least: null, most: 12 }, stands: 12 },
          { quota: { what: 'returned', sex: 'any', least: 10, most: null }, stands: 7 },
        ],
      }),
    );
    const says = (q: string) => (document.querySelector(`[data-quota="${q}"]`) as HTMLElement).textContent;
    expect(says('held female')).toContain('gone beyond');
    expect(says('laboratory any')).toContain('filled');
    expect(says('returned any')).toContain('3 still');
  });

  test('ways of killing: one that fails more often beyond chance is named; few fish prove nothing', () => {
    const { unmount } = open(view({ kills: [kill('blow', 6, 5, 0.44, 0.97), kill('overdose', 4, 4, 0.51, 1)] }));
    expect(screen.getByText(/No difference between the ways is seen beyond chance/)).toBeTruthy();
    unmount();
    open(view({ kills: [kill('blow', 100, 60, 0.5, 0.69), kill('overdose', 100, 98, 0.93, 0.99)] }));
    expect(screen.getByText(/blow fails more often than overdose, beyond chance/)).toBeTruthy();
  });

  test('the pace of the day and when the rest is done; returns of our own by their brood year', () => {
    open(
      view({
        today: { came: 40, worked: 22, perHour: 12, doneAt: NOW + 1.5 * HOUR },
        returns: [
          { season: '2028/29', returned: 3, released: 60_000, share: 5e-5, low: 2e-5, high: 1.5e-4 },
          { season: '2027/28', returned: 1, released: 0, share: 0, low: 0, high: 0 },
        ],
      }),
    );
    expect(screen.getByTestId('arrivals-says').textContent).toContain(
      'today 40 came, 22 sorted, 12 an hour: the rest is done about 09:12',
    );
    expect(screen.getByText('not in the books')).toBeTruthy();
  });

  test('sorting a killing waits for its welfare record; who may not rule is offered no rules', async () => {
    const { user } = open(view({ batches: [batch()] }), { mayRule: false });
    expect(screen.queryByText('Rules for surplus fish')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Sort' }));
    await user.click(screen.getByLabelText('males'));
    await user.type(screen.getByLabelText('How many'), '6');
    await choose(user, screen.getByLabelText('What became of them'), 'laboratory');
    const record = screen.getByRole('button', { name: 'Record' }) as HTMLButtonElement;
    expect(record.disabled).toBe(true);
    await choose(user, screen.getByLabelText('Killed by'), 'overdose');
    await user.type(screen.getByLabelText('First one sufficed for'), '6');
    await user.click(record);
    expect(await onlySent()).toMatchObject({
      type: 'brood.sort',
      payload: { batch: 4, sex: 'male', number: 6, fate: 'laboratory', method: 'overdose', sufficed: 6 },
    });
  });

  test('rules: all ends open is no rule; a quota is a least, a most, or both', async () => {
    const { user } = open(
      view({ rules: { quotas: [{ what: 'held', sex: 'female', least: null, most: 26 }], paths: {} } }),
    );
    await user.click(screen.getByRole('button', { name: 'Rules for surplus fish' }));
    await user.type(screen.getByLabelText('returned to the wild, at least'), '10');
    const wild = within(screen.getByRole('group', { name: 'Ends open to wild fish' }));
    await user.click(wild.getByLabelText('surplus, to food'));
    await user.click(wild.getByLabelText('sold or given away'));
    await user.click(wild.getByLabelText('sold or given away'));
    await user.click(screen.getByRole('button', { name: 'In force for 2030/31' }));
    expect((await onlySent()).payload).toEqual({
      species: 'pikeperch',
      season: '2030/31',
      rules: {
        quotas: [
          { what: 'held', sex: 'female', least: null, most: 26 },
          { what: 'returned', sex: 'any', least: 10, most: null },
        ],
        paths: { wild: ['kept', 'returned', 'laboratory', 'killed', 'died', 'sold'] },
      },
    });
  });

  test('marked fish that cannot be read hold the record back; tags come in one line', async () => {
    const { user } = open(view({ batches: [batch()] }));
    await user.click(screen.getByRole('button', { name: 'Record fish that came' }));
    await user.type(screen.getByLabelText('Females'), '3');
    await choose(user, screen.getByLabelText('Into'), '1');
    await user.type(screen.getByLabelText('Marked by us, by season of release'), '2028: x');
    expect(screen.getByText('“2028: x” is not like 2028/29: 3')).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Counted in' }) as HTMLButtonElement).disabled).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Tag' }));
    await user.type(screen.getByLabelText('Tags'), 'W1, W2;W3  W4');
    await user.click(screen.getByRole('button', { name: 'Tag 4' }));
    expect((await onlySent()).payload).toMatchObject({ batch: 4, tags: ['W1', 'W2', 'W3', 'W4'], strain: 'Ivarre' });
  });
});

describe('deformities', () => {
  const parent = (tag: string, over: Partial<ParentRate> = {}): ParentRate => ({
    id: `m ${tag}`,
    ids: [`m ${tag}`],
    tag,
    tags: [tag],
    sex: 'male',
    fishId: 1,
    rate: 0.02,
    low: 0.01,
    high: 0.04,
    samples: 4,
    offspring: 300,
    p: 0.5,
    adjusted: 0.6,
    standsOut: false,
    like: [],
    ...over,
  });
  const season = (name: string, share: number, low: number, high: number) => ({
    season: name,
    looked: 500,
    deformed: Math.round(500 * share),
    samples: 4,
    share,
    low,
    high,
  });
  const view = (over: Partial<DeformityView> = {}): DeformityView => ({
    seasons: [season('2029/30', 0.01, 0.005, 0.02), season('2030/31', 0.06, 0.04, 0.08)],
    kinds: [],
    parents: [],
    scatter: 1,
    warnings: [],
    samples: [],
    traced: null,
    ...over,
  });
  const open = (v: DeformityView) => show(<DeformitiesScreen species={species} list={list} view={v} />);

  test('nothing looked at yet: what to do, with the atlas open', () => {
    open(view({ seasons: [] }));
    expect(screen.getByText(/No Pikeperch was looked through for deformities yet/)).toBeTruthy();
    expect(screen.getByText('forehead dented, nose pushed in')).toBeTruthy();
  });

  test('a rise beyond chance is said, and who stands out with what to do; the others are not accused', () => {
    open(
      view({
        parents: [
          parent('M7', { rate: 0.11, low: 0.07, high: 0.16, p: 1e-6, adjusted: 2e-5, standsOut: true }),
          parent('M9'),
          parent('F1', { sex: 'female', tags: ['F1', 'F2', 'F3'], like: ['M9'] }),
          parent('M8', { rate: 0.5, low: 0, high: 1, adjusted: 0.07 }),
        ],
      }),
    );
    expect(screen.getByTestId('deformities-says').textContent).toContain('so it rose beyond chance');
    expect(screen.getByText(/^M7 stands out among 4 parents compared/)).toBeTruthy();
    const row = (tag: string) => (document.querySelector(`[data-parent="${tag}"]`) as HTMLElement).textContent;
    expect(row('M7')).toContain('stands out');
    expect(row('F1')).toContain('F1 and 2 more mothers');
    expect(row('F1')).toContain('always with M9');
    // What mixed lots say of a small share is no rate.
    expect(row('M8')).toContain('too mixed');
    expect(row('M8')).not.toContain('50 %');
  });

  test('within chance nothing is said to have risen, and nobody stands out', () => {
    open(
      view({
        seasons: [season('2029/30', 0.02, 0.01, 0.04), season('2030/31', 0.03, 0.02, 0.05)],
        parents: [parent('M7')],
      }),
    );
    expect(screen.getByTestId('deformities-says').textContent).not.toContain('beyond chance');
    expect(screen.getByText(/No parent stands out/)).toBeTruthy();
  });
});

describe('the next generation', () => {
  const view = (over: Partial<NextBrood> = {}): NextBrood => ({
    season: '2030/31',
    seasons: ['2030/31'],
    target: 60,
    families: [
      { family: 1, label: 'F1 × M1', alive: 3000, kept: 25, wanted: 5 },
      { family: 2, label: 'F2 × M3', alive: 2000, kept: 0, wanted: 30 },
    ],
    lots: [
      { lotId: 1, lot: 'L1', unitId: 1, unit: 'H1', stage: 'fry', number: 3000, families: 1, brood: false, wanted: 5 },
      {
        lotId: 2,
        lot: 'L1 brood',
        unitId: 2,
        unit: 'H2',
        stage: 'fry',
        number: 25,
        families: 1,
        brood: true,
        wanted: 0,
      },
    ],
    keptFamilies: 1,
    effectiveSize: 2.67,
    possible: 4,
    ...over,
  });
  const open = (v: NextBrood) =>
    show(
      <NextScreen
        species={{ ...species, stages: [{ id: 'fry', name: 'fry' }] as never, checks: [] }}
        list={list}
        view={v}
        places={places}
        mayWrite
      />,
    );

  test('says how many families are kept, with what effective size, and what is lacking', () => {
    open(view());
    expect(screen.getByTestId('next-says').textContent).toBe(
      '1 of 2 families are kept, effective size 2.67; an equal share of each would make 4; 2 still lack their share',
    );
  });

  test('what is lacking of a lot stands in the form; what is kept is not offered again', async () => {
    const { user } = open(view());
    expect(screen.getAllByRole('button', { name: 'keep' })).toHaveLength(1);
    await user.click(screen.getByRole('button', { name: 'keep' }));
    expect((screen.getByLabelText('Number of animals') as HTMLInputElement).value).toBe('5');
    await choose(user, screen.getByLabelText('Into'), '2');
    await user.click(screen.getByRole('button', { name: 'Keep apart' }));
    expect((await onlySent()).payload).toMatchObject({
      unit: 1,
      lotId: 1,
      stage: 'fry',
      to: 2,
      amount: { kind: 'measured', measured: { method: 'counted', number: 5 } },
    });
  });

  test('no lot with known parents is alive', () => {
    open(view({ families: [], lots: [], keptFamilies: 0, effectiveSize: null, possible: null }));
    expect(screen.getByText(/with known parents is alive/)).toBeTruthy();
  });
});

describe('conditioning', () => {
  const programme = (name: string, over: Partial<Programme> = {}): Programme => ({
    id: 1,
    name,
    programme: conditioning.parse({
      from: NOW - 100 * DAY,
      units: [1],
      tank: { kind: 'round tank', depthCm: 140, volumeL: 4000 },
      steps: [
        { day: 0, lightHours: 8, celsius: 6, diet: 'dry' },
        { day: 90, lightHours: 14, celsius: 14 },
      ],
    }),
    units: ['H1'],
    days: 100,
    ended: false,
    measured: [
      { day: 0, mean: 6.5, low: 6, high: 7 },
      { day: 90, mean: 17, low: 16, high: 18 },
    ],
    off: { mean: 1.75, most: 3, onDay: 90, days: 2 },
    females: 7,
    males: 3,
    ripened: { n: 6, of: 7, share: 6 / 7, low: 0.49, high: 0.97 },
    gaveEggs: null,
    goodEggs: null,
    malesRunning: null,
    ...over,
  });
  const open = (v: ConditioningView, units: 'metric' | 'us' = 'metric') =>
    show(<ConditioningScreen species={species} list={list} view={v} places={places} mayWrite />, { units });
  const compared = {
    first: 'long',
    second: 'short',
    firstShare: 0.86,
    secondShare: 0.2,
    difference: 0.66,
    low: 0.09,
    high: 0.86,
    verdict: 'first is higher' as const,
    alsoDiffers: ['its depth'],
  };

  test('two programmes are compared in plain shares, with what else differs between them', () => {
    open({ programmes: [programme('long')], comparisons: [compared] });
    const says = screen.getByRole('list', { name: 'Compared' }).textContent;
    expect(says).toContain('long ripened 86 % of its females, short 20 %, 66 points apart (9 to 86)');
    expect(says).toContain('They also differ in its depth: it may be that.');
  });

  test('where chance may explain it, nothing is claimed', () => {
    open({
      programmes: [programme('long')],
      comparisons: [{ ...compared, low: -0.2, verdict: 'no difference seen', alsoDiffers: [] }],
    });
    expect(screen.getByRole('list', { name: 'Compared' }).textContent).toContain(
      'no difference seen beyond chance (−20 to 86 points)',
    );
  });

  test('the water is held against what was asked for, in the reader’s units; what is not known is said', () => {
    const { unmount } = open({ programmes: [programme('long')], comparisons: [] });
    const row = () => document.querySelector('[data-programme="long"]') as HTMLElement;
    expect(row().textContent).toContain(
      'The water lay +1.8 °C from what was asked on average, +3 °C at most, on day 90.',
    );
    expect(row().textContent).toContain('6 of 7 looked at');
    expect(row().textContent).toContain('not known yet');
    unmount();
    const us = open({ programmes: [programme('long')], comparisons: [] }, 'us');
    expect(row().textContent).toContain('+5.4 °F at most');
    expect(row().textContent).toContain('55.1 in deep');
    us.unmount();
    open({ programmes: [programme('long', { measured: [], off: null })], comparisons: [] });
    expect(row().textContent).toContain('Its water was not read');
  });

  test('changed in the form that it was written in, it comes back unchanged', async () => {
    const p = programme('long');
    const { user } = open({ programmes: [p], comparisons: [] });
    await user.click(screen.getByText('change'));
    await user.click(screen.getByRole('button', { name: 'Save' }));
    const { payload } = await onlySent();
    expect(payload).toMatchObject({ id: 1, name: 'long' });
    const sent = conditioning.parse(payload.programme);
    expect(sent.steps).toEqual(p.programme.steps);
    expect(sent.tank).toEqual(p.programme.tank);
    // A day is sent as its start in the hatchery's zone.
    expect(Math.abs(sent.from - p.programme.from)).toBeLessThan(DAY);
    expect(server.sent).toHaveLength(1);
  });
});
