import { type DevelopmentModel, modelRange, rateFunction } from '@/core/development/model';
import { figures } from '@/core/quantities/format';

/** Temperatures, °C, at which what models make of them is shown where none says in which it was fitted. */
const USUAL = { low: 4, high: 16 };
const HOW_MANY = 4;

/** Four temperatures, °C, over all in which the models of a species were fitted, in whole degrees. */
export function steadyOf(milestones: readonly { model: DevelopmentModel }[]): number[] {
  const ranges = milestones.flatMap((m) => modelRange(m.model) ?? []);
  const low = Math.ceil(Math.min(...ranges.map((r) => r.low), ranges.length > 0 ? Infinity : USUAL.low));
  const high = Math.floor(Math.max(...ranges.map((r) => r.high), ranges.length > 0 ? -Infinity : USUAL.high));
  const steps = Array.from({ length: HOW_MANY }, (_, i) => Math.round(low + ((high - low) * i) / (HOW_MANY - 1)));
  return [...new Set(steps)];
}

/** Days to a stage at a steady temperature; a dash where the model was not fitted. */
export function daysAt(model: DevelopmentModel, celsius: number): string {
  const range = modelRange(model);
  if (range && (celsius < range.low || celsius > range.high)) return '–';
  const rate = rateFunction(model)(celsius);
  return rate > 0 ? figures(1 / rate, 3) : '–';
}
