import { Chance } from './chance';
import { editDistance } from './editDistance';
import { nearestKey } from './knownKeys';

describe('letters between two words', () => {
  test.each([
    ['', '', 0],
    ['', 'eyed', 4],
    ['eyed', 'eyed', 0],
    // The example of the textbooks.
    ['kitten', 'sitting', 3],
    ['tempered', 'tempred', 1],
    // Two neighbours changed about are one slip, not two.
    ['unit', 'uint', 1],
    ['massG', 'masG', 1],
    ['R1', 'R2', 1],
  ])('%j and %j: %d', (a, b, d) => {
    expect(editDistance(a, b)).toBe(d);
    expect(editDistance(b, a)).toBe(d);
  });

  test('one slip is one, wherever it falls', () => {
    const chance = new Chance(3);
    const letter = () => 'abcdefgh'[chance.whole(0, 7)]!;
    for (let k = 0; k < 300; k++) {
      const word = Array.from({ length: chance.whole(2, 12) }, letter).join('');
      const at = chance.whole(0, word.length - 1);
      const slips = [word.slice(0, at) + word.slice(at + 1), `${word.slice(0, at)}x${word.slice(at)}`];
      for (const s of slips) expect(editDistance(word, s)).toBe(1);
    }
  });
});

describe('the key that is perhaps meant', () => {
  const known = ['activeShare', 'basis', 'stockMassG', 'volumeL', 'at'];

  test.each([
    ['activeshare', 'activeShare'],
    ['activeSahre', 'activeShare'],
    ['volumL', 'volumeL'],
    ['stockMass', 'stockMassG'],
    // A short one bears one slip, and no more.
    ['ta', 'at'],
    ['on', null],
    ['weather', null],
    ['', null],
  ])('of %j is %j', (typed, meant) => {
    expect(nearestKey(typed, known)).toBe(meant);
  });

  test('is none of a page of text, and none where nothing is known', () => {
    expect(nearestKey('activeShare'.repeat(9), known)).toBeNull();
    expect(nearestKey('at', [])).toBeNull();
  });
});
