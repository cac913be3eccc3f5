import type { Act, Amount } from '@/core/books/entry';
import { BROOD_GRADE, isBroodGrade } from '@/core/brood/broodGrade';
import { kindsSay } from '@/core/brood/strainAndSex';
import { grouped } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import type { HowMany } from '@/server/act/inputs';
import { ActRefused } from '@/server/act/refused';
import { answered, ask, type Context, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { warnLoads } from '@/server/stock/asks/loads';
import { askSensitive } from '@/server/stock/asks/sensitive';
import { askSuspect } from '@/server/stock/asks/suspect';
import { askTempered } from '@/server/stock/asks/temper';
import { askTaken } from '@/server/stock/feeding/larvaeAt';
import { queuePredictions } from '@/server/stock/jobs';
import { newLot } from '@/server/stock/lots';
import { amountOf, countOf, expected } from '@/server/stock/numbers/amounts';
import { lastMeanG } from '@/server/stock/numbers/lastMeanG';
import { idsOf, type Standing, standing, standingsIn, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { lotKinds } from '@/store/lotKinds';
import { mix, move } from './act';

export const decision = decides(move, async (c, p) => {
  const event = eventOf(c, p);
  const at = asOf(c, event);
  const target = await unitById(c, p.to, 'to');
  const usual = p.toStage ? (['ponded'] as const) : [];
  const sources: { from: Standing; amount: Amount; dead: number; stay: number }[] = [];
  for (const [i, s] of p.sources.entries()) {
    if (s.unit === p.to && !p.toStage)
      throw new ActRefused(
        'sameUnit',
        `They stand in ${target.name} already.`,
        `sources.${i}.unit`,
        'Choose another unit.',
      );
    const from = await standing(c, s.unit, at, s, usual, `sources.${i}.unit`);
    sources.push({
      from,
      amount: setApart(from, s, answered(c, shortfall) === 'yes', i),
      dead: s.dead ?? 0,
      stay: s.stay ?? 0,
    });
    await askSensitive(c, sources.at(-1)!.from, event.note, event.at, 'this move');
    if (s.unit !== p.to) await askTempered(c, sources.at(-1)!.from, target, event.at);
  }
  await askSuspect(
    c,
    sources.map((s) => s.from),
    [target],
    'to',
  );
  const stays = target.shared
    ? []
    : (await standingsIn(c, target.id, at)).filter(
        (s) => s.number > 0 && !sources.some((x) => x.from.holding.id === s.holding.id && x.amount.kind === 'all'),
      );
  await askTaken(
    c,
    sources.map((s) => s.from),
    [target],
    event.at,
  );
  // In a pond another species stands beside them; the same one becomes one lot with them.
  const there =
    target.kind === 'pond' ? stays.filter((s) => sources.some((x) => x.from.lot.species === s.lot.species)) : stays;
  await warnLoads(c, [
    {
      unit: target,
      adds: sources.reduce((s, x) => s + (x.from.unit.id === target.id ? 0 : expected(x.from, x.amount)), 0),
      species: sources[0]!.from.lot.species,
      meanG: target.kind === 'pond' ? await lastMeanG(c, sources[0]!.from, at) : null,
      stage: p.toStage ?? sources[0]!.from.place.stage,
    },
  ]);
  const lots = new Map([...sources.map((s) => s.from), ...there].map((s) => [s.lot.id, s.lot]));
  const mixed = lots.size > 1;
  const apart = mixed ? await kindsApart(c, [...lots.values()]) : '';
  if (mixed)
    ask(c, mix, {
      message: `${there.length > 0 ? `${there.map((s) => s.lot.name).join(', ')} ${there.length > 1 ? 'stand' : 'stands'} in ${target.name}. ` : ''}Together they become a new lot.${apart}`,
      path: 'to',
      todo: 'Choose an empty unit, or mix them.',
      choices: [
        {
          value: 'yes',
          label: `Mix ${[...lots.values()].map((l) => l.name).join(' and ')}`,
          why: 'parents are kept by share from then on',
        },
      ],
    });
  const mixture = mixed ? await mixedLot(c, event.at, sources, there, p.lotName) : null;
  const toLot = (s: Standing) => (mixture ? String(mixture.id) : s.place.lot);
  const makes = mixture ? [{ lot: String(mixture.id), species: mixture.species }] : [];
  const into = (s: Standing, amount: Amount, stage: string): Act => ({
    act: 'shift',
    from: s.place,
    makes,
    parts: [{ to: { lot: toLot(s), unit: String(target.id), stage }, amount }],
  });
  const acts: Act[] = [
    ...sources
      .filter((s) => s.dead > 0)
      .map((s): Act => ({ act: 'lose', account: 'dead', from: s.from.place, amount: countOf(s.dead) })),
    ...(mixture ? there.map((s) => into(s, { kind: 'all' }, s.place.stage)) : []),
    ...sources.map((s) => into(s.from, s.amount, p.toStage ?? s.from.place.stage)),
    ...[...(mixture ? there : []), ...sources.filter((s) => s.amount.kind === 'all').map((s) => s.from)].map(
      (s): Act => ({ act: 'close', holding: s.place }),
    ),
  ];
  const kind = p.toStage ? 'pond' : mixed ? 'merge' : 'move';
  const observations = sources.flatMap((s) => [
    ...(s.dead > 0 ? [{ kind: 'dead' as const, ...idsOf(s.from), value: s.dead }] : []),
    ...(s.stay > 0 ? [{ kind: 'unready' as const, ...idsOf(s.from), value: s.stay }] : []),
  ]);
  await c.record([{ kind, ...event, replacesSeq: c.replacing?.seq, intent: p, acts, observations }]);
  await queuePredictions(c, [...lots.keys(), ...(mixture ? [mixture.id] : [])]);
  const air = p.airSeconds ?? 0;
  return {
    unit: target.name,
    lot: mixture?.name ?? [...lots.values()][0]!.name,
    mixed,
    longInAir: air > thresholds.airSeconds.value ? air : null,
  };
});

/** How much of a unit goes, where dead ones are taken out of all and those that are not ready stay. */
function setApart(
  from: Standing,
  s: { amount: HowMany; dead?: number; stay?: number },
  shortfall: boolean,
  i: number,
): Amount {
  const [dead, stay] = [s.dead ?? 0, s.stay ?? 0];
  if (dead + stay === 0) return amountOf(s.amount, shortfall);
  if (s.amount.kind !== 'all')
    throw new ActRefused(
      'apart',
      'What stays behind is known when all the others go.',
      `sources.${i}.stay`,
      'Choose all, or count those that go.',
    );
  if (dead + stay >= from.number)
    throw new ActRefused(
      'apart',
      `${grouped(dead + stay)} are all of the ${grouped(from.number)} in ${from.unit.name}, or more.`,
      `sources.${i}.stay`,
      'Check the numbers; if they are right, count the unit first.',
    );
  return stay === 0 ? { kind: 'all' } : { kind: 'share', share: 1 - stay / (from.number - dead), sd: 0 };
}

/** Lots of other strains, or of one sex beside both, are held apart: what is lost by mixing them is said with the question. */
async function kindsApart(c: Context, lots: readonly { id: number; name: string }[]): Promise<string> {
  const kinds = await lotKinds(
    c.trx,
    lots.map((l) => l.id),
  );
  const says = lots.map((l) => ({ name: l.name, says: kindsSay(kinds.get(l.id) ?? []) }));
  if (new Set(says.map((s) => s.says)).size < 2) return '';
  return ` They are not alike: ${says.map((s) => `${s.name} ${s.says || 'of no known strain'}`).join('; ')}. Mixed, nobody can part them again.`;
}

/** The lot that a mixture becomes; its thermal clock starts at the mean of its parts, by number. */
async function mixedLot(
  c: Context,
  at: number,
  sources: readonly { from: Standing; amount: Amount }[],
  there: readonly Standing[],
  name?: string,
) {
  const parts = [
    ...there.map((s) => ({ lot: s.lot, n: s.number })),
    ...sources.map((s) => ({ lot: s.from.lot, n: expected(s.from, s.amount) })),
  ];
  const kinds = new Set(parts.map((p) => p.lot.species));
  if (kinds.size > 1) throw new ActRefused('speciesMix', 'These are two species.', 'to', 'They cannot be mixed.');
  const clocks = parts.filter((p) => p.lot.fertilised_at !== null && p.n > 0);
  const total = clocks.reduce((s, p) => s + p.n, 0);
  const fertilisedAt =
    clocks.length === parts.length && total > 0
      ? Math.round(clocks.reduce((s, p) => s + p.lot.fertilised_at! * (p.n / total), 0))
      : null;
  const species = await c.species(parts[0]!.lot.species);
  const brood = parts.every((x) => isBroodGrade(x.lot.grade));
  const lot = await newLot(c, { species, at, name, fertilisedAt, ...(brood ? { grade: BROOD_GRADE } : {}) });
  return { ...lot, species: species.id };
}
