import { screen } from '@testing-library/react';
import '../../tests/support/drawn';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { render } from '../../tests/support/drawn';
import { type Row, Rows } from './Rows';

function Two() {
  const [rows, setRows] = useState<Row[]>([{ what: 'temperature' }, { what: 'oxygen' }]);
  return (
    <Rows label="Limits" one="limit" columns={[{ key: 'what', label: 'of what' }]} rows={rows} onChange={setRows} />
  );
}
const lines = () => screen.getAllByRole('textbox').map((t) => (t as HTMLInputElement).value);

test('Enter goes to the next line and adds one after the last; Backspace in an empty one takes it away', async () => {
  const user = userEvent.setup();
  render(<Two />);
  await user.click(screen.getByLabelText('limit 1, of what'));
  await user.keyboard('{Enter}');
  await new Promise(requestAnimationFrame);
  expect(document.activeElement).toBe(screen.getByLabelText('limit 2, of what'));
  await user.keyboard('{Enter}');
  await new Promise(requestAnimationFrame);
  expect(lines()).toEqual(['temperature', 'oxygen', '']);
  await user.keyboard('pH');
  expect(lines()).toEqual(['temperature', 'oxygen', 'pH']);
  await user.keyboard('{Backspace}{Backspace}{Backspace}');
  await new Promise(requestAnimationFrame);
  expect(lines()).toEqual(['temperature', 'oxygen']);
  expect(document.activeElement).toBe(screen.getByLabelText('limit 2, of what'));
});

test('a line is taken away by its cross, the last one too', async () => {
  const user = userEvent.setup();
  render(<Two />);
  await user.click(screen.getByRole('button', { name: 'take limit 1 away' }));
  expect(lines()).toEqual(['oxygen']);
  await user.click(screen.getByRole('button', { name: 'take limit 1 away' }));
  expect(screen.queryAllByRole('textbox')).toEqual([]);
  await user.click(screen.getByRole('button', { name: 'another limit' }));
  expect(lines()).toEqual(['']);
});
