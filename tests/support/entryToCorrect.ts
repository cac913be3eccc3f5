import type { ActHolding } from '@/client/holding';
import { dayPlan } from '@/core/spawning/plan';
import type { BroodFish } from '@/modules/brood/views/brood';
import type { EntryToCorrect } from '@/modules/entryToCorrect';
import { shippedProtocols } from '@/reference/protocols';
import { speciesOf } from '@/reference/shipped';
import { server } from './screen';

export const holding = (unit: string, over: Partial<ActHolding> = {}): ActHolding => ({
  unitId: Number(unit.slice(1)),
  unit,
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'fry',
  can: ['eats'],
  stageName: 'fry',
  number: 4000,
  stages: [
    { id: 'egg', name: 'eggs' },
    { id: 'yolksac', name: 'yolk-sac larvae' },
    { id: 'fry', name: 'fry' },
    { id: 'fingerling', name: 'fingerlings' },
  ],
  checks: [{ id: 'eyed', name: 'eyed', stage: 'egg', looks: 'eyes seen as two dark dots' }],
  ...over,
});

/** Half a minute past 08:10 on a day in March, so that the seconds must survive. */
export const AT = Date.parse('2031-03-03T07:10:31.250Z');

export function entry(kind: string, payload: Record<string, unknown>, holdings: ActHolding[] = [holding('R1')]) {
  const found: EntryToCorrect = {
    original: { entryId: 'e1', kind, payload, at: AT, precision: 'minute', measuredBy: 'Hand', note: 'windy' },
    holdings: holdings as EntryToCorrect['holdings'],
    places: [1, 2, 3, 4].map((id) => ({ id, name: `R${id}`, room: 'Hall', roomId: 1, kind: 'tank', holds: '' })),
    sites: [{ id: 5, name: 'Lake Ivarre', permit: '', points: [] }],
    species: [
      {
        id: 'arctic-char',
        name: 'Arctic char',
        kept: true,
        stepCelsius: 1,
        stages: [
          { id: 'egg', name: 'eggs', station: 'eggs' },
          { id: 'fry', name: 'fry', station: 'fry' },
        ],
      },
    ],
    fish:
      fishNo(payload) === undefined
        ? null
        : {
            id: Number(fishNo(payload)),
            tag: 'STF11',
            sex: fishNo(payload) === 12 ? 'male' : 'female',
            massG: null,
            day: 3,
            book: sterlet,
          },
    spawningDay: ['cross', 'bath', 'nest'].includes(kind)
      ? ({
          id: 3,
          plan: dayPlan.parse({}),
          book: sterlet,
          perDryG: null,
          females: [inDay(11, 'STF11', 'female')],
          males: [inDay(12, 'STM1', 'male'), inDay(13, 'STM2', 'male')],
          protocols: [...shippedProtocols().values()].map((p) => ({ ...p, version: 0 })),
        } as unknown as EntryToCorrect['spawningDay'])
      : null,
  };
  server.pages['/api/entries/e1'] = found;
}

const sterlet = speciesOf('sterlet');
const fishNo = (payload: Record<string, unknown>) => ([] as unknown[]).concat(payload.fish ?? [])[0];
const inDay = (id: number, tag: string, sex: 'female' | 'male') => ({
  fish: { id, tag, sex } as BroodFish,
  eggsLeftG: sex === 'female' ? 300 : 0,
  strips: [],
  milts: [],
});
