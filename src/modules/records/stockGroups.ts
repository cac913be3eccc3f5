/** By what the stock list sums up. */
export const stockGroups = ['species', 'lot', 'unit', 'stage', 'strain'] as const;
export type StockGroup = (typeof stockGroups)[number];
