import { screen, within } from '@testing-library/react';
import { dayPlan } from '@/core/spawning/plan';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import { bowlOf, broodFish, dayOf, female, male } from '../../../../tests/support/spawningDay';
import { DayScreen } from './DayScreen';

const HOUR = 3_600_000;
const places = ['B1', 'J1', 'J2'].map((name, i) => ({
  id: i + 1,
  name,
  room: 'Hall',
  kind: i === 0 ? 'table' : 'jar',
  holds: '',
}));
const open = (over: Parameters<typeof dayOf>[0], mayWrite = true) =>
  show(<DayScreen view={dayOf(over)} places={places} mayWrite={mayWrite} />);
const row = (tag: string) => document.querySelector(`[data-female="${tag}"]`) as HTMLElement;
const strip = (massG: number, over = {}) => ({ at: NOW - HOUR, massG, apart: false, why: '', entry: 's', ...over });
const sheet = () => screen.getByRole('complementary', { name: 'In hand' });

test('an empty day says what to do first, and that nothing is due', () => {
  open({});
  expect(screen.getByText('Nothing is due on this day.')).toBeTruthy();
  expect(screen.getByText(/No female is on this day: choose them in the plan/)).toBeTruthy();
  expect(screen.getByText('No eggs are fertilised yet.')).toBeTruthy();
  expect(screen.queryByText('Baths')).toBeNull();
});

test('what is wanted, counted and still to come, with its odds; short only beyond the doubt of the count', () => {
  const says = () => screen.getByTestId('day-says').textContent;
  const { rerender } = open({
    plan: dayPlan.parse({ eggsWanted: 90_000 }),
    expected: 130_123,
    odds: 0.62,
  });
  expect(says()).toBe('wanted 90\u2005000 eggs; about 130\u2005000 to come, enough in 62 years of 100');
  const counted = (number: number) => (
    <DayScreen
      view={dayOf({ plan: dayPlan.parse({ eggsWanted: 90_000 }), counted: { number, sd: 2000 }, odds: 0 })}
      places={places}
      mayWrite
    />
  );
  rerender(counted(87_000));
  expect(says()).not.toContain('short');
  rerender(counted(70_000));
  expect(says()).toContain('20\u2005000 short');
});

test('strippings held apart are told', () => {
  open({
    females: [
      female(11, 'STF1', { strips: [strip(300)] }),
      female(12, 'STF2', { strips: [strip(200, { apart: true, why: 'over-ripe' })] }),
    ],
  });
  expect(screen.getByTestId('day-says').textContent).toContain('eggs of 1 of 2 held apart');
  expect(row('STF2').textContent).toContain('held apart: over-ripe');
});

test('what she gave is judged by her mass, and waiting eggs by their age', () => {
  open({
    females: [
      female(11, 'STF1', { strips: [strip(120)], eggsLeftG: 120, gave: { eggs: 20_000, share: 0.3, state: 'low' } }),
      female(12, 'STF2', {
        strips: [strip(300, { at: NOW - 8 * HOUR })],
        eggsLeftG: 300,
        gave: { eggs: 50_000, share: 0.8, state: 'usual' },
      }),
    ],
  });
  expect(row('STF1').textContent).toContain('30 % of what her mass promises: far below the usual');
  expect(row('STF1').textContent).toContain('120 g eggs waiting 1 h 00');
  expect(row('STF2').textContent).not.toContain('below');
  expect(row('STF2').textContent).toContain('above 6 h: look at them before they are used');
});

test('each female offers what is usually done next; a reader is offered nothing', () => {
  const treatment = { id: 'pituitary2', name: 'carp pituitary in two parts', parts: 2 };
  const females = [
    female(11, 'STF1', { treatment }),
    female(12, 'STF2', { treatment, nextPart: { part: 2, at: NOW + HOUR }, given: [] }),
    female(13, 'STF3', { checks: [{ at: NOW, found: 'running', entry: 'c' }] }),
    female(14, 'STF4', { strips: [strip(300)], eggsLeftG: 300 }),
  ];
  const words = (tag: string) =>
    within(row(tag))
      .getAllByRole('button')
      .map((b) => b.textContent)
      .slice(1);
  const { unmount } = open({ females });
  expect(words('STF1')).toEqual(['Inject']);
  expect(words('STF2')).toEqual(['Inject part 2']);
  expect(words('STF3')).toEqual(['Strip']);
  expect(words('STF4')).toEqual(['Fertilise', 'To recovery']);
  unmount();
  open({ females }, false);
  expect(words('STF4')).toEqual([]);
  expect(screen.queryByText('plan of the day')).toBeNull();
});

test('what is due stands first, with how long it is over; a tap takes the fish in hand', async () => {
  const { user } = open({
    females: [
      female(11, 'STF1', {
        fish: broodFish(11, 'STF1', 'female', { unit: 'H3' }),
        notAlone: 2,
        given: [{ part: 1, at: NOW - 13 * HOUR, amount: 1, unit: 'mg', volumeMl: 0.2, by: 'x', entry: 'i' }],
        nextPart: { part: 2, at: NOW - HOUR },
      }),
    ],
  });
  const due = screen.getByRole('list', { name: 'Next' });
  expect(within(due).getByText(/to a cage of her own: 2 more in H3, and they fight/)).toBeTruthy();
  const part = due.querySelector('[data-due="part 11"]') as HTMLElement;
  expect(part.textContent).toContain('1 h 00 over');
  await user.click(within(part).getByRole('button'));
  expect(within(sheet()).getByText('STF1')).toBeTruthy();
  expect(within(sheet()).getByRole('button', { name: 'Inject' }).getAttribute('aria-pressed')).toBe('true');
});

test('no part is offered beyond those of the treatment', async () => {
  const given = (part: number) => ({
    part,
    at: NOW - HOUR,
    amount: 1,
    unit: 'mg',
    volumeMl: 0.2,
    by: 'x',
    entry: `i${part}`,
  });
  const { user } = open({
    females: [
      female(11, 'STF1', {
        treatment: { id: 'pituitary2', name: 'carp pituitary in two parts', parts: 2 },
        given: [given(1), given(2)],
      }),
    ],
  });
  await user.click(within(row('STF1')).getByRole('button', { name: 'STF1' }));
  await user.click(within(sheet()).getByRole('button', { name: 'Inject' }));
  expect(sheet().textContent).toContain('All 2 parts');
  expect(sheet().textContent).not.toContain('part 3');
});

test('a male used far too much is said so, where he is chosen, too', async () => {
  const { user } = open({
    plan: dayPlan.parse({ crosses: [{ female: 11, males: [21] }] }),
    females: [female(11, 'STF1', { planned: [21], strips: [strip(300)], eggsLeftG: 300 })],
    males: [male(21, 'STM1', { fathered: 0.31, overused: true }), male(22, 'STM2')],
  });
  expect((document.querySelector('[data-male="STM1"]') as HTMLElement).textContent).toContain(
    'fathered 31 % of this season’s eggs: spare him',
  );
  await user.click(screen.getByRole('button', { name: 'Fertilise' }));
  expect(within(sheet()).getByText(/fathered 31 % of this season/)).toBeTruthy();
  expect(within(sheet()).getByText(/One male only/)).toBeTruthy();
});

describe('milt for the chosen eggs', () => {
  const milt = (volumeMl: number | null, motility: string | null) => ({
    at: NOW,
    volumeMl,
    motility,
    apart: false,
    why: '',
    entry: 'm',
  });
  const crossing = async (milts: ReturnType<typeof milt>[]) => {
    const { user } = open({
      perDryG: { mean: 100, sd: null, own: true },
      plan: dayPlan.parse({ crosses: [{ female: 11, males: [21] }] }),
      females: [female(11, 'STF1', { planned: [21], strips: [strip(300)], eggsLeftG: 300 })],
      males: [male(21, 'STM1', { milts })],
    });
    await user.click(screen.getByRole('button', { name: 'Fertilise' }));
  };

  test('is reckoned by density and motility, and held against what there is', async () => {
    // 30 000 eggs at 100 000 sperm each of 1.5 thousand million a millilitre, half of them moving: 4 mL.
    await crossing([milt(3, 'middle')]);
    const wanted = screen.getByTestId('milt-wanted').textContent;
    expect(wanted).toContain('4 mL of milt for about 30\u2005000 eggs');
    expect(wanted).toContain('there are only 3 mL: take another male');
  });

  test('enough is said as such; milt that was not looked at cannot be reckoned with', async () => {
    await crossing([milt(12, 'middle')]);
    expect(screen.getByTestId('milt-wanted').textContent).toContain('there are 12 mL');
  });

  test('not looked at', async () => {
    await crossing([milt(12, null)]);
    expect(screen.queryByTestId('milt-wanted')).toBeNull();
    expect(screen.getByText(/Look at the milt first/)).toBeTruthy();
  });
});

describe('a bowl', () => {
  const withBowl = (over = {}) => ({
    females: [female(11, 'STF1')],
    males: [male(21, 'STM1')],
    bowls: [bowlOf('A', over)],
  });

  test('counted: samples and total are asked apart, and never mixed', async () => {
    const { user } = open({
      ...withBowl(),
      learned: {
        swelling: {
          mlPerDryG: 2,
          sd: 0.05,
          nextLow: 1.8,
          nextHigh: 2.2,
          eggsPerDryG: 85,
          eggsPerDryGSd: 3,
          eggsPerHardenedL: 42_500,
          batches: 4,
        },
        perDryG: { mean: 85, sd: 3, batches: 4 },
        packing: null,
      },
      perDryG: { mean: 85, sd: 3, own: true },
    });
    await user.click(screen.getByRole('button', { name: 'Count' }));
    const form = within(sheet());
    expect(form.getByTestId('promise').textContent).toBe(
      '300 g dry make about 26\u2005000 eggs, as counted here before, and about 600 mL once hardened (4 bowls).',
    );
    const state = (name: string, value: string) => within(form.getByRole('radiogroup', { name })).getByLabelText(value);
    await user.click(state('Samples were', 'dry'));
    await user.click(state('The total was', 'hardened'));
    expect(form.getByRole('alert').textContent).toContain('Measure both alike');
    await user.click(state('Samples were', 'hardened'));
    expect(form.queryByRole('alert')).toBeNull();
    for (const [label, value] of [
      ['volume 1', '10'],
      ['count 1', '425'],
      ['Volume of all, L', '0.33'],
    ] as const)
      await user.type(form.getByLabelText(label), value);
    // 1.1 mL of a dry gram is what eggs are before they harden.
    expect(form.getByText(/Has hardening ended\?/)).toBeTruthy();
    await user.type(form.getByLabelText('Dead taken out before the count'), '34');
    await user.click(form.getByRole('button', { name: 'Into the books' }));
    expect(await onlySent()).toMatchObject({
      type: 'take.record',
      payload: { day: 3, bowl: 'A', hardened: true, removed: 34, females: [{ tag: 'STF1', share: 1 }] },
    });
  });

  test('on a nest: no masses, its parents share alike', async () => {
    const { user } = open(withBowl({ nest: true, females: [{ fish: 11, tag: 'STF1', massG: 0 }] }));
    expect(screen.getByText(/on a nest,/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Count' }));
    const form = within(sheet());
    expect(form.queryByTestId('promise')).toBeNull();
    for (const name of ['Samples were', 'The total was'])
      await user.click(within(form.getByRole('radiogroup', { name })).getByLabelText('hardened'));
    await user.click(form.getByLabelText('estimated'));
    await user.type(form.getByLabelText('About'), '40000');
    await user.type(form.getByLabelText('give or take'), '8000');
    await user.click(form.getByRole('button', { name: 'Into the books' }));
    expect(((await onlySent()).payload.females as unknown[])[0]).toEqual({ tag: 'STF1' });
  });

  test('a step into a bath that is spent: the question is answered where the step stands', async () => {
    server.replies = [
      refused('This bath has had 1 batch (B), 1 at most.', 'step', {
        asks: [
          {
            id: 'bath',
            of: 'answers',
            message: '',
            path: '',
            todo: '',
            choices: [{ value: 'again', label: 'Used once more' }],
          },
        ],
      }),
    ];
    const { user } = open(
      withBowl({
        protocols: ['iodophor-after'],
        stamps: {
          'iodophor-after': [
            { step: 'rinsed', at: NOW - 60_000, skipped: false, why: '', value: 7, entry: 'r', by: 'x', note: '' },
          ],
        },
      }),
    );
    const step = document.querySelector('[data-step="in"]') as HTMLElement;
    await user.click(within(step).getByRole('button', { name: 'Now' }));
    await user.click(await within(step).findByRole('button', { name: 'Used once more' }));
    expect(server.sent.map((s) => s.answers?.bath)).toEqual([undefined, 'again']);
    expect(server.sent[1]!.payload).toMatchObject({ bowl: 'A', protocol: 'iodophor-after', step: 'in' });
  });

  test('laid down by what was counted out: what is left is said, and may be declared gone', async () => {
    const { user } = open({
      ...withBowl({
        take: { lotId: 9, lot: 'ST-31-01', eggs: 3000, sd: 50, unitId: 1, unit: 'B1', waiting: 3000, volumeMl: null },
      }),
      plan: dayPlan.parse({ units: [2] }),
    });
    await user.click(screen.getByRole('button', { name: 'Lay down' }));
    const form = within(sheet());
    await user.click(form.getByLabelText('counted out'));
    await choose(user, form.getByLabelText('Unit 1'), '2');
    await user.type(form.getByLabelText('Eggs'), '2900');
    expect(form.getByText(/^2.900 counted out; by the books 100 are left\.$/)).toBeTruthy();
    await user.click(form.getByLabelText(/nothing is left/));
    await user.click(form.getByRole('button', { name: 'Lay down' }));
    expect((await onlySent()).payload).toMatchObject({ parts: [{ unit: 2, number: 2900 }], emptied: true });
  });
});

test('rounds of stripping are stamped on the female, with what each gave', async () => {
  const { user } = open({ females: [female(11, 'STF1', { taking: [{ protocol: 'partial-stripping', stamps: [] }] })] });
  const steps = within(row('STF1'));
  await user.type(steps.getByLabelText('eggs g'), '120');
  await user.click(steps.getByRole('button', { name: 'Now' }));
  expect(await onlySent()).toMatchObject({
    type: 'spawning.step',
    payload: { fish: 11, protocol: 'partial-stripping', step: 'first', value: 120 },
  });
  expect((await onlySent()).payload.bowl).toBeUndefined();
});

test('a bath: the drum’s share is never filled in; the amount is worked out by product or from stock', async () => {
  const { user } = open({ plan: dayPlan.parse({ protocols: ['iodophor-after'] }) });
  const baths = document.querySelector('[data-bath="iodophor-after"]') as HTMLElement;
  expect(baths.textContent).toContain('none is mixed yet');
  await user.click(within(baths).getByRole('button', { name: 'Mix it' }));
  const form = within(sheet());
  expect((form.getByLabelText('available iodine in the product, %') as HTMLInputElement).value).toBe('');
  expect((form.getByLabelText('mg/L of available iodine') as HTMLInputElement).value).toBe('100');
  await user.type(form.getByLabelText('Volume of the bath, L'), '10');
  await user.type(form.getByLabelText('available iodine in the product, %'), '1');
  expect(form.getByTestId('bath-amount').textContent).toContain('100 g');
  await user.click(form.getByLabelText('a stock solution'));
  expect(form.queryByTestId('bath-amount')).toBeNull();
  await user.type(form.getByLabelText('Stock, mg/L of available iodine'), '50');
  expect(form.getByText(/is stronger than the stock/)).toBeTruthy();
  await user.clear(form.getByLabelText('Stock, mg/L of available iodine'));
  await user.type(form.getByLabelText('Stock, mg/L of available iodine'), '2000');
  expect(form.getByTestId('bath-amount').textContent).toContain('500 mL of stock and 9.50 L of water');
  await user.type(form.getByLabelText('Lot on the drum'), 'I-9');
  await user.click(form.getByRole('button', { name: 'Mixed' }));
  expect((await onlySent()).payload).toMatchObject({
    protocol: 'iodophor-after',
    volumeL: 10,
    way: 'stock',
    stockMgPerL: 2000,
  });
  expect((await onlySent()).payload.activeShare).toBeUndefined();
});

test('the plan says how many females it takes, and which of them nobody has weighed', async () => {
  const { user } = open({
    plan: dayPlan.parse({ eggsWanted: 60_000, crosses: [{ female: 11, males: [21] }] }),
    females: [female(11, 'STF1')],
    males: [male(21, 'STM1')],
    others: [
      { id: 12, tag: 'STF2', sex: 'female', ready: true, eggs: { expected: 66_000, low: 36_000, high: 96_000 } },
      { id: 13, tag: 'STF3', sex: 'female', ready: false, eggs: null },
    ],
  });
  await user.click(screen.getByText('plan of the day'));
  const needed = () => screen.getByTestId('females-needed').textContent;
  // One of 66 000 ± 30 000 reaches 60 000 in 65 of 100; a second makes it all but sure.
  expect(needed()).toMatch(/This female gives enough in 6[3-7] years of 100 only/);
  await choose(user, screen.getByLabelText('Add a female'), '12');
  expect(needed()).toContain('2 of these 2 females give enough in 9 years of 10.');
  await choose(user, screen.getByLabelText('Add a female'), '13');
  expect(needed()).toContain('Not weighed, so not reckoned with: STF3.');
});
