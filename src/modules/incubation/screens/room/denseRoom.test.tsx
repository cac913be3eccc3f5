import { renderToStaticMarkup } from 'react-dom/server';
import type { RoomUnit } from '../../views/room';
import { DenseRoom } from './DenseRoom';

const unit = (i: number, urgency?: 1 | 2): RoomUnit =>
  ({
    id: i,
    name: `J${i}`,
    kind: 'jar',
    loadLimit: 50_000,
    losses: [],
    holdings:
      i % 10 === 0
        ? []
        : [
            {
              number: 36_412,
              lot: 'AC-31-01',
              stageName: 'eggs',
              glyph: 'egg',
              station: 'eggs',
              due: urgency ? [{ kind: 'pick', urgency, says: 'not picked for 3 days' }] : [],
            },
          ],
  }) as unknown as RoomUnit;
const rows = (count: number, wide: number, urgent: number[] = []) =>
  Array.from({ length: count }, (_, r) => ({
    key: `${r}`,
    name: `Row ${r + 1}`,
    units: Array.from({ length: wide }, (_, i) => {
      const id = r * wide + i + 1;
      return unit(id, urgent.includes(id) ? 1 : undefined);
    }),
  }));
const draw = (list: ReturnType<typeof rows>, stage: string | null = null) =>
  renderToStaticMarkup(<DenseRoom roomId={3} rows={list} selected="J2" stage={stage} />);

test('four hundred units are all there, each a link with its story in words, the page a tenth of what drawings take', () => {
  const html = draw(rows(40, 10, [7, 133]));
  expect(html.match(/data-unit="/g)).toHaveLength(400);
  expect(html).toContain('aria-label="J7, AC-31-01, eggs, 36412: not picked for 3 days"');
  expect(html).toContain('aria-label="J10, empty"');
  expect(html.match(/border-careful/g)).toHaveLength(2);
  expect(html).toContain('36 k');
  expect(html.length).toBeLessThan(400_000);
});

test('short rows stand two abreast, long ones do not; the one in hand is marked', () => {
  expect(draw(rows(4, 12))).toContain('grid-cols-2');
  expect(draw(rows(4, 24))).not.toContain('grid-cols-2');
  expect(draw(rows(1, 12)).match(/aria-current="true"/g)).toHaveLength(1);
});

test('a stage chosen dims what is of another, and what is empty', () => {
  expect(draw(rows(1, 10), 'yolksac').match(/opacity-40/g)).toHaveLength(10);
  expect(draw(rows(1, 10), 'eggs').match(/opacity-40/g)).toHaveLength(1);
});
