import { screen, waitFor, within } from '@testing-library/react';
import { addLocalDays } from '@/core/time/localDay';
import { LoggerImport } from '@/modules/water/screens/LoggerImport';
import { gapsOf } from '@/modules/water/screens/WaterChart';
import type { WaterDays } from '@/modules/water/views/waterDays';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { SheetEntry } from '../views/ledger';
import { EntryList } from './EntryList';

const entry = (over: Partial<SheetEntry> = {}): SheetEntry => ({
  id: 'e1',
  seq: 1,
  kind: 'pick',
  word: 'picked',
  mend: 'correct',
  paper: null,
  at: NOW - 3_600_000,
  precision: 'minute',
  by: 'Manager',
  measuredBy: 'Manager',
  note: '',
  where: '',
  says: '340 from J3',
  voided: false,
  why: '',
  replaces: false,
  measured: { massG: null, value: null, unit: '' },
  ...over,
});
const list = (entries: SheetEntry[], as = {}) =>
  show(<EntryList entries={entries} now={NOW} timeZone="Europe/Vienna" />, as);

describe('the ledger', () => {
  test('who measured and who typed, where it was looked at, what was written', () => {
    list([entry({ kind: 'check', where: 'J3', says: 'eyed: 95 of 100', measuredBy: 'Hand', note: 'in a hurry' })]);
    const text = screen.getByRole('listitem').textContent!;
    expect(text).toContain('J3: eyed: 95 of 100');
    expect(text).toContain('Hand, typed by Manager');
    expect(text).toContain('“in a hurry”');
  });

  test('what was taken back stays, struck through, with its reason, and cannot be corrected again', () => {
    list([entry({ voided: true, why: 'a zero too many' }), entry({ id: 'e2', says: '34 from J3', replaces: true })]);
    const [old, now] = screen.getAllByRole('listitem');
    expect(old!.dataset.voided).toBe('true');
    expect(old!.textContent).toContain('taken back: “a zero too many”');
    expect(within(old!).queryByRole('button')).toBeNull();
    expect(now!.textContent).toContain('(corrected)');
    expect(within(now!).getByRole('button', { name: 'correct' })).toBeTruthy();
  });

  test('corrections and anything a reader sees offer nothing to correct, a file is taken back whole; an empty ledger says so', () => {
    const { unmount } = list([
      entry({ kind: 'correction', mend: null }),
      entry({ id: 'e2', kind: 'import', mend: 'takeBack' }),
    ]);
    expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual(['take back']);
    unmount();
    const second = list([entry()], { role: 'reader' });
    expect(screen.queryByRole('button')).toBeNull();
    second.unmount();
    list([]);
    expect(screen.getByText('No entries yet.')).toBeTruthy();
  });

  test('taken back with a reason; what the server refuses is shown', async () => {
    server.replies = [refused('This entry is somebody else’s.')];
    const { user } = list([entry()]);
    await user.click(screen.getByRole('button', { name: 'correct' }));
    await user.click(screen.getByLabelText('take back'));
    expect(screen.getByRole('button', { name: 'Take it back' })).toHaveProperty('disabled', true);
    await user.type(screen.getByLabelText('Why'), 'another jar');
    await user.click(screen.getByRole('button', { name: 'Take it back' }));
    expect((await screen.findByRole('alert')).textContent).toContain('somebody else’s');
    expect(await onlySent()).toMatchObject({
      type: 'entry.correct',
      payload: { entryId: 'e1', reason: 'another jar' },
    });
    await user.click(screen.getByRole('button', { name: 'Take it back' }));
    await waitFor(() => expect(screen.queryByLabelText('Why')).toBeNull());
  });
});

describe('readings', () => {
  const sensors = [
    { id: 5, name: 'bay1', room: 'Cold room', kind: 'temperature', value: 6.1, at: NOW - 3_600_000 },
    { id: 6, name: 'oxygen R', room: 'Hall', kind: 'oxygen', value: null, at: null },
  ] as unknown as Parameters<typeof LoggerImport>[0]['sensors'];
  const days = Array.from({ length: 20 }, (_, i) => addLocalDays(NOW, i - 19, 'Europe/Vienna'));
  const read = (i: number) => ({ day: days[i]!, mean: 4 + i / 10, low: 3.8 + i / 10, high: 4.3 + i / 10 });
  const water: WaterDays = {
    days,
    bySensor: { 5: days.map((_, i) => (i === 3 || i === 8 || i === 9 ? null : read(i))) },
  };
  const open = (as = {}, mayWrite = true) =>
    show(<LoggerImport sensors={sensors} water={water} mayWrite={mayWrite} timeZone="Europe/Vienna" />, as);
  const file = () => {
    const f = new File(['time;temp\n'], 'bay1.csv', { type: 'text/csv' });
    // The test browser's files cannot be read yet.
    const bytes = Buffer.from('time;temp\n2031-04-13 08:00;5,1\n');
    (f as { arrayBuffer: () => Promise<ArrayBufferLike> }).arrayBuffer = async () => new Uint8Array(bytes).buffer;
    return f;
  };
  const report = (over: object) => ({
    body: {
      result: {
        sensor: 'bay1',
        from: '13 Apr 08:00',
        to: '14 Apr 07:00',
        added: 20,
        same: 3,
        replaced: 0,
        conflicts: [],
        conflictCount: 0,
        problems: [],
        problemCount: 0,
        future: 0,
        understood: {},
        ...over,
      },
      entries: ['e1'],
    },
  });

  test('the chosen water is drawn with its gaps, in the reader’s unit; one never read says what that means', async () => {
    const { user, unmount } = open();
    expect(
      screen.getByRole('img', {
        name: /^17 of 20 days read, between 3\.8\d* and 6\.2\d* °C; last 5\.9\d* °C on 14 Apr$/,
      }),
    ).toBeTruthy();
    expect(screen.getByText(/^Not read: 29 Mar, 3 Apr to 4 Apr\./)).toBeTruthy();
    await choose(user, screen.getByLabelText('Water'), '6');
    expect(screen.getByText(/Nothing was read in the last 20 days/)).toBeTruthy();
    unmount();
    open({ units: 'us', locale: 'en-US' });
    expect(screen.getByRole('img', { name: /last 42\.6\d* °F/ })).toBeTruthy();
  });

  test('gaps are runs of days, also at both ends', () => {
    const d = read(0);
    expect(gapsOf([null, d, null, null, d, null])).toEqual([
      [0, 0],
      [2, 3],
      [5, 5],
    ]);
    expect(gapsOf([d, d])).toEqual([]);
    expect(gapsOf([null, null])).toEqual([[0, 1]]);
  });

  test('a file that was read in is taken back whole while that is offered', async () => {
    server.replies = [report({})];
    const { user } = open();
    await user.upload(screen.getByLabelText('CSV file'), file());
    await user.click(await screen.findByRole('button', { name: 'Import' }));
    expect(await screen.findByText('Read: bay1.')).toBeTruthy();
    expect(screen.getByText('Undo')).toBeTruthy();
  });

  test('a file too large is not sent, and says what to do', async () => {
    const { user } = open();
    const large = file();
    Object.defineProperty(large, 'size', { value: 25_000_001 });
    await user.upload(screen.getByLabelText('CSV file'), large);
    expect(screen.getByText(/larger than 25 MB: split the file/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Import' })).toHaveProperty('disabled', true);
  });

  test('a file: what was new, what was there, what could not be read and why', async () => {
    server.replies = [report({ problems: [{ line: 7, text: '?;x', why: 'no time' }], problemCount: 1, future: 2 })];
    const { user } = open();
    expect(screen.getByRole('button', { name: 'Import' })).toHaveProperty('disabled', true);
    await user.upload(screen.getByLabelText('CSV file'), file());
    await user.click(screen.getByRole('button', { name: 'Import' }));
    const said = (await screen.findByTestId('import-report')).textContent!;
    expect(said).toMatch(/20 new, 3 stored already, 2 in the future left out/);
    expect(said).toContain('line 7: ?;x: no time');
    expect((await onlySent()).payload).toMatchObject({
      sensor: 5,
      fileName: 'bay1.csv',
      text: expect.stringContaining('5,1'),
    });
  });

  test('values that contradict are shown side by side and replaced only when told', async () => {
    server.replies = [
      report({ conflicts: [{ when: '13 Apr 08:00', stored: 5.1, given: 15.1 }], conflictCount: 1 }),
      report({ replaced: 1 }),
    ];
    const { user } = open();
    await user.upload(screen.getByLabelText('CSV file'), file());
    await user.click(screen.getByRole('button', { name: 'Import' }));
    const table = await screen.findByRole('table');
    expect(
      within(table)
        .getAllByRole('cell')
        .map((c) => c.textContent),
    ).toEqual(['13 Apr 08:00', '5.10', '15.10']);
    await user.click(screen.getByRole('button', { name: 'Take the file’s' }));
    await screen.findByText(/1 replaced/);
    expect(server.sent[1]!.payload.conflicts).toBe('replace');
  });

  test('dates that can be read two ways are asked about', async () => {
    server.replies = [
      refused('The dates can be read day first or month first.', 'dateOrder', {
        asks: [
          {
            id: 'dateOrder',
            of: 'input',
            message: '',
            path: '',
            todo: '',
            choices: [{ value: 'dmy', label: 'Day first' }],
          },
        ],
      }),
      report({}),
    ];
    const { user } = open();
    await user.upload(screen.getByLabelText('CSV file'), file());
    await user.click(screen.getByRole('button', { name: 'Import' }));
    await user.click(await screen.findByRole('button', { name: 'Day first' }));
    await screen.findByTestId('import-report');
    expect(server.sent[1]!.payload.dateOrder).toBe('dmy');
  });

  test('one reading by eye: a temperature in either degrees, oxygen in its unit', async () => {
    const { user } = open({ units: 'us', locale: 'en-US' });
    await user.type(screen.getByLabelText('Temperature, °F'), '46.4');
    await user.click(screen.getByRole('button', { name: 'Record reading' }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.payload.value as number).toBeCloseTo(8, 6);
    await choose(user, screen.getByLabelText('Water'), '6');
    expect(screen.getByText('no reading yet')).toBeTruthy();
    const field = screen.getByLabelText(/^Oxygen, mg\/L/);
    await user.type(field, 'nine');
    expect(screen.getByRole('button', { name: 'Record reading' })).toHaveProperty('disabled', true);
    await user.clear(field);
    await user.type(field, '9.1');
    await user.click(screen.getByRole('button', { name: 'Record reading' }));
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.sent[1]!.payload).toMatchObject({ sensor: 6, value: 9.1 });
  });

  test('who may not write sees the last reading and no form', () => {
    open({}, false);
    // The chart's own table is all that there is to press.
    expect(screen.queryAllByRole('button').map((b) => b.textContent)).toEqual(['as a table']);
    expect(screen.getByLabelText('Water')).toBeTruthy();
  });
});

test('who measured stands there, and who typed where that is another; where nobody is named, who typed', () => {
  list([
    entry({ id: 'a', by: 'Culturist', measuredBy: 'Culturist', says: 'one' }),
    entry({ id: 'b', by: 'Culturist', measuredBy: 'Hand', says: 'two' }),
    entry({ id: 'c', by: 'Culturist', measuredBy: '', says: 'three' }),
  ]);
  const lines = screen.getAllByRole('listitem').map((l) => l.textContent);
  expect(lines[0]).toMatch(/one ?Culturist(?!.*typed)/);
  expect(lines[1]).toMatch(/two ?Hand, typed by Culturist/);
  expect(lines[2]).toMatch(/three ?Culturist/);
});
