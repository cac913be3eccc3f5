/** Hours to the hatch of cysts at a warmth, along a strain's table; its edges beyond it. */
export function hatchHours(table: readonly { celsius: number; hours: number }[], celsius: number): number {
  const rows = [...table].sort((a, b) => a.celsius - b.celsius);
  const [first, last] = [rows[0]!, rows.at(-1)!];
  if (celsius <= first.celsius) return first.hours;
  if (celsius >= last.celsius) return last.hours;
  const i = rows.findIndex((r) => r.celsius > celsius);
  const [a, b] = [rows[i - 1]!, rows[i]!];
  return a.hours + ((b.hours - a.hours) * (celsius - a.celsius)) / (b.celsius - a.celsius);
}
