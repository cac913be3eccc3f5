import { kindsOf, kindsSay, strainOf } from './strainAndSex';

test('the strain of a family is that of its parents, or both', () => {
  expect(strainOf('Ombrel', ['Ombrel', 'Ombrel'])).toBe('Ombrel');
  expect(strainOf('Ombrel', ['Tessel'])).toBe('Ombrel × Tessel');
  expect(strainOf('', ['Tessel', ''])).toBe('Tessel');
  expect(strainOf('Ombrel', [''])).toBe('Ombrel');
  expect(strainOf('', [])).toBe('');
  expect(strainOf('Ombrel', ['Tessel', 'Ombrel'])).toBe('Ombrel × Ombrel/Tessel');
  expect(strainOf('a'.repeat(60), ['b'.repeat(60)])).toHaveLength(60);
});

test('families of a lot are told by strain and sex, with their shares', () => {
  const all = kindsOf([
    { strain: 'Ombrel', sex: 'female', share: 0.25 },
    { strain: 'Tessel', sex: 'mixed', share: 0.3 },
    { strain: 'Ombrel', sex: 'female', share: 0.45 },
  ]);
  expect(all.map((k) => k.share)).toEqual([expect.closeTo(0.7, 12), 0.3]);
  expect(kindsSay(all)).toBe('70 % Ombrel, all female; 30 % Tessel');
  expect(kindsSay(all.slice(0, 1))).toBe('Ombrel, all female');
  expect(kindsSay([{ strain: '', sex: 'mixed', share: 1 }])).toBe('');
  expect(kindsSay([{ strain: '', sex: 'sterile', share: 1 }])).toBe('sterile');
  expect(
    kindsSay([
      { strain: 'Tessel', sex: 'mixed', share: 0.6 },
      { strain: '', sex: 'mixed', share: 0.4 },
    ]),
  ).toBe('60 % Tessel; 40 % strain not known');
});
