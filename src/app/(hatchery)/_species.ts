/** A list with the wanted one before the others: a form begins with it, as with one that is kept here. */
export const firstOf = <T extends { id: string; kept: boolean }>(list: readonly T[], id: string | undefined): T[] =>
  list.map((s) => (s.id === id ? { ...s, kept: true } : s)).sort((a, b) => Number(b.id === id) - Number(a.id === id));
