import { screen } from '@testing-library/react';
import { onlySent, refused, server, show } from '../../../../tests/support/screen';
import { WaterForm } from '../acts/read/form';
import { WaterRead } from './WaterRead';

const draw = () => show(<WaterForm unitId={4} />);

test('what was typed goes out, what was left empty does not; the scale is wanted as soon as a kit of nitrogen is read', async () => {
  const { user } = draw();
  expect(screen.getByText(/needs a reading/)).toBeTruthy();
  await user.type(screen.getByLabelText('oxygen, mg/L'), '7.8');
  expect(screen.queryByRole('radiogroup', { name: 'What the kit shows' })).toBeNull();
  await user.type(screen.getByLabelText('nitrite, mg/L'), '0.3');
  expect(screen.getByText(/needs what the kit shows/)).toBeTruthy();
  await user.click(screen.getByLabelText(/^the ion/));
  server.replies.push({
    body: {
      result: {
        unit: 'R4',
        judged: [
          { kind: 'oxygen', value: 7.8, is: 'good', says: 'oxygen 7.8 mg/L', todo: '' },
          { kind: 'nitrite', value: 0.09, is: 'good', says: 'nitrite 0.090 mg/L N', todo: '' },
        ],
      },
      entries: ['e'],
    },
  });
  await user.click(screen.getByRole('button', { name: 'Record' }));
  expect(await onlySent()).toMatchObject({
    type: 'water.read',
    payload: {
      unit: 4,
      scale: 'ion',
      readings: [
        { kind: 'oxygen', value: 7.8 },
        { kind: 'nitrite', value: 0.3 },
      ],
    },
  });
  expect((await screen.findByRole('status')).textContent).toContain('oxygen 7.8 mg/L; nitrite 0.090 mg/L N');
  // The next tank begins with an empty strip.
  expect((screen.getByLabelText('oxygen, mg/L') as HTMLInputElement).value).toBe('');
});

test('what is off is said with what to do; what was refused stands at its figure and keeps what was typed', async () => {
  const { user } = draw();
  await user.type(screen.getByLabelText('pH'), '74');
  server.replies.push(refused('is no pH of water: it lies between 0 and 14', 'readings.0.value'));
  await user.click(screen.getByRole('button', { name: 'Record' }));
  expect(await screen.findByText(/is no pH of water/)).toBeTruthy();
  expect((screen.getByLabelText('pH') as HTMLInputElement).value).toBe('74');
  await user.clear(screen.getByLabelText('pH'));
  await user.type(screen.getByLabelText('pH'), '6.1');
  server.replies.push({
    body: {
      result: {
        unit: 'R4',
        judged: [{ kind: 'pH', value: 6.1, is: 'off', says: 'pH 6.10', todo: 'below 6.5: look at carbon dioxide' }],
      },
      entries: ['e'],
    },
  });
  await user.click(screen.getByRole('button', { name: 'Record' }));
  expect((await screen.findByRole('status')).textContent).toContain('pH 6.10: below 6.5: look at carbon dioxide');
});

test('the sheet says when each was read, and what to do about what is off', () => {
  const now = Date.parse('2031-04-14T10:00:00Z');
  show(
    <WaterRead
      of={[
        {
          kind: 'oxygen',
          value: 4,
          is: 'off',
          says: 'oxygen 4.0 mg/L',
          todo: 'more water or air now',
          at: now - 3_600_000,
        },
        { kind: 'pH', value: 7, is: 'good', says: 'pH 7.00', todo: '', at: now - 3 * 86_400_000 },
      ]}
      now={now}
      timeZone="Europe/Vienna"
    />,
  );
  const of = (kind: string) => document.querySelector(`[data-water="${kind}"]`)!.textContent;
  expect(of('oxygen')).toBe('oxygen 4.0 mg/L 11:00more water or air now');
  expect(of('pH')).toBe('pH 7.00 11 Apr');
});
