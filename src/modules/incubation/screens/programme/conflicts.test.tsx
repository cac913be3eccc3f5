import { screen } from '@testing-library/react';
import { NOW, show } from '../../../../../tests/support/screen';
import type { ProgrammeLot, ProgrammeView } from '../../views/programme';
import { Conflicts } from './Conflicts';

const DAY = 86_400_000;
const lot = (name: string, number: number, hatch: number, up: number, seen = false) => ({
  lot: {
    name,
    number,
    milestones: [
      { id: 'hatched', name: 'half hatched', turn: 'hatch', at: null, low: null, high: null, seen },
      { id: 'swumUp', name: 'swum up', turn: 'feeding', at: null, low: null, high: null, seen: false },
    ],
  } as unknown as ProgrammeLot,
  dates: new Map<string, number | null>([
    ['hatched', NOW + hatch * DAY],
    ['swumUp', NOW + up * DAY],
  ]),
});
const draw = (
  dates: ReturnType<typeof lot>[],
  tanks: ProgrammeView['tanks'] = { free: 9, limits: [] },
  elsewhere: ProgrammeView['elsewhere'] = [],
) => show(<Conflicts view={{ now: NOW, tanks, elsewhere }} dates={dates} timeZone="Europe/Vienna" />);
const said = () => screen.getByTestId('conflicts').textContent;

test('enough tanks, dates apart: it says so in two lines', () => {
  draw([lot('A', 9000, 5, 30), lot('B', 9000, 12, 40)]);
  expect(said()).toMatch(/9 tanks are free now: enough for all that swim up/);
  expect(said()).toMatch(/lie apart: hands for all/);
});

test('tanks go to who swims up first, those of other waters included; who lacks how many, from when', () => {
  draw([lot('A', 9000, 5, 30), lot('B', 25_000, 12, 40)], { free: 1, limits: [10_000] }, [
    { lot: 'C', what: 'swim-up', at: NOW + 35 * DAY, number: 4000 },
  ]);
  expect(said()).toMatch(/One tank is free now: C lacks 1 from 19 May; B lacks 3 from 24 May\./);
});

test('more than hands are for within two days are named; a hatch that was seen asks for nobody', () => {
  const crowd = [lot('A', 1, 5, 60), lot('B', 1, 5.4, 70), lot('C', 1, 6, 80), lot('D', 1, 6.5, 90)];
  const { unmount } = draw(crowd);
  expect(said()).toMatch(/19 Apr to 20 Apr: A hatch, B hatch, C hatch, D hatch\. Hands are short/);
  unmount();
  draw([...crowd.slice(0, 3), lot('D', 1, 6.5, 90, true)]);
  expect(said()).toMatch(/hands for all/);
});

test('a lot in two waters is counted once, by the dates of this one', () => {
  draw([lot('A', 9000, 5, 30)], { free: 1, limits: [] }, [
    { lot: 'A', what: 'swim-up', at: NOW + 50 * DAY, number: 9000 },
  ]);
  expect(said()).toMatch(/enough for all/);
});

test('where nothing is to come there is nothing to say', () => {
  draw([]);
  expect(screen.queryByTestId('conflicts')).toBeNull();
});
