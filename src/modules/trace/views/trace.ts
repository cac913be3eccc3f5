import { DAY_MS } from '@/core/time/spans';
import { wordOf } from '@/modules/kinds';
import { type Reached, reachBack, reachForward } from '@/store/books/reach';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { standing } from '@/store/families';
import { speciesBook } from '@/store/species';
import type { Subject } from '../subject';
import { type ParentTreated, parentsTreated } from './parentsTreated';

/** Animals that went out, or died. */
export type WentOut = {
  entryId: string;
  at: number;
  what: 'released' | 'sold' | 'dead' | 'culled' | 'sampled' | 'escaped' | 'picked';
  /** The site, the receiver; empty where there is none. */
  to: string;
  lot: string;
  lotId: number;
  unit: string;
  number: number;
};
/** Animals that stand. */
export type Stands = {
  unit: string;
  unitId: number;
  lot: string;
  lotId: number;
  species: string;
  stage: string;
  number: number;
  since: number;
};

/** What happened to them on the way here. */
export type Met = {
  parents: { female: string; femaleId: number | null; males: string; lot: string }[];
  origins: { at: number; says: string; lot: string }[];
  feeds: { feedLotId: number; lot: string; product: string; from: number; to: number; tanks: string[] }[];
  treatments: { entryId: string; at: number; product: string; unit: string }[];
  /** What the parents were given before. */
  parentTreatments: ParentTreated[];
  tanks: { unit: string; lot: string; from: number | null; until: number }[];
  people: { name: string; entries: number }[];
};

export type Traced = {
  title: string;
  says: string;
  forward: { out: WentOut[]; stands: Stands[] } | null;
  back: Met | null;
};

const OUT = ['released', 'sold', 'dead', 'culled', 'sampled', 'escaped', 'picked'] as const;

/** Where it went and where it came from, as far as the books tell; null where there is no such thing here. */
export async function traced(
  db: Db,
  site: { siteId: number; timeZone: string },
  subject: Subject,
  now: number,
): Promise<Traced | null> {
  const begun = await startOf(db, site.siteId, subject, now);
  if (!begun) return null;
  const [forward, back] = await Promise.all([
    begun.starts === null ? null : reachForward(db, begun.starts).then((r) => wentTo(db, site.siteId, r)),
    begun.ends === null ? null : reachBack(db, begun.ends).then((r) => cameFrom(db, site.siteId, r)),
  ]);
  return { title: begun.title, says: begun.says, forward, back };
}

type Begun = { title: string; says: string; starts: Reached | null; ends: Reached | null };

/** The holdings with which a trace begins, each since or until when. */
async function startOf(db: Db, siteId: number, s: Subject, now: number): Promise<Begun | null> {
  const id = Number(s.id);
  switch (s.of) {
    case 'lot': {
      const lot = await db('lot').where({ id, site_id: siteId }).first('name');
      if (!lot) return null;
      const held = await db('holding').where({ lot_id: id }).pluck<number[]>('id');
      return {
        title: lot.name,
        says: 'all that ever belonged to this lot',
        starts: new Map(held.map((h) => [h, Number.NEGATIVE_INFINITY])),
        ends: new Map(held.map((h) => [h, Number.POSITIVE_INFINITY])),
      };
    }
    case 'unit': {
      const unit = await db('unit').where({ id, site_id: siteId }).first('name');
      if (!unit) return null;
      const held = await db('holding').where({ unit_id: id }).where('number', '>', 0).pluck<number[]>('id');
      return {
        title: unit.name,
        says: held.length === 0 ? 'nothing stands there now' : 'what stands there now',
        starts: new Map(held.map((h) => [h, Number.NEGATIVE_INFINITY])),
        ends: new Map(held.map((h) => [h, now + DAY_MS])),
      };
    }
    case 'feedLot': {
      const feed = await db('feed_lot as l')
        .join('feed_product as p', 'p.id', 'l.product_id')
        .where({ 'l.id': id, 'p.site_id': siteId })
        .first<{ name: string; product: string } | undefined>({ name: 'l.name', product: 'p.name' });
      if (!feed) return null;
      const fed = await db('observation')
        .where({ feed_lot_id: id, kind: 'feed' })
        .whereNotNull('holding_id')
        .groupBy('holding_id')
        .select<{ holding: number; at: number }[]>({ holding: 'holding_id' }, db.raw('MIN(`at`) AS `at`'));
      return {
        title: `${feed.product}, lot ${feed.name}`,
        says: fed.length === 0 ? 'was fed to nobody' : 'all that ate of it, from their first meal of it on',
        starts: new Map(fed.map((f) => [f.holding, Number(f.at)])),
        ends: null,
      };
    }
    case 'female': {
      const female = await db('brood_fish').where({ id, site_id: siteId }).first('tag');
      if (!female) return null;
      const lots = await db('family as y')
        .where({ 'y.female_id': id })
        .modify(standing)
        .distinct('y.lot_id')
        .pluck('y.lot_id');
      const held = await db('holding')
        .whereIn('lot_id', lots as number[])
        .pluck<number[]>('id');
      return {
        title: `Female ${female.tag}`,
        says:
          lots.length === 0
            ? 'has no offspring here'
            : 'all lots into which her eggs came, hers and what was mixed with them',
        starts: new Map(held.map((h) => [h, Number.NEGATIVE_INFINITY])),
        ends: null,
      };
    }
    case 'entry': {
      const entry = await db('entry')
        .where({ id: s.id, site_id: siteId })
        .first<{ seq: number; kind: string; at: number; order_at: number } | undefined>(
          'seq',
          'kind',
          'at',
          'order_at',
        );
      if (!entry) return null;
      const treated = await db('observation')
        .where({ entry_seq: entry.seq, kind: 'treated' })
        .select<{ holding: number; at: number; said: string | null }[]>({
          holding: 'holding_id',
          at: 'at',
          said: 'said',
        });
      if (treated.length > 0)
        return {
          title: `${treated[0]!.said ?? 'Treatment'}`,
          says: 'all that were treated, from then on',
          starts: new Map(treated.map((t) => [t.holding, t.at])),
          ends: null,
        };
      const left = await db('posting')
        .where({ entry_seq: entry.seq })
        .whereIn('account', [...OUT])
        .whereNull('superseded_seq')
        .distinct('holding_id')
        .pluck<number[]>('holding_id');
      if (left.length === 0) return null;
      return {
        title: `What was ${wordOf(entry.kind)}`,
        says: 'back to where they came from',
        starts: null,
        ends: new Map(left.map((h) => [h, entry.order_at])),
      };
    }
  }
}

/** What of the holdings that were reached went out since, and what stands of them. Two statements. */
async function wentTo(db: Db, siteId: number, reached: Reached): Promise<NonNullable<Traced['forward']>> {
  const ids = [...reached.keys()];
  if (ids.length === 0) return { out: [], stands: [] };
  const [left, held, book, sites] = await Promise.all([
    db('posting as p')
      .join('entry as e', 'e.seq', 'p.entry_seq')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('lot as t', 't.id', 'h.lot_id')
      .join('unit as u', 'u.id', 'h.unit_id')
      .whereIn('p.holding_id', ids)
      .whereIn('p.account', [...OUT])
      .whereNull('p.superseded_seq')
      .orderBy('e.order_at', 'desc')
      .select<
        {
          entryId: string;
          at: number;
          order: number;
          account: WentOut['what'];
          intent: string;
          holding: number;
          lot: string;
          lotId: number;
          unit: string;
          delta: number;
        }[]
      >({
        entryId: 'e.id',
        at: 'e.at',
        order: 'p.order_at',
        account: 'p.account',
        intent: 'e.intent',
        holding: 'h.id',
        lot: 't.name',
        lotId: 't.id',
        unit: 'u.name',
        delta: 'p.delta',
      }),
    db('holding as h')
      .join('lot as t', 't.id', 'h.lot_id')
      .join('unit as u', 'u.id', 'h.unit_id')
      .whereIn('h.id', ids)
      .where('h.number', '>', 0)
      .orderBy('u.name')
      .select<(Omit<Stands, 'since'> & { id: number })[]>({
        id: 'h.id',
        unit: 'u.name',
        unitId: 'u.id',
        lot: 't.name',
        lotId: 't.id',
        species: 't.species',
        stage: 'h.stage',
        number: 'h.number',
      }),
    speciesBook(db, siteId),
    db('release_site').where({ site_id: siteId }).select<{ id: number; name: string }[]>('id', 'name'),
  ]);
  const nameOf = new Map(sites.map((s) => [s.id, s.name]));
  return {
    out: left
      .filter((l) => l.order >= reached.get(l.holding)!)
      .map(({ intent, order: _, holding: __, account, delta, ...l }) => {
        const said = fromJson<{ site?: number; siteName?: string; receiver?: string; fate?: string }>(intent);
        const site = said.site === undefined ? '' : (nameOf.get(said.site) ?? said.siteName ?? '');
        return { ...l, what: account, to: site || said.receiver || '', number: Math.abs(delta) };
      }),
    stands: held.map(({ id, ...h }) => ({
      ...h,
      species: book.get(h.species)?.name ?? h.species,
      stage: book.get(h.species)?.stages.find((x) => x.id === h.stage)?.name ?? h.stage,
      since: reached.get(id)!,
    })),
  };
}

/** What the animals of some holdings met on their way, each until when. Six statements. */
async function cameFrom(db: Db, siteId: number, reached: Reached): Promise<Met> {
  const ids = [...reached.keys()];
  const empty: Met = {
    parents: [],
    origins: [],
    feeds: [],
    treatments: [],
    parentTreatments: [],
    tanks: [],
    people: [],
  };
  if (ids.length === 0) return empty;
  const held = await db('holding as h')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .where('h.site_id', siteId)
    .whereIn('h.id', ids)
    .orderBy('h.opened_at')
    .select<{ id: number; unit: string; lot: string; lotId: number; opened: number | null }[]>({
      id: 'h.id',
      unit: 'u.name',
      lot: 't.name',
      lotId: 't.id',
      opened: 'h.opened_at',
    });
  const lots = [...new Set(held.map((h) => h.lotId))];
  const [parents, arrived, fed, treated, people] = await Promise.all([
    db('family as f')
      .join('lot as t', 't.id', 'f.lot_id')
      .leftJoin('brood_fish as b', 'b.id', 'f.female_id')
      .whereIn('f.lot_id', lots)
      .whereExists((q) =>
        q
          .from('lot_share as ls')
          .whereRaw('ls.lot_id = f.lot_id AND ls.family = CAST(f.id AS CHAR)')
          .whereNull('ls.superseded_seq')
          .select(db.raw('1')),
      )
      .orderBy('t.name')
      .select<{ tag: string | null; femaleId: number | null; males: string | null; label: string; lot: string }[]>({
        tag: 'b.tag',
        femaleId: 'b.id',
        males: 'f.males',
        label: 'f.label',
        lot: 't.name',
      }),
    db('posting as p')
      .join('entry as e', 'e.seq', 'p.entry_seq')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('lot as t', 't.id', 'h.lot_id')
      .whereIn('p.holding_id', ids)
      .whereIn('p.account', ['taken', 'arrived', 'opening'])
      .whereNull('p.superseded_seq')
      .orderBy('e.at')
      .select<{ at: number; kind: string; intent: string; lot: string; order: number; holding: number }[]>({
        at: 'e.at',
        kind: 'e.kind',
        intent: 'e.intent',
        lot: 't.name',
        order: 'p.order_at',
        holding: 'p.holding_id',
      }),
    db('observation as o')
      .join('feed_lot as l', 'l.id', 'o.feed_lot_id')
      .join('feed_product as p', 'p.id', 'l.product_id')
      .join('unit as u', 'u.id', 'o.unit_id')
      .whereIn('o.holding_id', ids)
      .where('o.kind', 'feed')
      .select<{ feedLotId: number; lot: string; product: string; at: number; unit: string; holding: number }[]>({
        feedLotId: 'l.id',
        lot: 'l.name',
        product: 'p.name',
        at: 'o.at',
        unit: 'u.name',
        holding: 'o.holding_id',
      }),
    db('observation as o')
      .join('entry as e', 'e.seq', 'o.entry_seq')
      .join('unit as u', 'u.id', 'o.unit_id')
      .whereIn('o.holding_id', ids)
      .where('o.kind', 'treated')
      .orderBy('o.at')
      .select<{ entryId: string; at: number; product: string | null; unit: string; holding: number }[]>({
        entryId: 'e.id',
        at: 'o.at',
        product: 'o.said',
        unit: 'u.name',
        holding: 'o.holding_id',
      }),
    db('observation as o')
      .join('entry as e', 'e.seq', 'o.entry_seq')
      .whereIn('o.holding_id', ids)
      .groupBy('e.measured_by')
      .orderByRaw('COUNT(DISTINCT e.seq) DESC')
      .limit(40)
      .select<{ name: string; entries: number }[]>(
        { name: 'e.measured_by' },
        db.raw('COUNT(DISTINCT e.seq) AS entries'),
      ),
  ]);
  const before = <T extends { at: number; holding: number }>(x: T) => x.at <= reached.get(x.holding)!;
  const taken = new Map(arrived.map((a) => [a.lot, a.at]));
  const parentTreatments = await parentsTreated(
    db,
    parents.flatMap((p) => {
      const until = taken.get(p.lot);
      const fathers = p.males ? fromJson<{ id?: number }[]>(p.males).flatMap((m) => m.id ?? []) : [];
      return until === undefined
        ? []
        : [...(p.femaleId === null ? [] : [p.femaleId]), ...fathers].map((fish) => ({ fish, until }));
    }),
  );
  const feeds = new Map<number, Met['feeds'][number]>();
  for (const f of fed.filter(before)) {
    const known =
      feeds.get(f.feedLotId) ??
      feeds
        .set(f.feedLotId, { feedLotId: f.feedLotId, lot: f.lot, product: f.product, from: f.at, to: f.at, tanks: [] })
        .get(f.feedLotId)!;
    known.from = Math.min(known.from, f.at);
    known.to = Math.max(known.to, f.at);
    if (!known.tanks.includes(f.unit)) known.tanks.push(f.unit);
  }
  return {
    parents: parents.map((p) => ({
      female: p.tag ?? p.label,
      femaleId: p.femaleId,
      males: p.males
        ? fromJson<{ tag: string }[]>(p.males)
            .map((m) => m.tag)
            .join(', ')
        : '',
      lot: p.lot,
    })),
    origins: arrived
      .filter((a) => a.order <= reached.get(a.holding)!)
      .map((a) => ({
        at: a.at,
        says: `${wordOf(a.kind)}${originOf(a.intent)}`,
        lot: a.lot,
      })),
    feeds: [...feeds.values()].sort((a, b) => a.from - b.from),
    treatments: treated.filter(before).map(({ holding: _, product, ...t }) => ({ ...t, product: product ?? '' })),
    parentTreatments,
    tanks: held.map((h) => ({ unit: h.unit, lot: h.lot, from: h.opened, until: reached.get(h.id)! })),
    people: people.map((p) => ({ name: p.name, entries: Number(p.entries) })),
  };
}

const originOf = (intent: string): string => {
  const { origin, papers } = fromJson<{ origin?: string; papers?: string }>(intent);
  return `${origin ? `, ${origin}` : ''}${papers ? `, papers ${papers}` : ''}`;
};

/** What may be chosen to be traced: lots, tanks, feed lots, females, of each the latest. Four statements. */
export async function traceable(db: Db, siteId: number): Promise<{ value: string; label: string }[]> {
  const [lots, units, feeds, females] = await Promise.all([
    db('lot')
      .where({ site_id: siteId })
      .orderBy('id', 'desc')
      .limit(150)
      .select<{ id: number; name: string }[]>('id', 'name'),
    db('unit as u')
      .where({ 'u.site_id': siteId, 'u.retired': false })
      .whereExists(db('holding as h').whereRaw('h.unit_id = u.id').where('h.number', '>', 0).select('h.id'))
      .orderBy('u.name')
      .limit(400)
      .select<{ id: number; name: string }[]>({ id: 'u.id', name: 'u.name' }),
    db('feed_lot as l')
      .join('feed_product as p', 'p.id', 'l.product_id')
      .where({ 'p.site_id': siteId })
      .orderBy('l.id', 'desc')
      .limit(60)
      .select<{ id: number; name: string; product: string }[]>({ id: 'l.id', name: 'l.name', product: 'p.name' }),
    db('brood_fish')
      .where({ site_id: siteId, sex: 'female' })
      .orderBy('id', 'desc')
      .limit(150)
      .select<{ id: number; name: string }[]>('id', { name: 'tag' }),
  ]);
  return [
    ...feeds.map((f) => ({ value: `feedLot:${f.id}`, label: `feed: ${f.product}, lot ${f.name}` })),
    ...lots.map((l) => ({ value: `lot:${l.id}`, label: `lot: ${l.name}` })),
    ...units.map((u) => ({ value: `unit:${u.id}`, label: `tank: ${u.name}` })),
    ...females.map((f) => ({ value: `female:${f.id}`, label: `female: ${f.name}` })),
  ];
}
