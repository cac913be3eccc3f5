import { screen, within } from '@testing-library/react';
import type { RoomView } from '@/modules/incubation/views/room';
import { onlySent, show } from '../../../../tests/support/screen';
import { ArrangeRoom } from './ArrangeRoom';

const unit = (id: number, x: number, y: number, battery: string) => ({
  id,
  name: `J${id}`,
  kind: 'jar',
  x,
  y,
  battery,
});
const room = {
  id: 2,
  name: 'Cold room',
  units: [unit(1, 0, 0, 'A'), unit(2, 1, 0, 'A'), unit(3, 2, 0, 'A'), unit(4, 0, 1, 'B')],
} as unknown as RoomView;
const inRow = (name: string) =>
  within(screen.getByRole('region', { name }))
    .getAllByRole('button')
    .map((b) => b.textContent);
const keep = () => screen.getByRole('button', { name: 'Keep the plan' });

test('units go left and right, and into the next row, by the arrow keys; the plan is kept as it stands', async () => {
  const { user } = show(<ArrangeRoom room={room} />);
  const at = (name: string) => screen.getByRole('button', { name: `${name}, jar` });
  at('J1').focus();
  await user.keyboard('{ArrowRight}');
  expect(inRow('A')).toEqual(['J2', 'J1', 'J3']);
  at('J3').focus();
  await user.keyboard('{ArrowLeft}{ArrowLeft}');
  expect(inRow('A')).toEqual(['J3', 'J2', 'J1']);
  at('J3').focus();
  await user.keyboard('{ArrowDown}');
  expect(inRow('A')).toEqual(['J2', 'J1']);
  expect(inRow('B')).toEqual(['J3', 'J4']);
  await user.click(keep());
  expect(await onlySent()).toMatchObject({
    type: 'room.arrange',
    payload: {
      room: 2,
      units: [
        { id: 2, x: 0, y: 0, battery: 'A' },
        { id: 1, x: 1, y: 0, battery: 'A' },
        { id: 3, x: 0, y: 1, battery: 'B' },
        { id: 4, x: 1, y: 1, battery: 'B' },
      ],
    },
  });
});

test('at the edges of the room nothing moves; a new row takes a name and whoever is sent there', async () => {
  const { user } = show(<ArrangeRoom room={room} />);
  screen.getByRole('button', { name: 'J1, jar' }).focus();
  await user.keyboard('{ArrowLeft}{ArrowUp}');
  expect(inRow('A')).toEqual(['J1', 'J2', 'J3']);
  await user.click(screen.getByRole('button', { name: 'another row' }));
  await user.type(screen.getByLabelText('name of row 3'), 'C');
  screen.getByRole('button', { name: 'J4, jar' }).focus();
  await user.keyboard('{ArrowDown}');
  expect(inRow('C')).toEqual(['J4']);
  await user.click(keep());
  // Row B is empty now and leaves no gap.
  expect(((await onlySent()).payload.units as { id: number }[]).at(-1)).toEqual({ id: 4, x: 0, y: 1, battery: 'C' });
});
