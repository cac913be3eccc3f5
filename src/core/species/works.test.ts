import { worksIn } from './works';

test.each([
  ['Lappalainen et al. 2003; Zarski et al. 2012; half of the way', ['Lappalainen et al. 2003', 'Zarski et al. 2012']],
  ['some (Beacham and Murray 1990), recalled; Crisp 1981 and Crisp 1981', ['Beacham and Murray 1990', 'Crisp 1981']],
  ['general literature, recalled; 2000 to 2500 eggs', []],
  ['by Guma’a 1978; Woynarovich and Horváth 1980', ['Guma’a 1978', 'Woynarovich and Horváth 1980']],
  ['1000 to 2000 µL/L; Lot 19810', []],
])('%s', (hint, works) => {
  expect(worksIn(hint)).toEqual(works);
});
