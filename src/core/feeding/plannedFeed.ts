import type { FeedTable } from './feedTable';
import { type FeedingValues, prescribe } from './prescription';
import type { RationPlan } from './rationPlan';

/**
 * What a ration asks for over a span of days, g: day by day by its method, for the mass that they had then. What oxygen
 * or ammonia allowed on a day that is past is not known any more, so no cap counts; days too cold or too warm ask for
 * nothing. Null where one of the days cannot be told.
 * @param span masses at its two ends, between which they are taken to have grown evenly on the log scale, and how many
 *   they were at both  @param celsius of the water on the k-th day; null where it was not read
 */
export function plannedFeed(
  plan: RationPlan,
  values: FeedingValues,
  table: FeedTable | null,
  span: { days: number; startG: number; endG: number; startN: number; endN: number },
  celsius: (day: number) => number | null,
): number | null {
  let sum = 0;
  for (let k = 0; k < span.days; k++) {
    const length = Math.min(1, span.days - k);
    const share = (k + length / 2) / span.days;
    const asked = prescribe(
      {
        number: span.startN + (span.endN - span.startN) * share,
        weighed: { meanG: span.startG * (span.endG / span.startG) ** share, sdG: 0, at: 0 },
        degreeDays: 0,
        days: 0,
        fedG: null,
        celsius: celsius(k),
        flowLPerMin: null,
        oxygenInMgPerL: null,
        oxygenReadMgPerL: null,
        pH: null,
      },
      plan,
      values,
      table,
      0,
    );
    if (asked.is === 'none') return null;
    sum += asked.feedG * length;
  }
  return sum;
}
