import { screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { CorrectingProvider } from '@/client/act/correcting';
import { NoteForm } from '@/modules/records/acts/note/form';
import { Link } from '@/ui/Link';
import { went } from '../../../../tests/support/navigation';
import { NOW, show } from '../../../../tests/support/screen';
import { LinkGuard } from './LinkGuard';

const holding = {
  unitId: 1,
  unit: 'R1',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'fry',
  stageName: 'fry',
  number: 40,
} as never;
const page = () =>
  show(
    <>
      <LinkGuard />
      <NoteForm h={holding} />
      <Link href="/records" scroll={false}>
        Records
      </Link>
      <Link href="/flow" target="_blank">
        Flow in a tab of its own
      </Link>
    </>,
  );
/** The form of an entry that is corrected. */
function Correction() {
  const [reason, setReason] = useState('');
  return (
    <CorrectingProvider
      value={{
        entryId: 'e1',
        kind: 'note',
        payload: { note: 'windy, ' },
        at: NOW,
        precision: 'minute',
        measuredBy: 'Hand',
        note: 'windy, ',
        reason,
        setReason,
        otherUnit: null,
        onDone: () => undefined,
      }}
    >
      <NoteForm />
    </CorrectingProvider>
  );
}

beforeEach(() => {
  went.to = [];
});

test('a link is followed from an untouched form, and from one that was recorded', async () => {
  const { user } = page();
  await user.click(screen.getByRole('link', { name: 'Records' }));
  expect(went.to).toEqual(['/records']);
  await user.type(screen.getByRole('textbox'), 'fungus');
  await user.click(screen.getByRole('button', { name: /Note|Record/ }));
  await screen.findByRole('status');
  await user.click(screen.getByRole('link', { name: 'Records' }));
  expect(went.to).toEqual(['/records', '/records']);
});

test('a form left half filled is kept: leaving goes on at once, and it is offered where it was', async () => {
  const { user, unmount } = page();
  await user.type(screen.getByRole('textbox'), 'fungus');
  await user.click(screen.getByRole('link', { name: 'Records' }));
  expect(went.to).toEqual(['/records']);
  unmount();
  const back = page();
  expect((screen.getByRole('textbox') as HTMLInputElement).value).toBe('');
  await back.user.click(await screen.findByRole('button', { name: 'Take it up' }));
  expect((screen.getByRole('textbox') as HTMLInputElement).value).toBe('fungus');
});

test('a correction is kept nowhere, and asks first: staying keeps what was typed, leaving it goes on', async () => {
  const { user } = show(
    <>
      <LinkGuard />
      <Correction />
      <Link href="/records">Records</Link>
    </>,
  );
  await user.type(screen.getByLabelText('Note'), 'fungus');
  await user.click(screen.getByRole('link', { name: 'Records' }));
  expect(await screen.findByText('What you typed is not recorded')).toBeTruthy();
  expect(went.to).toEqual([]);
  await user.click(screen.getByRole('button', { name: 'Stay' }));
  expect((screen.getByLabelText('Note') as HTMLInputElement).value).toBe('windy, fungus');
  await user.click(screen.getByRole('link', { name: 'Records' }));
  await user.click(await screen.findByRole('button', { name: 'Leave it' }));
  await waitFor(() => expect(went.to).toEqual(['/records']));
});

test('without a connection the page stays, and says so until it is back', async () => {
  const online = jest.spyOn(navigator, 'onLine', 'get').mockReturnValue(false);
  const { user } = page();
  await user.click(screen.getByRole('link', { name: 'Records' }));
  expect(went.to).toEqual([]);
  expect(await screen.findByTestId('offline-stays')).toBeTruthy();
  online.mockRestore();
  window.dispatchEvent(new Event('online'));
  await waitFor(() => expect(screen.queryByTestId('offline-stays')).toBeNull());
});

test('a link that is taken by something else, or leads into a tab of its own, is left to the browser', async () => {
  const { user } = page();
  const taken = (e: Event) => e.preventDefault();
  const records = screen.getByRole('link', { name: 'Records' });
  records.addEventListener('click', taken);
  await user.click(records);
  records.removeEventListener('click', taken);
  const other = screen.getByRole('link', { name: 'Flow in a tab of its own' });
  let left = false;
  document.addEventListener(
    'click',
    (e) => {
      left = !e.defaultPrevented;
      e.preventDefault();
    },
    { once: true },
  );
  await user.click(other);
  expect(left).toBe(true);
  expect(went.to).toEqual([]);
});
