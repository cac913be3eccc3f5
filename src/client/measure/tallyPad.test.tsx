import { screen } from '@testing-library/react';
import { useState } from 'react';
import { show } from '../../../tests/support/screen';
import { HowManyInput } from './HowMany';
import { emptyHowMany } from './readHowMany';
import { TallyPad } from './TallyPad';

test('counted by tap and by key, undone, begun anew: each tap once', async () => {
  const seen: Record<string, number>[] = [];
  const { user } = show(
    <TallyPad
      classes={[
        { id: 'female', word: 'female', key: 'f' },
        { id: 'male', word: 'male', key: 'm' },
      ]}
      onCount={(n) => seen.push(n)}
    />,
  );
  await user.click(screen.getByRole('button', { name: 'Tally by tap or key' }));
  await user.click(screen.getByRole('button', { name: 'one male' }));
  await user.keyboard('ff');
  expect(seen.at(-1)).toEqual({ male: 1, female: 2 });
  // The space bar counts the first class once, though the button of the second is in focus.
  await user.keyboard(' ');
  expect(seen.at(-1)).toEqual({ male: 1, female: 3 });
  await user.keyboard('{Backspace}');
  expect(seen.at(-1)).toEqual({ male: 1, female: 2 });
  await user.click(screen.getByRole('button', { name: 'Undo' }));
  expect(seen.at(-1)).toEqual({ male: 1, female: 1 });
  await user.click(screen.getByRole('button', { name: 'begin anew' }));
  expect(seen.at(-1)).toEqual({});
});

test('a pause that is meant: no tap counts in it, the thread goes on where it was, and nothing is doubted', async () => {
  const seen: Record<string, number>[] = [];
  const { user } = show(
    <TallyPad open classes={[{ id: 'fish', word: 'fish', key: 'f' }]} onCount={(n) => seen.push(n)} />,
  );
  await user.keyboard('fff');
  await user.click(screen.getByRole('button', { name: 'Pause' }));
  expect((screen.getByRole('button', { name: 'one fish' }) as HTMLButtonElement).disabled).toBe(true);
  await user.keyboard('ff');
  expect(seen.at(-1)).toEqual({ fish: 3 });
  await user.click(screen.getByRole('button', { name: 'Go on' }));
  await user.click(screen.getByRole('button', { name: 'one fish' }));
  expect(seen.at(-1)).toEqual({ fish: 4 });
});

function Rows() {
  const [value, setValue] = useState(emptyHowMany('trough'));
  return <HowManyInput value={value} onChange={setValue} methods={['trough']} what="eggs" />;
}

test('a row tallied to the half egg joins the rows, and the next one begins at nothing', async () => {
  const { user } = show(<Rows />);
  await user.click(screen.getByRole('button', { name: 'Tally a row by tap or key' }));
  await user.keyboard('eeeh');
  await user.click(screen.getByRole('button', { name: 'Row of 3.5: take it' }));
  await user.click(screen.getByRole('button', { name: 'one egg' }));
  await user.keyboard('eee');
  await user.click(screen.getByRole('button', { name: 'Row of 4: take it' }));
  expect((screen.getByLabelText('Eggs in it, each time') as HTMLInputElement).value).toBe('3.5 4');
});
