/** A list with the wanted one before the others: a form begins with it. */
export const firstOf = <T extends { id: string }>(list: readonly T[], id: string | undefined): T[] =>
  [...list].sort((a, b) => Number(b.id === id) - Number(a.id === id));
