import { screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { show } from '../../tests/support/screen';
import { DialogButton } from './Dialog';
import { SelectField } from './SelectField';
import { Toasts } from './Toast';

/** What is typed in it is told at once, above it. */
function Page({ tells }: { tells: boolean }) {
  const [told, setTold] = useState(false);
  return (
    <>
      <DialogButton word="Open it" title="Something">
        {() => (
          <>
            <input aria-label="Number" onChange={() => setTold(tells)} />
            <SelectField label="Kind" value="" onChange={() => undefined} options={[{ value: 'a', label: 'one' }]} />
          </>
        )}
      </DialogButton>
      {told && <Toasts list={[{ id: 't', title: 'Recorded' }]} onGone={() => undefined} />}
    </>
  );
}

test('one Esc closes it, also while a notice of what was recorded lies above it', async () => {
  for (const tells of [false, true]) {
    const { user, unmount } = show(<Page tells={tells} />);
    await user.click(screen.getByRole('button', { name: 'Open it' }));
    await user.type(screen.getByLabelText('Number'), '7');
    expect(screen.queryByText('Recorded') !== null).toBe(tells);
    await user.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    unmount();
  }
});

test('what is open within it closes first', async () => {
  const { user } = show(<Page tells={false} />);
  await user.click(screen.getByRole('button', { name: 'Open it' }));
  await user.click(screen.getByLabelText('Kind'));
  expect(screen.getByRole('option', { name: 'one' })).toBeTruthy();
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('option', { name: 'one' })).toBeNull());
  expect(screen.getByRole('dialog')).toBeTruthy();
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
});
