import { screen } from '@testing-library/react';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { SetupView } from '../views/setup';
import { IncubationSettings } from './incubation';

const method = { method: 'pick', foundShare: 0.9 } as const;
const view = (over: Partial<SetupView['incubation']> = {}): SetupView =>
  ({
    rooms: [
      { id: 1, name: 'Cold room', kind: 'incubation' },
      { id: 2, name: 'Hall', kind: 'rearing' },
    ],
    units: [1, 1, 1, 2, 2, 2, 2, 2].map((roomId, id) => ({ id, roomId })),
    incubation: {
      falseAlarmsWeek: 0.2,
      methods: { jar: { ...method, method: 'siphon', foundShare: 0.6 }, tray: method, trough: method, frame: method },
      tokens: [],
      routine: [],
      ...over,
    },
  }) as unknown as SetupView;

test('methods and false alarms are kept together, shares as shares', async () => {
  const { user } = show(<IncubationSettings view={view()} />);
  const found = screen.getAllByLabelText('Dead eggs found in one round, %') as HTMLInputElement[];
  expect(found.map((f) => f.value)).toEqual(['60', '90', '90', '90']);
  await user.clear(found[1]!);
  await user.type(found[1]!, '85');
  const often = screen.getByLabelText('False alarms of picks a room may give a week');
  await user.clear(often);
  expect(screen.getByText(/needs the false alarms/)).toBeTruthy();
  await user.type(often, '0.5');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(await onlySent()).toMatchObject({ type: 'picking.save', payload: { falseAlarmsWeek: 0.5 } });
  expect((await onlySent()).payload.kinds).toEqual([
    { kind: 'jar', method: 'siphon', foundShare: 0.6 },
    { kind: 'tray', method: 'pick', foundShare: 0.85 },
    { kind: 'trough', method: 'pick', foundShare: 0.9 },
    { kind: 'frame', method: 'pick', foundShare: 0.9 },
  ]);
});

test('a refusal stands at the field that it is about', async () => {
  server.replies.push(refused('Above ten a week nobody looks.', 'falseAlarmsWeek'));
  const { user } = show(<IncubationSettings view={view()} />);
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(await screen.findByText('Above ten a week nobody looks.')).toBeTruthy();
});

test('a key is shown once, where it is made; an answer that is none is said', async () => {
  server.pages['/api/tokens'] = { key: 'mk_4f1c' };
  const { user } = show(<IncubationSettings view={view()} />);
  const make = screen.getByRole('button', { name: 'Make a key' }) as HTMLButtonElement;
  expect(make.disabled).toBe(true);
  await user.type(screen.getByLabelText('A key for'), 'gateway');
  await user.click(make);
  expect((await screen.findByRole('status')).textContent).toMatch(/not shown again: mk_4f1c/);
  server.pages['/api/tokens'] = {
    refused: { message: 'There is a key named gateway already.', todo: 'Choose another name.' },
  };
  await user.click(make);
  expect(await screen.findByText('There is a key named gateway already. Choose another name.')).toBeTruthy();
});

test('keys in use are listed with who made them, and taken out of use', async () => {
  const { user } = show(
    <IncubationSettings view={view({ tokens: [{ id: 8, name: 'gateway', madeAt: NOW, by: 'Manager' }] as never })} />,
  );
  expect(screen.getByText(/made .* by Manager/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'take out of use' }));
  expect(await onlySent()).toMatchObject({ type: 'token.revoke', payload: { token: 8 } });
});

test('what a number of false alarms means is simulated for the largest room of eggs, with the delay it costs', async () => {
  server.pages['/api/calc'] = {
    output: { falsePerRoomWeek: 0.19, delayDays: { median: 3, ninetieth: null }, seenWithinFourWeeks: 0.88 },
  };
  const { user } = show(<IncubationSettings view={view()} />);
  await user.click(screen.getByRole('button', { name: 'what that means' }));
  const said = (await screen.findByTestId('alarms-mean')).textContent;
  expect(said).toMatch(/^3 units in 1 lots?.*0\.19 false alarms a week came of 0\.2/);
  expect(said).toMatch(/after 3 days in half of the cases, after more than four weeks in nine of ten/);
  server.pages['/api/calc'] = { error: 'falseAlarmsPerWeek: is more alarms than anybody looks at' };
  await user.click(screen.getByRole('button', { name: 'what that means' }));
  // The test's server answers what it has: an answer without a result is said, and nothing is drawn from it.
  expect(await screen.findByText(/is more alarms than anybody looks at/)).toBeTruthy();
});

test('what this house adds to its routine is listed with where and how often, added, and taken off', async () => {
  const lamp = { id: 3, name: 'UV lamp burns', stations: ['eggs', 'yolksac'], units: ['jar'], everyHours: 12 };
  const { user } = show(<IncubationSettings view={view({ routine: [lamp] as never })} />);
  expect(screen.getByText('eggs and yolk-sac larvae, jars, every 12 h')).toBeTruthy();
  await user.type(screen.getByLabelText('What is done'), 'door shut');
  await choose(user, screen.getByLabelText('Where there are'), 'both');
  await user.click(screen.getByRole('button', { name: 'Add' }));
  expect(await onlySent()).toMatchObject({
    type: 'routine.save',
    payload: { name: 'door shut', stations: ['eggs', 'yolksac'], units: [], everyHours: 24 },
  });
  await user.click(screen.getByRole('button', { name: 'take off' }));
  expect(server.sent.at(-1)).toMatchObject({ type: 'routine.save', payload: { id: 3, retired: true } });
});
