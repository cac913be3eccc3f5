/** The names of a record, as a schema wants them: a list of at least one. */
export const idsOf = <K extends string>(record: Readonly<Record<K, unknown>>): [K, ...K[]] =>
  Object.keys(record) as [K, ...K[]];

/** The ids of a list, as a schema wants them. */
export const idsIn = <K extends string>(list: readonly { readonly id: K }[]): [K, ...K[]] =>
  list.map((x) => x.id) as [K, ...K[]];
