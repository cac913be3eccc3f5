/** What animals stand in, by kind. */
export const unitKinds = ['bench', 'jar', 'tray', 'trough', 'frame', 'tank', 'raceway', 'pond'] as const;
export type UnitKind = (typeof unitKinds)[number];
