import { screen } from '@testing-library/react';
import { nothingMore } from '@/core/water/circuits/workMore';
import type { WorkKind } from '@/core/water/circuits/works';
import { onlySent, server, show } from '../../../../../tests/support/screen';
import { LineForm } from '../../acts/line/form';
import type { WorkRow } from '../../works';

const work = (id: number, name: string, kind: WorkKind, from: number[], rooms: number[]): WorkRow => ({
  ...{ id, name, kind, from, rooms, breaker: null, watts: null, amperes: null },
  ...{ flowLPerMin: null, spare: '', more: nothingMore },
});
const works = [work(1, 'Spring', 'source', [], []), work(2, 'Head box', 'head', [1], [7])];
const nameOf = (e: object) =>
  'room' in e ? (e.room === 7 ? 'Hall' : 'Shed') : works.find((w) => w.id === (e as { work: number }).work)!.name;
const draw = (from: Parameters<typeof LineForm>[0]['from'], to: Parameters<typeof LineForm>[0]['to']) =>
  show(<LineForm from={from} to={to} works={works} nameOf={nameOf} done={() => {}} />);

test('a line that is not there is drawn', async () => {
  const { user } = draw({ work: 1 }, { room: 8 });
  await user.click(screen.getByRole('button', { name: 'Draw the line' }));
  expect(await onlySent()).toMatchObject({
    type: 'work.line',
    payload: { from: { work: 1 }, to: { room: 8 }, draw: true },
  });
});

test('one that is there is taken away, and what it leaves dry is said before', async () => {
  const { user } = draw({ work: 2 }, { room: 7 });
  expect(screen.getByText('Nothing else leads water to Hall.')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Take the line away' }));
  expect(await onlySent()).toMatchObject({ payload: { from: { work: 2 }, to: { room: 7 }, draw: false } });
});

test('where no water runs nothing can be sent', () => {
  draw({ room: 7 }, { work: 2 });
  expect(screen.getByText(/No water runs from Hall to Head box/)).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
  expect(server.sent).toEqual([]);
});
