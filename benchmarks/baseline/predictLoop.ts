/** The least that predicting must do: one loop that evaluates the rate at every reading and sums it. */
export function rateLoop(celsius: Float64Array, stepDays: number, rate: (c: number) => number): number {
  let sum = 0;
  for (let i = 0; i < celsius.length; i++) sum += rate(celsius[i]!) * stepDays;
  return sum;
}
