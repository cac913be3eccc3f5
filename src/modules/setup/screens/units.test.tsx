import { screen, waitFor } from '@testing-library/react';
import { choose } from '../../../../tests/support/choose';
import { onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { SetupView } from '../views/setup';
import { RoomBlock } from './rooms';
import { UnitForm } from './unitForms';

const unit = (over: Partial<SetupView['units'][number]> = {}): SetupView['units'][number] => ({
  id: 3,
  name: 'J3',
  kind: 'jar',
  roomId: 1,
  battery: 'A',
  volumeL: 7.5,
  loadLimit: 60_000,
  flowLPerMin: 4,
  areaCm2: null,
  sensorId: 5,
  x: 2,
  y: 0,
  partOf: null,
  holds: 0,
  ...over,
});
const view = (units = [unit()]): SetupView =>
  ({
    rooms: [
      { id: 1, name: 'Cold room', kind: 'incubation' },
      { id: 2, name: 'Hall', kind: 'rearing' },
    ],
    units,
    divided: [{ id: 9, name: 'R9', roomId: 1, parts: ['R9a', 'R9b'] }],
    sensors: [
      { id: 5, name: 'bay1', kind: 'temperature', roomId: 1 },
      { id: 6, name: 'bay2', kind: 'temperature', roomId: 1 },
      { id: 7, name: 'hall', kind: 'temperature', roomId: 2 },
    ],
  }) as unknown as SetupView;
const keep = () => screen.getByRole('button', { name: 'Keep' });

describe('one unit', () => {
  test.each([
    ['metric', { units: 'metric', locale: 'en-GB' }, 'Volume, L', '7.5'],
    ['US', { units: 'us', locale: 'en-US' }, 'Volume, qt', '7.92'],
    ['German', { units: 'metric', locale: 'de-DE' }, 'Volume, L', '7,5'],
  ] as const)('opened and kept unchanged, it stays what it was: %s', async (_, as, label, text) => {
    const { user } = show(<UnitForm u={unit()} view={view()} onDone={() => undefined} />, as);
    expect((screen.getByLabelText(label) as HTMLInputElement).value).toContain(text);
    await user.click(keep());
    await waitFor(() => expect(server.sent).toHaveLength(1));
    const { payload } = await onlySent();
    expect(payload).toMatchObject({
      id: 3,
      name: 'J3',
      kind: 'jar',
      room: 1,
      battery: 'A',
      loadLimit: 60_000,
      sensor: 5,
      x: 2,
      y: 0,
    });
    expect(payload.volumeL as number).toBeCloseTo(7.5, 5);
    expect(payload.flowLPerMin as number).toBeCloseTo(4, 5);
  });

  test('in another room it leaves the old water; what cannot be read keeps the button shut', async () => {
    const { user } = show(<UnitForm u={unit()} view={view()} onDone={() => undefined} />);
    await choose(user, screen.getByLabelText('Room'), 'Hall');
    const volume = screen.getByLabelText('Volume, L');
    await user.clear(volume);
    await user.type(volume, '2 gal');
    expect(keep()).toHaveProperty('disabled', false);
    await user.type(screen.getByLabelText('Load limit, animals'), 'x');
    expect(keep()).toHaveProperty('disabled', true);
    await user.clear(screen.getByLabelText('Load limit, animals'));
    await user.click(keep());
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect((await onlySent()).payload).toMatchObject({ room: 2, sensor: null, loadLimit: null });
    expect((await onlySent()).payload.volumeL as number).toBeCloseTo(7.571, 3);
  });

  test('a name that is taken is said at the name; out of use only when the server agrees', async () => {
    server.replies = [refused('There is a unit J4 already.', 'name'), refused('J3 holds 400.', 'retired')];
    let done = 0;
    const { user } = show(<UnitForm u={unit()} view={view()} onDone={() => (done += 1)} />);
    const name = screen.getByLabelText('Name');
    await user.clear(name);
    await user.type(name, 'J4');
    await user.click(keep());
    await screen.findByText(/a unit J4 already/);
    expect(name.getAttribute('aria-invalid')).toBe('true');
    await user.click(screen.getByRole('button', { name: 'Take out of use' }));
    await screen.findByText(/J3 holds 400/);
    expect(done).toBe(0);
    await user.click(screen.getByRole('button', { name: 'Take out of use' }));
    await waitFor(() => expect(done).toBe(1));
    expect(server.sent.at(-1)!.payload).toMatchObject({ id: 3, retired: true });
  });
});

describe('a room', () => {
  const room = {
    id: 1,
    name: 'Cold room',
    kind: 'incubation',
    chlorineMgPerL: null,
    mixedL: 1500,
    sourceSensor: null,
  };
  const open = (units?: SetupView['units']) => show(<RoomBlock room={room} view={view(units)} />);

  test('many units at once: jars in an incubation room, below what stands there', async () => {
    server.replies = [{ body: { result: { names: ['J4', 'J5'] }, entries: [] } }];
    const { user } = open();
    await user.click(screen.getByRole('button', { name: 'add units' }));
    expect(screen.getByLabelText('Kind').dataset.value).toBe('jar');
    await user.type(screen.getByLabelText('Letters'), 'J');
    await user.clear(screen.getByLabelText('from number'));
    await user.type(screen.getByLabelText('from number'), '4');
    await user.clear(screen.getByLabelText('how many'));
    await user.type(screen.getByLabelText('how many'), '2');
    await user.type(screen.getByLabelText('Volume of each, L'), '2 gal');
    await user.click(screen.getByRole('button', { name: 'Make units' }));
    await screen.findByText('Made: J4 J5.');
    expect((await onlySent()).payload).toMatchObject({
      room: 1,
      kind: 'jar',
      prefix: 'J',
      from: 4,
      count: 2,
      y: 1,
    });
  });

  test('a unit opens by its name; a tank that holds something is not divided', async () => {
    const { user } = open([unit({ kind: 'tank', holds: 4000 })]);
    await user.click(screen.getByRole('button', { name: 'J3' }));
    expect(screen.getByRole('button', { name: /Divide J3/ })).toHaveProperty('disabled', true);
    expect(screen.getByText('once it is empty')).toBeTruthy();
  });

  test('divided into named parts; the screen comes out again, or not while something stands there', async () => {
    server.replies = [{ body: { result: {}, entries: [] } }, refused('R9a holds 30.')];
    const { user } = open([unit({ kind: 'tank' })]);
    await user.click(screen.getByRole('button', { name: 'J3' }));
    await user.click(screen.getByRole('button', { name: /Divide J3/ }));
    const names = screen.getByLabelText('Names of the parts');
    expect((names as HTMLInputElement).value).toBe('J3a J3b');
    await user.type(names, ', J3c');
    await user.click(screen.getByRole('button', { name: 'Divide J3' }));
    await waitFor(async () => expect((await onlySent()).payload).toEqual({ id: 3, names: ['J3a', 'J3b', 'J3c'] }));
    await user.click(screen.getByRole('button', { name: 'Take the screen out' }));
    expect((await screen.findByRole('alert')).textContent).toContain('R9a holds 30');
  });

  test('a sensor, and another name for the room', async () => {
    const { user } = open();
    await user.click(screen.getByRole('button', { name: 'add a sensor' }));
    await choose(user, screen.getByLabelText('It measures'), 'oxygen');
    await user.type(screen.getByLabelText('Name of the sensor'), 'ox1');
    await user.click(screen.getByRole('button', { name: 'Make sensor' }));
    await waitFor(() => expect(server.sent[0]!.payload).toEqual({ name: 'ox1', room: 1, kind: 'oxygen' }));
    await user.click(screen.getByRole('button', { name: 'change' }));
    const name = screen.getByLabelText('Name of the room');
    await user.clear(name);
    await user.type(name, 'Egg room');
    await user.type(screen.getByLabelText('Chlorine of town water, mg/L'), '0.4');
    await user.click(keep());
    await waitFor(() =>
      expect(server.sent[1]!.payload).toMatchObject({
        id: 1,
        name: 'Egg room',
        chlorineMgPerL: 0.4,
        mixedL: 1500,
      }),
    );
  });
});
