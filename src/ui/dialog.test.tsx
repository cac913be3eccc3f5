/** @jest-environment jsdom */
import { screen, waitFor } from '@testing-library/react';
import { show } from '../../tests/support/screen';
import { DialogButton } from './Dialog';
import { SelectField } from './SelectField';
import { Toasts } from './Toast';

function Page({ told }: { told: boolean }) {
  return (
    <>
      <DialogButton word="Open it" title="Something">
        {() => (
          <>
            <input aria-label="Number" />
            <SelectField label="Kind" value="" onChange={() => undefined} options={[{ value: 'a', label: 'one' }]} />
          </>
        )}
      </DialogButton>
      {told && <Toasts list={[{ id: 't', title: 'Recorded' }]} onGone={() => undefined} />}
    </>
  );
}

test('one Esc closes it, also while a notice of what was recorded lies above it', async () => {
  for (const told of [false, true]) {
    const { user, unmount } = show(<Page told={told} />);
    await user.click(screen.getByRole('button', { name: 'Open it' }));
    await user.click(screen.getByLabelText('Number'));
    await user.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    unmount();
  }
});

test('what is open within it closes first', async () => {
  const { user } = show(<Page told={false} />);
  await user.click(screen.getByRole('button', { name: 'Open it' }));
  await user.click(screen.getByLabelText('Kind'));
  expect(screen.getByRole('option', { name: 'one' })).toBeTruthy();
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('option', { name: 'one' })).toBeNull());
  expect(screen.getByRole('dialog')).toBeTruthy();
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
});
