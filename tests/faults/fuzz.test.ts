import { Chance } from '@/core/chance';
import { barredTo, decisions } from '@/modules/door';
import { ActRefused } from '@/server/act/refused';
import { checkBooks } from '@/store/books/check';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../support/hatchery';
import { Material, say, seed, times } from './material';

let h: TestHatchery;

/** A small hatchery with something of each stage. */
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2']);
  h.clock.now += 40 * DAY;
  for (const [unit, stage] of [
    ['R1', 'fry'],
    ['R2', 'fingerling'],
    ['J4', 'yolksac'],
  ] as const)
    await h.send('stock.bring', {
      account: 'opening',
      species: 'arctic-char',
      stage,
      unit: h.units[unit]!,
      measured: { method: 'counted', number: 4000 },
    });
});

const entries = async () => Number((await h.db('entry').count<{ n: number }[]>('* as n').first())!.n);

test('whatever is sent is done or refused in words; what is refused leaves nothing; the books stay sound', async () => {
  const chance = new Chance(seed);
  const material = new Material(chance, () => h.clock.now);
  const types = [...decisions.byType.values()].map((d) => d.act);
  const n = times(500, 5000);
  let done = 0;
  const refusedBy = new Map<string, number>();
  for (let i = 0; i < n; i++) {
    const act = types[Math.floor(chance.next() * types.length)]!;
    const payload = material.payload(act) as Record<string, unknown>;
    const before = await entries();
    h.clock.now += HOUR * chance.next();
    h.clock.now = Math.round(h.clock.now);
    try {
      await h.send(act.type, payload);
      done += 1;
    } catch (e) {
      if (!(e instanceof ActRefused))
        throw new Error(`seed ${seed}, ${i}: ${act.type} ${JSON.stringify(payload)?.slice(0, 600)}: ${e}`, {
          cause: e,
        });
      expect(e.message.length).toBeGreaterThan(5);
      refusedBy.set(e.code, (refusedBy.get(e.code) ?? 0) + 1);
      // Half-written is the worst.
      expect([act.type, await entries()]).toEqual([act.type, before]);
    }
    if (i % 100 === 99) expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);
  }
  expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);
  const most = [...refusedBy].sort((a, b) => b[1] - a[1]).slice(0, 5);
  say(
    `fuzz: seed ${seed}, ${n} sent, ${done} done, ${n - done} refused (${most.map(([k, v]) => `${k} ${v}`).join(', ')}), books sound`,
  );
  expect(done).toBeGreaterThan(0);
}, 600_000);

test('who may not, writes nothing, whatever is in it', async () => {
  const material = new Material(new Chance(seed + 1), () => h.clock.now);
  const reader = { ...h.hand, id: h.hand.id, role: 'reader' as const };
  let tried = 0;
  for (const [actor, role] of [
    [h.hand, 'hand'],
    [reader, 'reader'],
    [h.culturist, 'culturist'],
  ] as const) {
    const before = await entries();
    for (const type of barredTo(role)) {
      tried += 1;
      const payload = material.payload(decisions.byType.get(type)!.act) as Record<string, unknown>;
      const refused = await h.send(type, payload, actor).then(
        () => null,
        (e: ActRefused) => e.code,
      );
      // What is not even a record is refused as such before anybody is asked who they are.
      expect([type, refused]).toEqual([type, expect.stringMatching(/^(notAllowed|payload|text|instant)$/)]);
    }
    expect(await entries()).toBe(before);
  }
  say(`roles: ${tried} barred commands tried, none written`);
}, 120_000);
