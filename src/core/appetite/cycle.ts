/**
 * Days between moults by size and temperature: longer with size and cold. Own starting values for shrimps and prawns:
 * six days at one gram and 28 °C. `verify`
 */
export const MOULTING = { days1G28C: 6, bySize: 0.3, byWarmth: 0.06, cycleCv: 0.15 } as const;

export const usualCycleDays = (meanG: number, celsius: number) =>
  MOULTING.days1G28C * meanG ** MOULTING.bySize * Math.exp(-MOULTING.byWarmth * (celsius - 28));
