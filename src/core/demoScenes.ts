/** The morning on which the demo opens: in mid-season, when the first round has begun. */
export const DEMO_ANCHOR = '2031-04-14T05:42:00Z';

/** Moments of the demo's season that a viewer may jump to, in days before its morning. */
export const demoScenes = [
  { id: 'morning', word: 'this morning', says: 'the middle of the season: the first round has begun', day: 0 },
  { id: 'hatch', word: 'the evening before a hatch', says: '', day: -20 },
  { id: 'spawning', word: 'a spawning day', says: '', day: -76 },
  { id: 'grading', word: 'a grading day', says: '', day: -100 },
  { id: 'release', word: 'a release day', says: '', day: -360 },
] as const;
export type DemoScene = (typeof demoScenes)[number]['id'];

export const sceneOf = (id: unknown) => demoScenes.find((s) => s.id === id);
