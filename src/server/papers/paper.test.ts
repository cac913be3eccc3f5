import { open, table } from './paper';

test('a row that is to be written in is as high as one of one line; a long cell makes its row higher', () => {
  const { doc } = open('Paper');
  const columns = [
    { title: 'time', width: 90 },
    { title: 'tank', width: 60 },
  ];
  const heightOf = (rows: string[][], line: number) => {
    const from = doc.y;
    table(doc, columns, rows, line);
    return doc.y - from;
  };
  const head = heightOf([], 20);
  expect(heightOf([['', '']], 20) - head).toBeCloseTo(20, 6);
  expect(heightOf([['08:10', 'front']], 20) - head).toBeCloseTo(20, 6);
  expect(heightOf([['', 'the rear tank of the blue truck']], 20) - head).toBeGreaterThan(30);
});
