import { CalculationError } from '@/core/calculation';
import { type RegimeStep, type RegimeUnit, regimeInOrder } from '@/core/feeding/regime';
import { parseNumber } from '@/core/quantities/measure';
import type { Row } from '@/ui/Rows';

const FIGURES = ['from', 'to', 'mealsPerDay', 'perMl'] as const;

/** Steps of a regime as they are typed. @param write a figure in the reader's mark */
export const rowsOfSteps = (steps: readonly RegimeStep[], write: (n: number) => string): Row[] =>
  steps.map((s) => ({
    feed: s.feed,
    ...Object.fromEntries(FIGURES.map((k) => [k, s[k] === undefined ? '' : write(s[k])])),
  }));

/**
 * Steps as they were typed; lines left empty are none.
 * @returns what is wrong by `line.column`, as `Rows` takes it; the steps where nothing is
 */
export function stepsOfRows(
  rows: readonly Row[],
  by: RegimeUnit,
  locale: string,
): { steps: RegimeStep[]; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const lines: number[] = [];
  const steps = rows.flatMap((r, i): RegimeStep[] => {
    if (Object.values(r).every((v) => v.trim() === '')) return [];
    const step: Partial<RegimeStep> & { feed: string } = { feed: (r.feed ?? '').trim() };
    if (!step.feed) errors[`${i}.feed`] = 'which feed?';
    for (const k of FIGURES) {
      const text = (r[k] ?? '').trim();
      if (!text) {
        if (k === 'from') errors[`${i}.from`] = 'from when?';
        continue;
      }
      const n = parseNumber(text, locale);
      if (!n.ok) errors[`${i}.${k}`] = n.message;
      else if (n.value < 0 || (k !== 'from' && n.value === 0)) errors[`${i}.${k}`] = 'must be above 0';
      else step[k] = n.value;
    }
    lines.push(i);
    return [step as RegimeStep];
  });
  if (Object.keys(errors).length === 0 && steps.length > 0)
    try {
      regimeInOrder(steps, by);
    } catch (e) {
      if (!(e instanceof CalculationError)) throw e;
      const at = /^steps\[(\d+)\]\.(\w+)$/.exec(e.path);
      errors[at ? `${lines[Number(at[1])]}.${at[2]}` : '0.feed'] = e.message;
    }
  return { steps, errors };
}
