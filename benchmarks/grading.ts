import { Chance } from '@/core/chance';
import { eatenAfter } from '@/core/grading/afterCut';
import { bestBars, gridOf } from '@/core/grading/bars';
import { fitLengths } from '@/core/grading/fit';
import { measuredSizes } from '@/core/grading/sizes';
import { splitBy } from '@/core/grading/split';
import type { Bound } from './run';

const LENGTHS = 2000;
const ROUNDS = 30;

/** The longest of several runs, ms: one that is late is a picture that is missing. */
function longest(work: () => unknown): number {
  let most = 0;
  for (let k = -5; k < ROUNDS; k++) {
    const t = performance.now();
    work();
    if (k >= 0) most = Math.max(most, performance.now() - t);
  }
  return most;
}

/** What the grading bench does while a bar is dragged over 2 000 lengths, and when bars are looked for. */
export function gradingBench(): Bound[] {
  const chance = new Chance(5);
  const lengthsMm = Array.from({ length: LENGTHS }, (_, i) =>
    Math.max(5, i % 12 === 0 ? chance.normal(45, 4) : chance.normal(27, 4)),
  ).sort((a, b) => a - b);
  const grader = { widthPerLength: 0.13, selectivityMm: 0.5 };
  const of = { number: 48_600, gapeRatio: 0.65, eatenPerDay: 0.2 };
  let gap = 3;
  const drag = longest(() => {
    gap = gap > 4 ? 3 : gap + 0.1;
    const g = { bars: [gap, 5], ...grader };
    splitBy({ lengthsMm }, of.number, g, 1300);
    eatenAfter(lengthsMm, g, of);
  });
  const gaps = gridOf(2, 6.4, 0.1);
  return [
    {
      what: `grading bench: one step of a dragged bar over ${LENGTHS} lengths, the longest`,
      value: drag,
      unit: 'ms',
      wanted: 50,
    },
    {
      what: `grading bench: groups fitted to ${LENGTHS} lengths, the longest`,
      value: longest(() => fitLengths(lengthsMm)),
      unit: 'ms',
      wanted: 50,
    },
    {
      what: `grading bench: best bars of ${(gaps.length * (gaps.length - 1)) / 2} sets, proven, the longest`,
      value: longest(() =>
        bestBars(measuredSizes(lengthsMm), of.number, gaps, grader, { kind: 'eaten', classes: 3, ...of }),
      ),
      unit: 'ms',
      wanted: 50,
    },
  ];
}
