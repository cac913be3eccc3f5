/** What animals stand in, by kind. */
export const unitKinds = ['table', 'jar', 'tray', 'trough', 'frame', 'tank', 'raceway', 'pond'] as const;
export type UnitKind = (typeof unitKinds)[number];

/** Eggs are counted on it and laid down from it: they do not stay. */
export const isTable = (kind: string): boolean => kind === 'table';
