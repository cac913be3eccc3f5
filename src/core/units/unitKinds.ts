/** What animals stand in, by kind. */
export const unitKinds = ['table', 'jar', 'tray', 'trough', 'frame', 'tank', 'raceway', 'pond'] as const;
export type UnitKind = (typeof unitKinds)[number];

/** Eggs are laid down in it, or stand there until they are. */
export const takesEggs = (kind: string): boolean => ['table', 'jar', 'tray', 'trough', 'frame'].includes(kind);

/** The letters with which units of a kind are usually named, before their number. */
export const usualLetters: Record<UnitKind, string> = {
  table: 'B',
  jar: 'J',
  tray: 'T',
  trough: 'G',
  frame: 'F',
  tank: 'R',
  raceway: 'W',
  pond: 'P',
};

/** Eggs are counted on it and laid down from it: they do not stay. */
export const isTable = (kind: string): boolean => kind === 'table';
