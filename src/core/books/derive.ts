import { type HoldingKey, keyOf, type Place, placeOf, type WorldAccount } from './accounts';
import { type Composition, compareCount, largestRemainder, mixComposition, weightOfCount } from './arithmetic';
import {
  addLoadings,
  type ErrorSource,
  type Loadings,
  meanShift,
  noLoadings,
  scaleLoadings,
  sdOf,
  varianceOf,
} from './doubt';
import type { Act, Amount, BookEntry } from './entry';
import { BookRefused, type Refusal } from './refusal';
import {
  type BookContext,
  type BookLot,
  type BookState,
  driftSourceOf,
  emptyHolding,
  exposureAt,
  type Holding,
  inUnit,
  loadingsAt,
} from './state';

/**
 * Animals moved into (or out of) a holding or a part of the world, with the doubt that went along. A posting to the
 * world names the holding that it came from or went to.
 */
export type Posting = { account: 'holding' | WorldAccount; holding: HoldingKey; delta: number; loadings: Loadings };

/** What a census found, for the ledger and for the question to the user. */
export type CensusFinding = {
  holding: HoldingKey;
  book: number;
  estimated: number;
  bookSd: number;
  count: number;
  countSd: number;
  z: number;
  agree: boolean;
  posted: number;
};

/** Everything that follows from one entry; a pure function of the state before it and the entry. */
export type Derivation = {
  entryId: string;
  postings: Posting[];
  sources: ErrorSource[];
  lots: BookLot[];
  /** State of every touched holding after the entry. */
  after: Map<HoldingKey, Holding>;
  censuses: CensusFinding[];
  /** Shortfalls taken from unexplained, with their z score. */
  shortfalls: { holding: HoldingKey; number: number; z: number | null }[];
};

/**
 * Derives one entry and advances `state` in place. Given the same state and entry it gives the same result, whenever
 * and wherever it is run: handlers decide with it, back-dated entries re-derive with it, check-books replays with it.
 * @throws BookRefused; `state` must then be thrown away
 */
export function derive(state: BookState, entry: BookEntry, context: BookContext): Derivation {
  const work = new Work(state, entry, context);
  for (const act of entry.acts) work.perform(act);
  return work.finish();
}

class Work {
  private readonly postings: Posting[] = [];
  private readonly newSources: ErrorSource[] = [];
  private readonly newLots: BookLot[] = [];
  private readonly touched = new Set<HoldingKey>();
  private readonly entered = new Set<string>();
  private readonly censuses: CensusFinding[] = [];
  private readonly shortfalls: Derivation['shortfalls'] = [];
  /** Numbers and compositions poured into lots that this entry makes. */
  private readonly making = new Map<
    string,
    { species: string; parts: { number: number; composition: Composition }[] }
  >();

  constructor(
    private readonly state: BookState,
    private readonly entry: BookEntry,
    private readonly context: BookContext,
  ) {}

  perform(act: Act): void {
    if (act.act === 'bring') this.bring(act);
    else if (act.act === 'shift') this.shift(act);
    else if (act.act === 'lose') this.lose(act.account, act.from, act.amount);
    else if (act.act === 'census') this.census(act);
    else this.close(act.holding);
  }

  finish(): Derivation {
    for (const [lot, made] of this.making)
      this.makeLot({ id: lot, species: made.species, composition: mixComposition(made.parts) });
    for (const unit of this.entered) {
      if (this.context.isShared(unit)) continue;
      const lots = [...new Set(inUnit(this.state, unit).map((k) => placeOf(k).lot))];
      const species = new Set(lots.map((l) => this.state.lots.get(l)?.species));
      const alike = this.context.holdsSpecies?.(unit) ? lots.length - species.size : lots.length - 1;
      if (alike > 0) this.refuse({ code: 'unitHoldsAnotherLot', unit, lots });
    }
    const after = new Map(
      [...this.touched].flatMap((k) => (this.state.holdings.has(k) ? [[k, this.state.holdings.get(k)!] as const] : [])),
    );
    return {
      entryId: this.entry.id,
      postings: this.postings,
      sources: this.newSources,
      lots: this.newLots,
      after,
      censuses: this.censuses,
      shortfalls: this.shortfalls,
    };
  }

  private refuse(refusal: Refusal): never {
    throw new BookRefused(refusal, this.entry.id);
  }

  // ——— acts ———

  private bring(act: Extract<Act, { act: 'bring' }>): void {
    const existing = this.state.lots.get(act.to.lot);
    if (!existing)
      this.makeLot({
        id: act.to.lot,
        species: act.species,
        composition: mixComposition([{ number: 1, composition: act.composition }]),
      });
    else this.refuse({ code: 'lotExists', lot: act.to.lot });
    const key = this.open(act.to);
    const doubt = this.measurement(act.count.sd, act.count.df);
    this.post(act.account, key, -act.count.number, scaleLoadings(doubt, -1));
    this.receive(key, act.count.number, doubt);
  }

  private shift(act: Extract<Act, { act: 'shift' }>): void {
    const from = keyOf(act.from);
    const source = this.require(from);
    const parent = this.state.lots.get(act.from.lot);
    if (!parent) this.refuse({ code: 'lotUnknown', lot: act.from.lot });
    for (const made of act.makes) {
      if (this.state.lots.has(made.lot)) this.refuse({ code: 'lotExists', lot: made.lot });
      if (!this.making.has(made.lot)) this.making.set(made.lot, { species: made.species, parts: [] });
    }
    const poured = this.pour(
      from,
      source,
      act.parts.map((p) => p.amount),
    );
    act.parts.forEach((part, i) => {
      const { number, loadings } = poured[i]!;
      const made = this.making.get(part.to.lot);
      if (part.to.lot !== act.from.lot) {
        if (!made) this.refuse({ code: 'mixingNeedsNewLot', lot: act.from.lot, into: part.to.lot });
        if (made.species !== parent.species) this.refuse({ code: 'speciesMix', lots: [act.from.lot, part.to.lot] });
        made.parts.push({ number, composition: parent.composition });
      }
      this.release(from, number, loadings);
      this.receive(this.open(part.to, made?.species ?? parent.species), number, loadings);
    });
  }

  private lose(account: WorldAccount, from: Place, amount: Amount): void {
    const key = keyOf(from);
    const [part] = this.pour(key, this.require(key), [amount]);
    this.release(key, part!.number, part!.loadings);
    this.post(account, key, part!.number, part!.loadings);
  }

  private census(act: Extract<Act, { act: 'census' }>): void {
    const key = keyOf(act.holding);
    const h = this.require(key);
    const at = this.entry.orderAt;
    const before = loadingsAt(key, h, at, this.state.sources);
    const bookSd = sdOf(before, this.state.sources);
    const estimated = Math.max(0, h.number + meanShift(before, this.state.sources));
    const count = { number: act.count.number, sd: act.count.sd };
    const compared = compareCount({ number: estimated, sd: bookSd }, count);
    const weight =
      act.mode === 'replace' ? 1 : act.mode === 'note' ? 0 : weightOfCount({ number: estimated, sd: bookSd }, count);
    const number = act.mode === 'note' ? h.number : Math.round(estimated + weight * (count.number - estimated));
    this.censuses.push({
      holding: key,
      book: h.number,
      estimated,
      bookSd,
      count: count.number,
      countSd: count.sd,
      z: compared.z,
      agree: compared.agree,
      posted: number - h.number,
    });
    if (act.mode === 'note') return;

    this.entered.add(act.holding.unit);
    // What stays of the old doubt keeps its sources, so that sisters go on sharing it; drift has been settled by the
    // count and what is left of it becomes a doubt of its own without a mean.
    const fresh = this.measurement(act.count.sd, act.count.df);
    let kept = new Map<string, number>();
    if (weight < 1) {
      const drift = new Map<string, number>();
      for (const [id, c] of before) (isDrift(id) ? drift : kept).set(id, c);
      kept = scaleLoadings(kept, 1 - weight);
      const driftSd = Math.sqrt(varianceOf(drift, this.state.sources));
      if (driftSd > 0) kept = addLoadings(kept, this.source('d', driftSd, null), 1 - weight);
    }
    const next = addLoadings(kept, fresh, weight);
    const change = addLoadings(next, before, -1);
    const delta = number - h.number;
    this.post('unexplained', key, -delta, scaleLoadings(change, -1));
    this.post('holding', key, delta, change);
    this.set(key, { ...h, number, loadings: next, exposure: 0, exposureAt: at, closedAt: null });
  }

  private close(place: Place): void {
    const key = keyOf(place);
    const h = this.state.holdings.get(key) ?? this.refuse({ code: 'nothingThere', holding: key });
    const loadings = loadingsAt(key, h, this.entry.orderAt, this.state.sources);
    if (h.number !== 0 || loadings.size > 0) {
      this.post('holding', key, -h.number, scaleLoadings(loadings, -1));
      this.post('unexplained', key, h.number, loadings);
    }
    this.set(key, { ...emptyHolding(this.entry.orderAt), closedAt: this.entry.orderAt });
  }

  // ——— amounts ———

  /** How many go into each part and with which doubt, all reckoned on what stands there before the act. */
  private pour(key: HoldingKey, h: Holding, amounts: readonly Amount[]): { number: number; loadings: Loadings }[] {
    const all = loadingsAt(key, h, this.entry.orderAt, this.state.sources);
    const shares = amounts.map((a) => (a.kind === 'share' ? a.share : 0));
    const shareSum = shares.reduce((s, v) => s + v, 0);
    if (shareSum > 1 + 1e-6) this.refuse({ code: 'sharesExceedWhole', holding: key, sum: shareSum });
    const whole = shareSum > 1 - 1e-6;
    const byShare = largestRemainder(h.number, whole ? shares : [...shares, 1 - shareSum]);
    const shareErrors = amounts.map((a) =>
      a.kind === 'share' && a.sd > 0 ? this.source('s', a.sd, null) : noLoadings,
    );

    let left = h.number;
    let leftLoadings: Loadings = all;
    return amounts.map((a, i) => {
      let number: number;
      let loadings: Loadings;
      if (a.kind === 'all') {
        number = left;
        loadings = leftLoadings;
      } else if (a.kind === 'share') {
        number = byShare[i]!;
        loadings = scaleLoadings(all, a.share);
        // Where everything is poured out the shares are of what was poured: their errors cancel in the sum.
        if (whole)
          amounts.forEach((_, j) => {
            loadings = addLoadings(loadings, shareErrors[j]!, h.number * ((i === j ? 1 : 0) - a.share / shareSum));
          });
        else loadings = addLoadings(loadings, shareErrors[i]!, h.number);
      } else {
        number = a.number;
        loadings = this.measurement(a.sd, a.df);
        if (number > left) this.shortfall(key, h, a, number - left, left, leftLoadings);
      }
      left = Math.max(0, left - number);
      leftLoadings = addLoadings(leftLoadings, loadings, -1);
      return { number, loadings };
    });
  }

  /** More was counted or weighed out than the books hold: offered as one entry that posts the difference too. */
  private shortfall(
    key: HoldingKey,
    h: Holding,
    a: Extract<Amount, { kind: 'number' }>,
    missing: number,
    there: number,
    loadings: Loadings,
  ): void {
    const sd = Math.hypot(sdOf(loadings, this.state.sources), a.sd);
    const z = sd > 0 ? missing / sd : null;
    const measured = a.how === 'counted' || a.how === 'weighed' || a.how === 'volume';
    if (!a.shortfall || !measured)
      this.refuse({
        code: 'moreThanThere',
        holding: key,
        asked: a.number,
        there,
        sd: sdOf(loadings, this.state.sources),
        z,
        mayTakeShortfall: measured,
      });
    this.shortfalls.push({ holding: key, number: missing, z });
    this.post('unexplained', key, -missing, noLoadings);
    this.post('holding', key, missing, noLoadings);
    const now = this.state.holdings.get(key) ?? h;
    this.set(key, { ...this.aged(key, now), number: now.number + missing });
  }

  // ——— holdings ———

  private require(key: HoldingKey): Holding {
    this.touched.add(key);
    const h = this.state.holdings.get(key);
    if (!h || (h.number === 0 && h.closedAt !== null)) this.refuse({ code: 'nothingThere', holding: key });
    return this.aged(key, h);
  }

  /** The holding with its exposure brought up to this entry's instant. */
  private aged(_key: HoldingKey, h: Holding): Holding {
    return {
      ...h,
      exposure: exposureAt(h, this.entry.orderAt),
      exposureAt: Math.max(h.exposureAt, this.entry.orderAt),
    };
  }

  private open(place: Place, species?: string): HoldingKey {
    const key = keyOf(place);
    this.entered.add(place.unit);
    const own = driftSourceOf(key);
    if (!this.state.sources.has(own)) {
      const of = species ?? this.state.lots.get(place.lot)?.species;
      if (of === undefined) this.refuse({ code: 'lotUnknown', lot: place.lot });
      const rate = this.context.drift(of, place.stage, this.entry.recordedAt);
      if (rate.sd > 0 || rate.perDay > 0) this.addSource({ id: own, sd: rate.sd, mean: -rate.perDay, df: null });
    }
    return key;
  }

  private receive(key: HoldingKey, number: number, loadings: Loadings): void {
    const h = this.aged(key, this.state.holdings.get(key) ?? emptyHolding(this.entry.orderAt));
    this.post('holding', key, number, loadings);
    this.set(key, this.withLoadings(key, { ...h, number: h.number + number, closedAt: null }, loadings, 1));
  }

  private release(key: HoldingKey, number: number, loadings: Loadings): void {
    const h = this.aged(key, this.state.holdings.get(key)!);
    this.post('holding', key, -number, scaleLoadings(loadings, -1));
    this.set(key, this.withLoadings(key, { ...h, number: h.number - number }, loadings, -1));
  }

  /** Adds loadings to a holding; those on its own drift go to its exposure. */
  private withLoadings(key: HoldingKey, h: Holding, loadings: Loadings, sign: 1 | -1): Holding {
    const own = driftSourceOf(key);
    const onOwn = loadings.get(own) ?? 0;
    const rest = onOwn === 0 ? loadings : new Map([...loadings].filter(([id]) => id !== own));
    return { ...h, loadings: addLoadings(h.loadings, rest, sign), exposure: Math.max(0, h.exposure + sign * onOwn) };
  }

  private set(key: HoldingKey, h: Holding): void {
    this.state.holdings.set(key, h);
    this.touched.add(key);
  }

  private post(account: Posting['account'], holding: HoldingKey, delta: number, loadings: Loadings): void {
    if (delta === 0 && loadings.size === 0) return;
    this.postings.push({ account, holding, delta, loadings });
  }

  // ——— sources and lots ———

  private measurement(sd: number, df: number | null): Loadings {
    return sd > 0 ? this.source('m', sd, df) : noLoadings;
  }

  private source(kind: string, sd: number, df: number | null): Loadings {
    const id = `${this.entry.id}:${kind}${this.newSources.length}`;
    this.addSource({ id, sd, mean: 0, df });
    return new Map([[id, 1]]);
  }

  private addSource(s: ErrorSource): void {
    this.state.sources.set(s.id, s);
    this.newSources.push(s);
  }

  private makeLot(lot: BookLot): void {
    this.state.lots.set(lot.id, lot);
    this.newLots.push(lot);
  }
}

const isDrift = (sourceId: string) => sourceId.startsWith('drift:');
