import { screen, waitFor } from '@testing-library/react';
import { SignIn } from '@/modules/signIn/screens/SignIn';
import type { Role } from '@/server/act/define';
import { choose } from '../../../../tests/support/choose';
import { went } from '../../../../tests/support/navigation';
import { onlySent, refused, server, show } from '../../../../tests/support/screen';
import { NewPerson, PersonRow } from './people';

const person = { id: 3, name: 'Hand', role: 'hand' as Role, active: true, second: false };
const row = (p = person) =>
  show(
    <table>
      <tbody>
        <PersonRow p={p} />
      </tbody>
    </table>,
  );

test('a person is made with a role and a password; a name that is taken is said at the name', async () => {
  server.replies = [refused('There is somebody of that name already.', 'name')];
  const { user } = show(<NewPerson />);
  const add = screen.getByRole('button', { name: 'Add person' });
  expect(add).toHaveProperty('disabled', true);
  await user.type(screen.getByLabelText('New person'), 'Vet');
  await choose(user, screen.getByLabelText('Role'), 'reader');
  await user.type(screen.getByLabelText('Password'), 'correct horse battery');
  await user.click(add);
  await screen.findByText(/somebody of that name/);
  expect((screen.getByLabelText('New person') as HTMLInputElement).value).toBe('Vet');
  await user.click(add);
  await waitFor(() => expect((screen.getByLabelText('New person') as HTMLInputElement).value).toBe(''));
  expect(server.sent[1]!.payload).toEqual({ name: 'Vet', role: 'reader', password: 'correct horse battery' });
});

test('another role, another password, the account closed', async () => {
  const { user } = row();
  await choose(user, screen.getByLabelText('Role of Hand'), 'culturist');
  await waitFor(async () => expect((await onlySent()).payload).toEqual({ id: 3, role: 'culturist', active: true }));
  await user.click(screen.getByRole('button', { name: 'reset password' }));
  await user.type(screen.getByLabelText('New password'), 'another long one');
  await user.click(screen.getByRole('button', { name: 'Set' }));
  await screen.findByText('Set; they sign in anew.');
  await user.click(screen.getByRole('button', { name: 'close the account' }));
  await waitFor(() => expect(server.sent.at(-1)!.payload).toEqual({ id: 3, role: 'hand', active: false }));
});

test('the manager cannot lock the door from inside: the refusal stands beside the role', async () => {
  server.replies = [refused('You cannot take the keys from yourself.', 'role')];
  const { user } = row({ id: 1, name: 'Manager', role: 'manager', active: true, second: false });
  await choose(user, screen.getByLabelText('Role of Manager'), 'hand');
  await screen.findByText(/take the keys from yourself/);
});

describe('the door', () => {
  const door = (answer: { ok: boolean; error?: string } | 'gone') => {
    globalThis.fetch = (async () => {
      if (answer === 'gone') throw new TypeError('gone');
      return { ok: answer.ok, json: async () => ({ error: answer.error }) };
    }) as never;
  };

  test('the right password leads in', async () => {
    door({ ok: true });
    const { user } = show(<SignIn siteName="Ombrel Hatchery" people={[]} />);
    expect(screen.queryByText(/This is the demo/)).toBeNull();
    await user.type(screen.getByLabelText('Name'), 'Manager');
    await user.type(screen.getByLabelText('Password'), 'correct horse battery{Enter}');
    await waitFor(() => expect(went.to.at(-1)).toBe('/'));
  });

  test('a wrong one says so and keeps the name; no connection says that', async () => {
    door({ ok: false, error: 'That name and password do not go together.' });
    const { user } = show(<SignIn siteName="Ombrel Hatchery" people={[]} />);
    await user.type(screen.getByLabelText('Name'), 'Manager');
    await user.type(screen.getByLabelText('Password'), 'wrong{Enter}');
    await screen.findByText(/do not go together/);
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Manager');
    door('gone');
    await user.type(screen.getByLabelText('Password'), '{Enter}');
    await screen.findByText(/No connection to Morula/);
  });

  test('the demo offers its people as buttons', async () => {
    door({ ok: true });
    const { user } = show(<SignIn siteName="Ombrel Hatchery" people={[{ name: 'Culturist', role: 'culturist' }]} />);
    const before = went.to.length;
    await user.click(screen.getByRole('button', { name: 'Culturist' }));
    await waitFor(() => expect(went.to.length).toBe(before + 1));
  });
});
