import fc from 'fast-check';
import { codeOf, numberOf } from './label';

test('every number comes back from its code, however it is typed', () => {
  expect(codeOf(0)).toBe('33');
  fc.assert(
    fc.property(fc.nat(50_000_000), (n) => {
      const code = codeOf(n);
      return (
        numberOf(code) === n && numberOf(` ${code.toLowerCase().slice(0, 2)} ${code.toLowerCase().slice(2)}`) === n
      );
    }),
  );
});

test('two neighbours turned round, or the last sign wrong, show', () => {
  for (let n = 30; n < 4000; n++) {
    const code = codeOf(n);
    const turned = `${code[1]}${code[0]}${code.slice(2)}`;
    if (code.length > 2 && turned !== code) expect([n, numberOf(turned)]).toEqual([n, null]);
    const wrong = code.slice(0, -1) + (code.at(-1) === 'A' ? 'C' : 'A');
    expect([n, numberOf(wrong)]).toEqual([n, null]);
  }
});

test('no code holds a sign that is taken for another', () => {
  for (let n = 0; n < 2000; n++) expect(codeOf(n)).not.toMatch(/[01258OILZSB]/);
  expect(numberOf('O3')).toBeNull();
  expect(numberOf('')).toBeNull();
});
