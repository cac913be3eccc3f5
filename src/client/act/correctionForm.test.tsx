import { screen, waitFor } from '@testing-library/react';
import { choose } from '../../../tests/support/choose';
import { AT, entry } from '../../../tests/support/entryToCorrect';
import { batches, counted, kinds, where } from '../../../tests/support/recordedEntries';
import { NOW, onlySent, refused, server, type session, show } from '../../../tests/support/screen';
import { CorrectionForm } from './CorrectionForm';

/** Numbers may come back from a field at seven digits: the same to one in a million. */
function expectSame(got: unknown, want: unknown, path = ''): void {
  if (typeof want === 'number') {
    expect([path, Math.abs((got as number) / want - 1) < 1e-6 || got === want]).toEqual([path, true]);
    return;
  }
  if (typeof want !== 'object' || want === null) {
    expect([path, got]).toEqual([path, want]);
    return;
  }
  for (const [k, v] of Object.entries(want)) expectSame((got as Record<string, unknown>)?.[k], v, `${path}.${k}`);
  if (Array.isArray(want)) expect([path, (got as unknown[]).length]).toEqual([path, want.length]);
}

async function open(as: Partial<typeof session> = {}) {
  const done = { times: 0 };
  const drawn = show(<CorrectionForm entryId="e1" onDone={() => (done.times += 1)} />, as);
  await screen.findByLabelText('Why');
  return { ...drawn, done };
}

describe.each([
  ['metric figures, a British reader', {}],
  ['American units', { units: 'us', locale: 'en-US' }],
  ['a German reader', { locale: 'de-AT' }],
] as const)('sent again as it stands: %s', (_, as) => {
  test.each(kinds)('$kind', async ({ kind, payload, holdings }) => {
    entry(kind, payload, holdings);
    const { user, done } = await open(as);
    await user.type(screen.getByLabelText('Why'), 'no change');
    await user.click(screen.getByRole('button', { name: 'Correct it' }));
    await waitFor(() => expect(done.times).toBe(1));
    const sent = await onlySent();
    expect([sent.type, sent.payload.entryId, sent.payload.reason]).toEqual(['entry.correct', 'e1', 'no change']);
    const replacement = sent.payload.replacement as Record<string, unknown>;
    // Fields left alone may be left out (they are kept); those sent are as they were.
    expectSame({ ...payload, ...replacement }, payload, kind);
    expect([replacement.at ?? AT, replacement.note ?? 'windy']).toEqual([AT, 'windy']);
    expect(replacement.measuredBy ?? 'Hand').toBe('Hand');
    // Answers to questions about the first figures are not carried over to the new ones.
    expect(sent.answers).toEqual({});
  });
});

test('without a reason the button stays shut', async () => {
  entry('pick', { ...where, number: 340, cause: '' });
  const { user } = await open();
  expect(screen.getByRole('button', { name: 'Correct it' })).toHaveProperty('disabled', true);
  await user.type(screen.getByLabelText('Why'), '   ');
  expect(screen.getByRole('button', { name: 'Correct it' })).toHaveProperty('disabled', true);
});

test('about another unit after all: lot and stage are left for the books to find', async () => {
  entry('move', { sources: [{ ...where, amount: { kind: 'all' } }], to: 2 });
  const { user, done } = await open();
  await choose(user, screen.getByLabelText('Unit'), '3');
  await user.type(screen.getByLabelText('Why'), 'R3 it was');
  await user.click(screen.getByRole('button', { name: 'Correct it' }));
  await waitFor(() => expect(done.times).toBe(1));
  expect((await onlySent()).payload.replacement).toMatchObject({ sources: [{ unit: 3, amount: { kind: 'all' } }] });
  expect(((await onlySent()).payload.replacement as { sources: object[] }).sources[0]).not.toHaveProperty('lotId');
});

test('a total that was never weighed is taken away; a forgotten one is added', async () => {
  entry('weighing', { ...where, batches, totalMassG: 12_500 });
  const { user, done } = await open();
  await user.clear(screen.getByLabelText('All weighed (if so), kg'));
  await user.type(screen.getByLabelText('Why'), 'that was another tank’s');
  await user.click(screen.getByRole('button', { name: 'Correct it' }));
  await waitFor(() => expect(done.times).toBe(1));
  expect((await onlySent()).payload.replacement).toHaveProperty('totalMassG', null);
});

test('another minute is another time; the day and the clock are those of the hatchery', async () => {
  entry('dead', { ...where, number: 3, cause: '' });
  const { user, done } = await open();
  await user.click(screen.getByText('3 Mar 08:10, by Hand'));
  const time = screen.getByLabelText('Time') as HTMLInputElement;
  expect([(screen.getByLabelText('Day') as HTMLInputElement).value, time.value]).toEqual(['3 Mar 2031', '08:10']);
  await user.clear(time);
  await user.type(time, '09:25');
  await user.type(screen.getByLabelText('Why'), 'later');
  await user.click(screen.getByRole('button', { name: 'Correct it' }));
  await waitFor(() => expect(done.times).toBe(1));
  expect(((await onlySent()).payload.replacement as { at: number }).at).toBe(Date.parse('2031-03-03T08:25:00Z'));
});

test('a refusal stands at its field and everything typed stays; a question is answered inside the correction', async () => {
  entry('count', { ...where, measured: counted(3900) });
  server.replies = [
    refused('has to be whole', 'measured'),
    refused('The count says 39, the books say 4 000.', 'answer', {
      asks: [
        {
          id: 'answer',
          of: 'answers',
          message: '',
          path: '',
          todo: '',
          choices: [{ value: 'replace', label: 'Take the count' }],
        },
      ],
    }),
  ];
  const { user, done } = await open();
  const field = screen.getByLabelText('Number of animals');
  await user.clear(field);
  await user.type(field, '39');
  await user.type(screen.getByLabelText('Why'), 'recounted');
  await user.click(screen.getByRole('button', { name: 'Correct it' }));
  await screen.findByText(/has to be whole/);
  expect([field, screen.getByLabelText('Why')].map((f) => (f as HTMLInputElement).value)).toEqual(['39', 'recounted']);
  await user.click(screen.getByRole('button', { name: 'Correct it' }));
  await user.click(await screen.findByRole('button', { name: /Take the count/ }));
  await waitFor(() => expect(done.times).toBe(1));
  expect(server.sent.map((s) => s.answers)).toEqual([{}, {}, { answer: 'replace' }]);
});

test('an entry that is gone, and a connection that is gone, are said instead of a form', async () => {
  show(<CorrectionForm entryId="e9" onDone={() => undefined} />);
  expect((await screen.findByRole('alert')).textContent).toContain('corrected already');
  expect(NOW).toBeGreaterThan(AT);
});
