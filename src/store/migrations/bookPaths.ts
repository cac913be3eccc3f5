/**
 * Where values of Reference stood by their place in a list, before each had an id: what `limits.3` of a species meant.
 * Final, like the migration that reads it.
 */
const PLACES: Record<string, Record<string, readonly string[]>> = {
  'arctic-char': {
    limits: [
      'temperature@egg',
      'temperature@yolksac',
      'temperature@fry',
      'oxygen@all',
      'temperature-step@egg',
      'temperature-change@egg',
    ],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'eyed-share',
      'hatch-of-eyed',
      'hatch-to-feeding',
      'sperm-per-egg',
      'sperm-in-milt',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: ['eggs-1', 'eggs-2'],
  },
  'atlantic-salmon': {
    limits: ['temperature@egg', 'temperature@fry', 'oxygen@all', 'temperature-step@egg', 'temperature-change@egg'],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: ['eggs-1', 'eggs-2'],
  },
  'brown-trout': {
    limits: ['temperature@egg', 'temperature@fry', 'oxygen@all', 'temperature-step@egg', 'temperature-change@egg'],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: ['eggs-1', 'eggs-2'],
  },
  'common-carp': {
    limits: ['temperature@egg', 'oxygen@all', 'temperature-step@egg', 'temperature-change@egg'],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: [],
  },
  ide: {
    limits: [
      'temperature@egg',
      'temperature@yolksac',
      'temperature@fry',
      'oxygen@all',
      'temperature-step@egg',
      'temperature-change@egg',
    ],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'eyed-share',
      'hatch-of-eyed',
      'larvae-on-brine-shrimp',
      'dry-egg-diameter',
      'sperm-per-egg',
      'sperm-in-milt',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: ['eggs-1', 'eggs-2'],
  },
  'noble-crayfish': {
    limits: ['temperature@all', 'oxygen@all', 'temperature-step@egg', 'temperature-change@egg'],
    values: ['eggs-a-female', 'egg-diameter', 'survival-on-the-female', 'second-stage-to-autumn'],
    handsOff: ['eggs-1', 'eggs-2'],
  },
  pike: {
    limits: ['temperature@egg', 'oxygen@all', 'temperature-step@egg', 'temperature-change@egg'],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: [],
  },
  pikeperch: {
    limits: [
      'temperature@egg',
      'temperature@yolksac',
      'temperature@fry',
      'oxygen@all',
      'temperature-step@egg',
      'temperature-change@egg',
    ],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'fertilised-share',
      'hatch-share',
      'hatch-to-weaned',
      'dry-egg-diameter',
      'sperm-per-egg',
      'sperm-in-milt',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: ['eggs-1', 'eggs-2'],
  },
  'rainbow-trout': {
    limits: ['temperature@egg', 'temperature@fry', 'oxygen@all', 'temperature-step@egg', 'temperature-change@egg'],
    values: [
      'eggs-per-kg-of-female',
      'hardened-egg-diameter',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: ['eggs-1', 'eggs-2'],
  },
  sterlet: {
    limits: [
      'temperature@egg',
      'temperature@yolksac',
      'temperature@fry',
      'oxygen@all',
      'temperature-step@egg',
      'temperature-change@egg',
    ],
    values: [
      'eggs-per-kg-of-female,-ovary',
      'hardened-egg-diameter',
      'fertilised-share',
      'hatch-share',
      'hatch-to-feeding',
      'dry-egg-diameter',
      'sperm-per-egg',
      'sperm-in-milt',
      'oxygen-use-of-a-green-egg',
      'oxygen-use-of-an-eyed-egg',
      'oxygen-use-of-a-yolk-sac-larva',
      'oxygen-at-which-eggs-and-larvae-suffer',
    ],
    handsOff: ['eggs-1'],
  },
};

/** The path by id of one by place; null where nothing stood there. A path that is by id already stays. */
export function pathById(species: string, path: string): string | null {
  const [group, place] = path.split('.') as [string, string];
  if (!/^(limits|values|handsOff)$/.test(group) || !/^\d+$/.test(place)) return path;
  const id = PLACES[species]?.[group]?.[Number(place)];
  return id === undefined ? null : `${group}.${id}`;
}
