import { badNeighbours, onHand, type Stored } from './chemicals';

const of = (name: string, hazard: Stored['hazard'], place = 'shed'): Stored => ({ name, hazard, place });

test('what gives off gas or fire together is told, in one place only, whatever its letters', () => {
  expect(badNeighbours([of('bleach', 'chlorine'), of('vinegar', 'acid', ' Shed ')])).toMatchObject([
    { a: 'bleach', b: 'vinegar', why: expect.stringMatching(/chlorine gas/) },
  ]);
  expect(badNeighbours([of('bleach', 'chlorine'), of('vinegar', 'acid', 'lab')])).toEqual([]);
  expect(badNeighbours([of('salt', 'mild'), of('bleach', 'chlorine'), of('lime', 'alkali')])).toEqual([]);
  // Nobody said where they stand: nothing is known.
  expect(badNeighbours([of('bleach', 'chlorine', ''), of('vinegar', 'acid', '')])).toEqual([]);
});

test('on hand is what was counted last and what came and went since, in the order of time', () => {
  expect(
    onHand([
      { at: 3, what: 'used', amount: 200 },
      { at: 1, what: 'came', amount: 5000 },
      { at: 2, what: 'counted', amount: 4000 },
      { at: 4, what: 'disposed', amount: 300 },
    ]),
  ).toBe(3500);
  expect(onHand([{ at: 1, what: 'used', amount: 10 }])).toBe(0);
  expect(onHand([])).toBe(0);
});
