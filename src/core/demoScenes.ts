import { DAY_MS, HOUR_MS } from './time/spans';
/** The morning on which the demo opens: in mid-season, when the first round has begun. */
export const DEMO_ANCHOR = '2031-04-14T05:42:00Z';

/** The morning from which its days are counted: that of the anchor's day, or of the day before where it is earlier. */
export function demoMorning(anchor: number): number {
  const begun = Math.floor(anchor / DAY_MS) * DAY_MS + 5.7 * HOUR_MS;
  return begun <= anchor ? begun : begun - DAY_MS;
}

/** Moments of the demo's season that a viewer may jump to, in days before its morning; and its second house. */
export const demoScenes = [
  {
    id: 'morning',
    word: 'this morning',
    says: 'the middle of the season: the first round has begun',
    day: 0,
    house: 'river',
  },
  {
    id: 'hatch',
    word: 'the evening before a hatch',
    says: 'pikeperch eggs in the warm room hatch tomorrow at dawn',
    day: -3.5,
    house: 'river',
  },
  {
    id: 'spawning',
    word: 'a spawning day',
    says: 'four char females, each over two of three males; two are stripped already',
    day: -75.879,
    house: 'river',
  },
  {
    id: 'grading',
    word: 'a grading day',
    says: 'a tank of char fingerlings is to be parted by size',
    day: -17.95,
    house: 'river',
  },
  {
    id: 'release',
    word: 'a release day',
    says: 'char fingerlings go out to the lake this morning',
    day: -22.95,
    house: 'river',
  },
  {
    id: 'warm',
    word: 'a small warm hall',
    says: 'another house: wels, tench and giant river prawns on one loop, clocks in hours, fed day and night',
    day: 0,
    house: 'warm',
  },
] as const;
export type DemoScene = (typeof demoScenes)[number]['id'];

export const sceneOf = (id: unknown) => demoScenes.find((s) => s.id === id);
