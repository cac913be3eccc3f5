import { screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { NOW, onlySent, refused, server, session, show } from '../../../tests/support/screen';
import { CorrectingProvider } from '../act/correcting';
import { MeasureInput, NumberInput } from '../inputs';
import { Form } from './Form';
import { useActForm } from './useActForm';
import { useTyped } from './useTyped';

const weighed = defineAct({
  type: 'test.weigh',
  title: 'Weigh',
  by: ['manager'],
  input: z.object({
    ...eventFields,
    unit: z.number().int(),
    number: z.number().int().min(1, 'needs at least one'),
    massG: z.number().positive('must be above 0').optional(),
    wet: z.boolean().optional(),
    why: z.string().trim().default(''),
    parts: z.array(z.object({ tag: z.string(), massG: z.number().optional() })).default([]),
    password: z.string().optional(),
  }),
  result: returns<{ text: string }>(),
});

function WeighForm({ unit = 3, secret = false, anew }: { unit?: number; secret?: boolean; anew?: boolean }) {
  const f = useActForm(weighed, {
    about: { unit },
    needs: { why: 'why they are wet' },
    unreadable: { massG: 'a mass' },
    ...(anew ? {} : { clears: ['number'] as const }),
    says: (r, sent) => `${r.text}, ${sent.value('number')} of them.`,
  });
  const parts = f.lines('parts', {}, ['tag']);
  return (
    <Form of={f} label="Record">
      <NumberInput label="How many" {...f.field('number')} />
      <MeasureInput label="Mass" {...f.measure('massG')} />
      <Tick {...f.field('wet')}>wet</Tick>
      {f.value('wet') && <TextField label="Why" {...f.field('why')} />}
      {parts.each.map((p) => (
        <TextField key={p.key} label={`Tag ${p.key + 1}`} {...p.field('tag')} />
      ))}
      {secret && <TextField label="Password" type="password" {...f.field('password')} />}
    </Form>
  );
}

function Correction({ payload }: { payload: Record<string, unknown> }) {
  const [reason, setReason] = useState('');
  return (
    <CorrectingProvider
      value={{
        entryId: 'e1',
        kind: 'weighing',
        payload,
        at: NOW,
        precision: 'minute',
        measuredBy: 'Hand',
        note: '',
        reason,
        setReason,
        otherUnit: null,
        onDone: () => undefined,
      }}
    >
      <WeighForm />
    </CorrectingProvider>
  );
}
const field = (label: string) => screen.getByLabelText(label) as HTMLInputElement;
const record = () => screen.getByRole('button', { name: /Record|Correct it/ }) as HTMLButtonElement;

test('what is shown is sent, in base units; what is empty is not; the answer is told with what was sent', async () => {
  server.replies = [{ body: { result: { text: 'In R3' }, entries: ['e1'] } }];
  const { user } = show(<WeighForm />, { units: 'us', locale: 'en-US' });
  expect(record().disabled).toBe(true);
  expect(screen.getByText('needs number')).toBeTruthy();
  await user.type(field('How many'), '40');
  await user.type(field('Mass, lb'), '2');
  await user.click(record());
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect((await onlySent()).payload).toEqual({
    unit: 3,
    number: 40,
    massG: expect.closeTo(907.18, 2),
    precision: 'minute',
  });
  expect((await screen.findByRole('status')).textContent).toContain('In R3, 40 of them.');
  // Cleared for the next; what was not said to be cleared stays.
  expect([field('How many').value, field('Mass, lb').value]).toEqual(['', '2']);
});

test('an event that was recorded is not armed to happen twice: its form begins anew where it says nothing else', async () => {
  const { user } = show(<WeighForm anew />);
  await user.type(screen.getByLabelText('How many'), '12');
  await user.type(screen.getByLabelText(/^Mass/), '3');
  await user.type(screen.getByLabelText('Tag 1'), 'A');
  server.replies.push({ body: { result: { text: 'Weighed' }, entries: ['e'], held: [] } });
  await user.click(screen.getByRole('button', { name: 'Record' }));
  expect(await screen.findByText('Weighed, 12 of them.')).toBeTruthy();
  for (const name of ['How many', /^Mass/, 'Tag 1'])
    expect((screen.getByLabelText(name) as HTMLInputElement).value).toBe('');
  expect((screen.getByRole('button', { name: 'Record' }) as HTMLButtonElement).disabled).toBe(true);
  expect(server.sent).toHaveLength(1);
});

test('what cannot be read, or lies beyond its bounds, holds the button and says why at its field', async () => {
  const { user } = show(<WeighForm />);
  await user.type(field('How many'), '0');
  expect(screen.getByText('needs at least one')).toBeTruthy();
  await user.clear(field('How many'));
  await user.type(field('How many'), '5');
  await user.type(field('Mass, kg'), 'much');
  expect(screen.getByText('needs a mass')).toBeTruthy();
  expect(record().disabled).toBe(true);
});

test('a field that shows is wanted, one that is hidden again is neither wanted nor sent', async () => {
  const { user } = show(<WeighForm />);
  await user.type(field('How many'), '5');
  await user.click(screen.getByLabelText('wet'));
  expect(screen.getByText('needs why they are wet')).toBeTruthy();
  await user.type(field('Why'), 'rain');
  await user.click(screen.getByLabelText('wet'));
  await user.click(record());
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect((await onlySent()).payload).toEqual({ unit: 3, number: 5, precision: 'minute' });
});

test('lines grow as they are filled; the empty one below is not sent; a refusal stands at its line', async () => {
  server.replies = [refused('There is no F2.', 'parts.1.tag')];
  const { user } = show(<WeighForm />);
  await user.type(field('How many'), '5');
  await user.type(field('Tag 1'), 'F1');
  await user.type(field('Tag 2'), 'F2');
  expect(field('Tag 3').value).toBe('');
  await user.click(record());
  const says = await screen.findByText('There is no F2.');
  expect(field('Tag 2').getAttribute('aria-describedby')).toBe(says.id);
  expect((await onlySent()).payload.parts).toEqual([{ tag: 'F1' }, { tag: 'F2' }]);
});

test('what stood there and was emptied is taken away, where nothing is a value; what cannot be nothing is left out', async () => {
  const saveTank = defineAct({
    type: 'test.tank',
    title: 'Save a tank',
    by: ['manager'],
    input: z.object({
      id: z.number().int(),
      volumeL: z.number().nullable().optional(),
      areaCm2: z.number().nullable().optional(),
      batches: z.number().int().default(1),
      kind: z.string(),
      retired: z.boolean().default(false),
    }),
  });
  function TankForm() {
    const f = useActForm(saveTank, {
      about: { id: 4 },
      begin: { volumeL: 40, areaCm2: null, batches: 2, kind: 'raceway' },
    });
    return (
      <Form of={f} label="Keep">
        <MeasureInput label="Volume" {...f.measure('volumeL')} />
        <NumberInput label="Area" {...f.field('areaCm2')} />
        <NumberInput label="Batches" {...f.field('batches')} />
        <button type="button" onClick={() => void f.send({ retired: true })}>
          Out of use
        </button>
      </Form>
    );
  }
  const { user } = show(<TankForm />);
  expect(field('Volume, L').value).toBe('40');
  await user.clear(field('Volume, L'));
  await user.clear(field('Batches'));
  await user.click(screen.getByRole('button', { name: 'Out of use' }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  // No event: no time, no measurer. What it began with and nothing shows goes with it.
  expect((await onlySent()).payload).toEqual({ id: 4, volumeL: null, kind: 'raceway', retired: true });
});

describe('an entry corrected', () => {
  const was = {
    unit: 3,
    number: 40,
    massG: 1500,
    wet: true,
    why: 'rain',
    parts: [{ tag: 'F1', massG: 20 }],
    kept: 'x',
  };
  const correct = async (change: (user: ReturnType<typeof show>['user']) => Promise<void>) => {
    const { user } = show(<Correction payload={was} />);
    await user.type(screen.getAllByLabelText('Why').at(-1)!, 'misread');
    await change(user);
    await user.click(record());
    await waitFor(() => expect(server.sent).toHaveLength(1));
    return (await onlySent()).payload.replacement as Record<string, unknown>;
  };

  test('begins as it was sent, and keeps what no field of this form shows', async () => {
    const sent = await correct(async () => undefined);
    expect(sent).toMatchObject({ number: 40, massG: 1500, wet: true, why: 'rain', parts: [{ tag: 'F1', massG: 20 }] });
    expect(sent).not.toHaveProperty('kept');
  });

  test('what is emptied, or no more shown, is taken away', async () => {
    const sent = await correct(async (user) => {
      await user.clear(field('Mass, kg'));
      await user.click(screen.getByLabelText('wet'));
    });
    expect(sent).toMatchObject({ massG: null, wet: null, why: null });
  });
});

describe('what was left half filled', () => {
  const leave = async (ui = <WeighForm />) => {
    const { user, unmount } = show(ui);
    await user.type(field('How many'), '12');
    await user.type(field('Tag 1'), 'F1');
    unmount();
  };

  test('is offered at the same form about the same holding, to the same person alone', async () => {
    await leave();
    const elsewhere = show(<WeighForm unit={4} />);
    expect(screen.queryByTestId('draft')).toBeNull();
    elsewhere.unmount();
    const other = show(<WeighForm />, { personId: session.personId + 1 });
    expect(screen.queryByTestId('draft')).toBeNull();
    other.unmount();
    const { user } = show(<WeighForm />);
    await user.click(screen.getByRole('button', { name: 'Take it up' }));
    expect([field('How many').value, field('Tag 1').value, screen.queryByTestId('draft')]).toEqual(['12', 'F1', null]);
  });

  test('comes back with when it was, by whom, and its note', async () => {
    const { user, unmount } = show(<WeighForm />);
    await user.click(screen.getByText('now, by me'));
    await user.click(screen.getByLabelText('some time that day'));
    await user.type(field('Measured by'), 'Jaro');
    await user.type(field('Note'), 'murky');
    unmount();
    const again = show(<WeighForm />);
    await again.user.click(screen.getByRole('button', { name: 'Take it up' }));
    expect([field('Measured by').value, field('Note').value]).toEqual(['Jaro', 'murky']);
    expect(screen.getByLabelText<HTMLInputElement>('some time that day').getAttribute('aria-checked')).toBe('true');
  });

  test('after a record the time of it stays for the next and its draft, its note does not', async () => {
    const { user, unmount } = show(<WeighForm />);
    await user.click(screen.getByText('now, by me'));
    await user.click(screen.getByLabelText('some time that day'));
    await user.type(field('Note'), 'murky');
    await user.type(field('How many'), '12');
    await user.click(record());
    await screen.findByRole('status');
    expect(field('Note').value).toBe('');
    await user.type(field('How many'), '7');
    unmount();
    const again = show(<WeighForm />);
    await again.user.click(screen.getByRole('button', { name: 'Take it up' }));
    expect([field('How many').value, field('Note').value]).toEqual(['7', '']);
    expect(screen.getByLabelText('some time that day').getAttribute('aria-checked')).toBe('true');
  });

  test('comes back with what a form types in its own way, for the thing that it was typed of', async () => {
    const Own = ({ of }: { of: string }) => {
      const typing = useTyped(() => ({ text: of }));
      const f = useActForm(weighed, {
        typing,
        about: { unit: 3 },
        draftFor: of,
        adjust: (input) => ({ ...input, why: typing.value.text }),
      });
      return (
        <Form of={f} label="Record">
          <NumberInput label="How many" {...f.field('number')} />
          <TextField label="Own" value={typing.value.text} onChange={(text) => typing.put({ text })} />
        </Form>
      );
    };
    const { user, unmount } = show(<Own of="a" />);
    await user.type(field('Own'), 'bc');
    unmount();
    const other = show(<Own of="b" />);
    expect(screen.queryByTestId('draft')).toBeNull();
    other.unmount();
    const again = show(<Own of="a" />);
    await again.user.click(screen.getByRole('button', { name: 'Take it up' }));
    expect(field('Own').value).toBe('abc');
    await again.user.type(field('How many'), '5');
    await again.user.click(record());
    await waitFor(async () => expect((await onlySent()).payload).toMatchObject({ number: 5, why: 'abc' }));
  });

  test('is gone once it was dropped, or recorded, or typed away again', async () => {
    await leave();
    const { user, unmount } = show(<WeighForm />);
    await user.click(screen.getByRole('button', { name: 'Drop it' }));
    unmount();
    const again = show(<WeighForm />);
    expect(screen.queryByTestId('draft')).toBeNull();
    await again.user.type(field('How many'), '7');
    await again.user.click(record());
    await screen.findByRole('status');
    again.unmount();
    const third = show(<WeighForm />);
    expect(screen.queryByTestId('draft')).toBeNull();
    await third.user.type(field('How many'), '7');
    await third.user.clear(field('How many'));
    third.unmount();
    show(<WeighForm />);
    expect(screen.queryByTestId('draft')).toBeNull();
  });

  test('is not offered a day later, nor is a password ever kept', async () => {
    const { user, unmount } = show(<WeighForm secret />);
    await user.type(field('How many'), '12');
    await user.type(field('Password'), 'open sesame');
    unmount();
    const kept = Object.entries({ ...localStorage });
    expect(kept).toHaveLength(1);
    expect(kept[0]![1]).not.toContain('sesame');
    localStorage.setItem(
      kept[0]![0],
      JSON.stringify({ ...JSON.parse(kept[0]![1]), typedAt: Date.now() - 25 * 3_600_000 }),
    );
    show(<WeighForm secret />);
    expect(screen.queryByTestId('draft')).toBeNull();
  });

  test('a browser that keeps nothing, and one that holds something else there, draw an empty form', async () => {
    await leave();
    for (const key of Object.keys({ ...localStorage })) localStorage.setItem(key, 'not ours');
    show(<WeighForm />);
    expect([field('How many').value, screen.queryByTestId('draft')]).toEqual(['', null]);
  });
});
