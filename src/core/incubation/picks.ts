import { negativeBinomialLog, negativeBinomialQuantile } from '../distributions';
import { DAY_MS } from '../time/spans';
import { type DeathShape, type EggEvent, whitening } from './deaths';

/** A unit's eggs and what was taken out of them. Picks of one day count as one round. */
export type PickUnit = {
  unit: number;
  eggs: number;
  laidAt: number;
  /** Share of the dead eggs there that a round of this unit's kind finds. */
  efficiency: number;
  events: readonly EggEvent[];
  /** One a day at most, oldest first: `day` is any number that is the same for rounds of one day. */
  rounds: readonly { day: number; at: number; picked: number }[];
};

export type PickSettings = {
  /** Evidence (log likelihood ratio) at which a unit, and a lot, is called. */
  thresholds: { unit: number; lot: number; low: number };
};

export type Verdict = 'unit' | 'lot' | 'low';
export type JudgedRound = {
  day: number;
  at: number;
  picked: number;
  /** Expected by its own history and its sisters' rounds of the day, with the central 95 % of rounds like it. */
  expected: number;
  low: number;
  high: number;
  /** Days since it was last picked. */
  days: number;
  verdict: Verdict | null;
};
export type Watch = {
  unit: number;
  rounds: JudgedRound[];
  /** What a round now would find. */
  now: { expected: number; low: number; high: number };
  /** Level against the species' shape: 1 as it expects, 2 twice the dead. */
  level: number;
};

/** Before anything was picked the level may be a fifth of the shape's or four times it. */
const LEVEL_SHAPE = 1.5;
/** Scatter of a round about its mean beside counting: as a Gamma shape; a coefficient of variation of a third. */
export const ROUND_SHAPE = 9;
/** Scatter of a day that all units of a lot share; a coefficient of variation of a quarter. */
export const DAY_SHAPE = 16;
/** Prior of what a day does to all units of a lot, when one is judged by its sisters: wide, so that they tell it. */
const SISTER_SHAPE = 3;
/** What was learned of a level fades by this a day: levels drift over weeks. */
const FADE_A_DAY = 0.96;
/** One pulse says little of the next. */
const PULSE_FADE_A_DAY = 0.85;
/** Before a level is known to some 18 % it goes on being learned: the first rounds tell what this unit is like. */
const KNOWN = 30;
/**
 * A level that a rise is measured against learns at this share of its speed: a doubling is called long before it is the
 * usual, and a level that was merely misjudged is mended in weeks. By simulation (`incubation.alarms`): frozen altogether,
 * false alarms of large rooms grow tenfold; at full speed a fifth of the doublings is never seen.
 */
const HELD_SPEED = 0.3;
/** A mean below which "too few" cannot be told from chance. */
const LEAST_FOR_LOW = 6;
/** Fewer dead in a round than this are worth no walk, however few were expected. */
const LEAST_FOR_HIGH = 5;
/** How many times more often than Lorden's bound false alarms come, since levels are never quite known; by simulation. */
export const MISJUDGED = 2;
/** How far off the hypotheses lie: twice the dead, a quarter of the dead. */
const DOUBLED = 2;
const QUARTER = 0.25;

/** A Gamma: mean a / b. */
type Level = { a: number; b: number };
type Levels = { even: Level; pulses: Level };
type State = {
  /** What all rounds taught. */
  usual: Levels;
  /** What was usual when evidence of a rise opened, of this unit or of its whole lot: a rise is measured against it. */
  held: Levels;
  heldLot: Levels;
  /** Dead eggs that lie since the last round, at level 1. */
  standing: { even: number; pulses: number };
  lastAt: number;
  cusum: number;
  low: number;
};

/**
 * Runs through the rounds of the units of one lot, day by day, and judges each.
 *
 * A pick is not a death: dead eggs lie until they are taken. Expected ones (`whitening`, at level 1) collect in the
 * unit; a round takes the share `efficiency` of them, so a skipped day makes a double pick expected. The level of each
 * unit is a Gamma that its rounds sharpen and time blurs (a steady model for counts, Smith and Miller 1986); the day has an
 * effect that all sisters share, told from the sisters' rounds. Evidence for a doubled hazard collects in a cumulative sum
 * of log likelihood ratios (Page 1954): of the unit given its sisters, and of the lot as a whole; and for a quarter of it,
 * which means missed or left. While evidence of a rise is open the level that it is measured against learns little: a rise
 * that stays is called, not taken for the new usual.
 *
 * @param way share of the way to hatch at an instant  @param now instant for which the next round is expected
 */
export function watchPicks(
  units: readonly PickUnit[],
  shape: DeathShape,
  progress: (t: number) => number,
  now: number,
  settings: PickSettings,
): Watch[] {
  const states = new Map<number, State>(
    units.map((u) => [
      u.unit,
      {
        usual: unknown(),
        held: unknown(),
        heldLot: unknown(),
        standing: { even: 0, pulses: 0 },
        lastAt: u.laidAt,
        cusum: 0,
        low: 0,
      },
    ]),
  );
  const judged = new Map<number, JudgedRound[]>(units.map((u) => [u.unit, []]));
  let lotCusum = 0;
  const days = [...new Set(units.flatMap((u) => u.rounds.map((r) => r.day)))].sort((a, b) => a - b);
  for (const day of days) {
    const today = units.flatMap((u) => {
      const round = u.rounds.find((r) => r.day === day);
      if (!round) return [];
      const s = states.get(u.unit)!;
      const exposure = exposureOf(u, s, shape, progress, round.at);
      const found = foundOf(u, exposure);
      return [
        {
          u,
          s,
          round,
          exposure,
          ...meanOf(s, s.usual, found, round.at, FADE_A_DAY),
          held: meanOf(s, s.held, found, round.at, 1),
          heldLot: meanOf(s, s.heldLot, found, round.at, 1),
        },
      ];
    });
    const weight = (t: { mean: number; shape: number }) => 1 / (1 + t.mean / t.shape);
    // One wild sister tells of herself: she counts as the edge of what was thinkable of her.
    const tamed = new Map(today.map((t) => [t, thinkable(t.round.picked, t.mean, t.shape)]));
    const allPicked = today.reduce((sum, t) => sum + tamed.get(t)! * weight(t), 0);
    const allMean = today.reduce((sum, t) => sum + t.mean * weight(t), 0);
    // Of the lot is what holds without the unit that is off most: one ill jar is no ill lot.
    const most = today.reduce((m, t) => (t.round.picked - t.mean > m.round.picked - m.mean ? t : m), today[0]!);
    const rest = today.filter((t) => t !== most);
    const lotPicked = rest.reduce((sum, t) => sum + t.round.picked, 0);
    const lotHeld = summed(
      rest.map((t) => t.heldLot),
      DAY_SHAPE,
    );
    const lotOpen = lotCusum > 0;
    lotCusum = Math.max(0, lotCusum + evidence(lotPicked, lotHeld, DOUBLED));
    const lotCalled = lotCusum > settings.thresholds.lot;
    if (lotCalled) lotCusum = 0;
    for (const t of today) {
      // What the day did to the sisters it did to this one: a Gamma that their rounds sharpen, wide without them.
      const seen = SISTER_SHAPE + allPicked - tamed.get(t)! * weight(t);
      const sisters = seen / (SISTER_SHAPE + allMean - t.mean * weight(t));
      const alone = today.length === 1;
      const { s } = t;
      const toldBy = ({ mean, shape }: Expected): Expected => ({
        mean: alone ? mean : mean * sisters,
        shape: joined(shape, alone ? DAY_SHAPE : seen),
      });
      const { mean, shape: k } = toldBy(s.cusum > 0 ? t.held : lotOpen ? t.heldLot : t);
      s.cusum = Math.max(0, s.cusum + evidence(t.round.picked, toldBy(t.held), DOUBLED));
      s.low = mean < LEAST_FOR_LOW ? 0 : Math.max(0, s.low + evidence(t.round.picked, { mean, shape: k }, QUARTER));
      // Where the lot is called a unit is called apart only if it is far off even from what befell its sisters.
      const others = today.filter((x) => x !== t);
      const befell =
        (SISTER_SHAPE + others.reduce((v, x) => v + x.round.picked, 0)) /
        (SISTER_SHAPE + others.reduce((v, x) => v + x.mean, 0));
      const apart =
        s.cusum > settings.thresholds.unit &&
        t.round.picked >= LEAST_FOR_HIGH &&
        (!lotCalled ||
          evidence(t.round.picked, { mean: t.mean * befell, shape: k }, DOUBLED) > settings.thresholds.unit);
      const verdict: Verdict | null = apart
        ? 'unit'
        : lotCalled && t.round.picked > t.mean && t.round.picked >= LEAST_FOR_HIGH
          ? 'lot'
          : s.low > settings.thresholds.low
            ? 'low'
            : null;
      if (lotCalled || apart) s.cusum = 0;
      if (s.low > settings.thresholds.low) s.low = 0;
      const high = negativeBinomialQuantile(0.975, mean, k);
      judged.get(t.u.unit)!.push({
        day,
        at: t.round.at,
        picked: t.round.picked,
        expected: mean,
        low: negativeBinomialQuantile(0.025, mean, k),
        high,
        days: Math.round((t.round.at - s.lastAt) / DAY_MS),
        verdict,
      });
      learn(t.u, s, t.round, t.exposure, { usual: t, held: t.held, heldLot: t.heldLot });
      if (s.cusum === 0 || s.held.even.a < KNOWN) s.held = s.usual;
    }
    for (const t of today) if (lotCusum === 0 || t.s.heldLot.even.a < KNOWN) t.s.heldLot = t.s.usual;
  }
  return units.map((u) => {
    const s = states.get(u.unit)!;
    const at = Math.max(now, s.lastAt);
    const { mean, shape: own } = meanOf(s, shown(s), foundOf(u, exposureOf(u, s, shape, progress, at)), at, FADE_A_DAY);
    const k = joined(own, DAY_SHAPE);
    return {
      unit: u.unit,
      rounds: judged.get(u.unit)!,
      now: {
        expected: mean,
        low: negativeBinomialQuantile(0.025, mean, k),
        high: negativeBinomialQuantile(0.975, mean, k),
      },
      level: shown(s).even.a / shown(s).even.b,
    };
  });
}

const unknown = (): Levels => ({
  even: { a: LEVEL_SHAPE, b: LEVEL_SHAPE },
  pulses: { a: LEVEL_SHAPE, b: LEVEL_SHAPE },
});

/** What is expected of a unit: while evidence is open, what was usual before. */
const shown = (s: State) => (s.cusum > 0 ? s.held : s.heldLot);

type Expected = { mean: number; shape: number };

/** Several units' rounds of a day as one count, with what the day does to all of them. */
function summed(of: readonly Expected[], dayShape: number): Expected {
  const mean = of.reduce((sum, t) => sum + t.mean, 0);
  const own = of.reduce((v, t) => v + t.mean ** 2 / t.shape, 0);
  return { mean, shape: mean > 0 ? 1 / (1 / dayShape + own / mean ** 2) : dayShape };
}

type Exposure = { even: number; pulses: number };

/** Dead eggs at level 1: what lies and what has come since the last round. */
function exposureOf(u: PickUnit, s: State, shape: DeathShape, progress: (t: number) => number, at: number): Exposure {
  const fresh = whitening(shape, progress, u.events, s.lastAt, at);
  return { even: s.standing.even + u.eggs * fresh.even, pulses: s.standing.pulses + u.eggs * fresh.pulses };
}

/** The part of them that a round of this unit's kind finds. */
const foundOf = (u: PickUnit, e: Exposure): Exposure => ({
  even: u.efficiency * e.even,
  pulses: u.efficiency * e.pulses,
});

/** What a round finds on the average, its parts, and the Gamma shape of its scatter: both levels and the round's own. */
function meanOf(s: State, levels: Levels, e: Exposure, at: number, fadeADay: number) {
  const [even, pulses] = [
    faded(levels.even, s.lastAt, at, fadeADay),
    faded(levels.pulses, s.lastAt, at, PULSE_FADE_A_DAY),
  ];
  const parts = { even: (even.a / even.b) * e.even, pulses: (pulses.a / pulses.b) * e.pulses };
  const mean = parts.even + parts.pulses;
  const squares = mean > 0 ? (parts.even ** 2 / even.a + parts.pulses ** 2 / pulses.a) / mean ** 2 : 1 / even.a;
  return { mean, parts, shape: joined(1 / squares, ROUND_SHAPE) };
}

/** What is known of a level, blurred by the days since: its mean stays, its weight shrinks. */
function faded(l: Level, since: number, at: number, aDay: number): Level {
  const a = Math.max(LEVEL_SHAPE, aDay ** Math.max(0, (at - since) / DAY_MS) * l.a);
  return { a, b: (a * l.b) / l.a };
}

/** A Gamma about a Gamma: squares of the coefficients of variation add. */
const joined = (a: number, b: number) => 1 / (1 / a + 1 / b);

/** Log likelihood ratio of a count for `times` what is expected. */
function evidence(y: number, { mean, shape }: Expected, times: number): number {
  return mean <= 0 ? 0 : negativeBinomialLog(y, times * mean, shape) - negativeBinomialLog(y, mean, shape);
}

/** A count, or the 99 % point of what was expected of it where it lies above. */
const thinkable = (picked: number, mean: number, k: number) =>
  picked <= mean ? picked : Math.min(picked, Math.max(negativeBinomialQuantile(0.99, mean, k), 3));

/**
 * The round sharpens the level; a wild one counts as the edge of what was thinkable, so that an ill unit does not make
 * itself the usual in a day. What was taken stands no more.
 */
function learn(
  u: PickUnit,
  s: State,
  round: { at: number; picked: number },
  exposure: Exposure,
  expected: Record<'usual' | 'held' | 'heldLot', Expected & { parts: Exposure }>,
): void {
  const sharpened = (of: 'usual' | 'held' | 'heldLot', speed: number, fadeADay: number): Levels => {
    const { mean, shape, parts } = expected[of];
    const weight = speed / (1 + mean / ROUND_SHAPE);
    const counted = thinkable(round.picked, mean, shape);
    const one = (part: 'even' | 'pulses', fade: number): Level => {
      const now = faded(s[of][part], s.lastAt, round.at, fade);
      // Dead are credited to where they were expected from.
      const share = mean > 0 ? parts[part] / mean : 0;
      return { a: now.a + weight * counted * share, b: now.b + weight * u.efficiency * exposure[part] };
    };
    return { even: one('even', fadeADay), pulses: one('pulses', PULSE_FADE_A_DAY) };
  };
  s.usual = sharpened('usual', 1, FADE_A_DAY);
  s.held = sharpened('held', HELD_SPEED, 1);
  s.heldLot = sharpened('heldLot', HELD_SPEED, 1);
  // Dead eggs left are kept at level 1, like the exposure: what the round left, by its method.
  s.standing = {
    even: exposure.even * (1 - u.efficiency),
    pulses: exposure.pulses * (1 - u.efficiency),
  };
  s.lastAt = round.at;
}

/**
 * Thresholds for so many false alarms a room and week: the mean time between false alarms of a cumulative sum of log
 * likelihood ratios is at least e^h rounds where all levels are known (Lorden 1971). Here they are learned, so twice that
 * is asked for: `incubation.alarms` then shows no more false alarms than were allowed, for 8 to 400 units and 3 to 60 dead
 * a round. Seven tenths of the alarms are given to single units, the rest to lots and to too few.
 */
export function thresholdsFor(units: number, lots: number, falseAWeek: number): PickSettings['thresholds'] {
  const h = (rounds: number, share: number) =>
    Math.max(2, Math.log((MISJUDGED * Math.max(1, rounds)) / (share * falseAWeek)));
  return { unit: h(7 * units, 0.7), lot: h(7 * lots, 0.15), low: h(7 * units, 0.15) };
}
