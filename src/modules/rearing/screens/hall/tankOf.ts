import { isGrave } from '@/core/planning/due';
import { figures } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { clock } from '@/core/time/localDay';
import type { HallUnit } from '../../views/hall';
import { dayWords, limitWord, waitWords } from '../feedWords';
import { larvalWant } from '../firstFeeding/larvalWords';

/** A tank as its place in the hall shows it. */
export type TankShown = {
  id: number;
  name: string;
  shape: 'round' | 'long' | 'pond';
  /** Of the largest in the hall, by the root of its volume: 0.5 to 1. */
  size: number;
  /** Null where it is empty. */
  fish: {
    lot: string;
    lots: number;
    glyph: string;
    stage: string;
    number: number;
    sd: number;
    each: string | null;
    /** 0 to 1: how many strokes are drawn, and how long they are. */
    crowd: number;
    length: number;
    tight: { share: number; says: string; full: boolean } | null;
    fed: { given: number; ofG: number; next: string | null; dots: { turn: number; is: string }[] } | null;
    wants: { says: string; grave: boolean } | null;
  } | null;
};

/** Above such a share of what it bears a tank is named as nearly full. */
const NEARLY_FULL = 0.85;
/** So many dead of a hundred in a week are said. */
const MANY_DEAD = 0.05;

/** What one sentence below a tank says: the gravest first, and nothing where nothing is to be said. */
export function wantsOf(u: HallUnit, timeZone: string, now: number): { says: string; grave: boolean } | null {
  const due = u.holdings.flatMap((h) => h.due);
  const grave = due.find(isGrave);
  if (grave) return { says: grave.says.split(':')[0]!, grave: true };
  const waits = u.fed.find((f) => f.waits)?.waits;
  if (waits?.why === 'oxygen') return { says: waitWords(waits, timeZone, now), grave: true };
  const larvae = gravestLarvae(u);
  if (larvae?.grave) return larvae;
  if (u.number > 0 && u.dead7 > MANY_DEAD * u.number)
    return { says: `${figures((100 * u.dead7) / (u.number + u.dead7), 2)} % died in a week`, grave: true };
  const { tight } = u;
  if (tight && tight.share >= 1)
    return { says: `move ${Math.max(1, Math.round(100 * (1 - 1 / tight.share)))} % out`, grave: false };
  if (waits) return { says: waitWords(waits, timeZone, now), grave: false };
  if (larvae) return larvae;
  const late = u.fed.flatMap((f) => f.meals).filter((m) => m.is === 'late').length;
  if (late > 1) return { says: `${late} meals behind`, grave: false };
  const held = u.fed.find((f) => f.grown?.hungry);
  if (held?.grown)
    return {
      says: `hungry: ${Math.round(100 * (1 - held.grown.meanG / held.grown.possibleG))} % lighter than they could be`,
      grave: false,
    };
  const first = due.filter((d) => d.kind !== 'dead' || d.urgency === 1).sort((a, b) => a.urgency - b.urgency)[0];
  return first ? { says: first.says.split(':')[0]!, grave: false } : null;
}

/** What its larvae want between yolk and food, the gravest of several lots. */
const gravestLarvae = (u: HallUnit) =>
  u.larval.flatMap((state) => larvalWant({ state }) ?? []).sort((a, b) => Number(b.grave) - Number(a.grave))[0] ?? null;

export function tankOf(
  u: HallUnit,
  largestL: number,
  reader: { timeZone: string; now: number; us: boolean },
): TankShown {
  const { timeZone, now, us } = reader;
  const h = u.holdings[0];
  const meanG = u.massG === null || u.number <= 0 ? null : u.massG / u.number;
  const ofG = u.fed.reduce((s, f) => s + (f.prescribed.is === 'ration' ? f.prescribed.feedG : 0), 0);
  const given = u.fed.reduce((s, f) => s + f.givenG, 0);
  const meals = u.fed[0]?.meals ?? [];
  const next = meals.find((m) => m.is !== 'given');
  return {
    id: u.id,
    name: u.name,
    shape: u.kind === 'raceway' ? 'long' : u.kind === 'pond' ? 'pond' : 'round',
    size: u.volumeL ? 0.5 + 0.5 * Math.sqrt(Math.min(1, u.volumeL / largestL)) : 0.75,
    fish: h
      ? {
          lot: h.lot,
          lots: new Set(u.holdings.map((x) => x.lotId)).size,
          glyph: h.glyph,
          stage: [...new Set(u.holdings.map((x) => x.stageName))].join(', '),
          number: u.number,
          sd: u.sd,
          each: meanG === null ? null : massEach(meanG, us),
          crowd: Math.min(1, u.tight?.share ?? 0.35),
          // A decade of mass is a step of length.
          length: meanG === null ? 0.3 : Math.min(1, Math.max(0.15, 0.4 + 0.17 * Math.log10(meanG))),
          tight: u.tight && {
            share: u.tight.share,
            full: u.tight.share >= NEARLY_FULL,
            says:
              u.tight.share >= 1
                ? `${limitWord[u.tight.limit]}, full`
                : u.tight.fullAt === null
                  ? limitWord[u.tight.limit]
                  : `${limitWord[u.tight.limit]}, full ${dayWords(u.tight.fullAt, timeZone, now)}`,
          },
          fed:
            ofG > 0
              ? {
                  given: Math.min(1, given / ofG),
                  ofG,
                  next: next ? (next.is === 'coming' ? `next ${clock(next.at, timeZone)}` : 'feed now') : null,
                  dots: meals.map((m, i) => ({ turn: i / meals.length, is: m.is })),
                }
              : null,
          wants: wantsOf(u, timeZone, now),
        }
      : null,
  };
}
