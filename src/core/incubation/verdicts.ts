import { grouped } from '../quantities/format';
import type { JudgedRound } from './picks';

/** A judged round in one sentence: what was found, what was expected, what it means. */
export function verdictSays(r: JudgedRound): string | null {
  const band = `${grouped(r.low)} to ${grouped(r.high)} expected`;
  switch (r.verdict) {
    case 'unit':
      return `${grouped(r.picked)} dead, ${band}: only here; other units of the lot are as usual`;
    case 'lot':
      return `${grouped(r.picked)} dead, ${band}: in all units of the lot`;
    case 'low':
      return `only ${grouped(r.picked)} dead where ${grouped(r.low)} to ${grouped(r.high)} are due: missed, another unit, or left on purpose?`;
    default:
      return null;
  }
}

/** Where to look, likeliest and cheapest to check first. */
export function causesOf(r: Pick<JudgedRound, 'verdict'>, unitKind: string): string[] {
  switch (r.verdict) {
    case 'unit':
      return [
        unitKind === 'jar'
          ? 'flow and rolling: a dead corner, too much or too little'
          : 'flow over the eggs, level, air below the screen',
        'fungus: a clump that kills its neighbours',
        'how many lie there: too deep, too dense',
        'something handled here and not recorded',
        'the count: another unit’s number, two rounds in one',
      ];
    case 'lot':
      return [
        'the water: temperature steps, oxygen, chlorine, gas after heating',
        'a bath: strength, time, left running',
        'handling of the whole lot in the last days',
        'the eggs: over-ripe female, poor milt (fertile share of the early check)',
      ];
    case 'low':
      return [
        'was this unit looked at, or its neighbour?',
        'pale eggs left for tomorrow: note them as left',
        unitKind === 'jar' ? 'dead ones that do not float: look below' : 'dead ones under the top layer',
        'a typing slip: put the pick right',
      ];
    default:
      return [];
  }
}

/** A pick held against what was expected of it: the band, and whether it lies outside. */
export type PickJudged = { low: number; high: number; off: 'high' | 'low' | null };

/** What the answer to a pick adds to "recorded": what was expected, where it lies outside; nothing where it fits. */
export function judgedSays(j: PickJudged | null | undefined): string {
  if (!j?.off) return '';
  return j.off === 'high'
    ? ` ${grouped(j.low)} to ${grouped(j.high)} were expected: look again before you go on.`
    : ` ${grouped(j.low)} to ${grouped(j.high)} were due: missed, or another unit?`;
}
