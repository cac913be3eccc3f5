import { screen, waitFor } from '@testing-library/react';
import { choose } from '../../../../tests/support/choose';
import { went } from '../../../../tests/support/navigation';
import { show } from '../../../../tests/support/screen';
import { FirstRun } from './FirstRun';
import { SignIn } from './SignIn';

type Asked = { path: string; body: Record<string, unknown> };
/** The door's own pages: what was asked of them, and what they answer in turn. */
function door(...answers: ({ status: number; body: unknown } | 'gone')[]): Asked[] {
  const asked: Asked[] = [];
  globalThis.fetch = (async (path: string, init?: RequestInit) => {
    asked.push({ path, body: JSON.parse(String(init?.body)) });
    const a = answers.shift()!;
    if (a === 'gone') throw new TypeError('network gone');
    return { ok: a.status < 400, status: a.status, json: async () => a.body } as Response;
  }) as typeof fetch;
  return asked;
}

beforeEach(() => {
  went.to = [];
});

describe('signing in', () => {
  test('with name and password; the button waits for both', async () => {
    const asked = door({ status: 200, body: {} });
    const { user } = show(<SignIn siteName="Ombrel Hatchery" people={[]} />);
    expect(screen.getByRole('heading', { name: 'Ombrel Hatchery' })).toBeTruthy();
    const enter = screen.getByRole('button', { name: 'Sign in' }) as HTMLButtonElement;
    await user.type(screen.getByLabelText('Name'), 'Manager');
    expect(enter.disabled).toBe(true);
    await user.type(screen.getByLabelText('Password'), 'correct horse battery');
    await user.click(enter);
    await waitFor(() => expect(went.to).toEqual(['/']));
    expect(asked).toEqual([{ path: '/api/sign-in', body: { name: 'Manager', password: 'correct horse battery' } }]);
  });

  test('refused: it says why, what was typed stays, and another try is possible', async () => {
    door({ status: 401, body: { error: 'Name and password do not belong together.' } }, 'gone');
    const { user } = show(<SignIn siteName="Ombrel Hatchery" people={[]} />);
    await user.type(screen.getByLabelText('Name'), 'Manager');
    await user.type(screen.getByLabelText('Password'), 'wrong{Enter}');
    expect((await screen.findByRole('alert')).textContent).toBe('Name and password do not belong together.');
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Manager');
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/^No connection/));
    expect(went.to).toEqual([]);
  });

  test('whoever has a second factor is asked for its code after the password, and sends it with the next press', async () => {
    const asked = door({ status: 401, body: { needs: 'code' } }, { status: 200, body: {} });
    const { user } = show(<SignIn siteName="Ombrel Hatchery" people={[]} />);
    expect(screen.queryByLabelText('Code of your authenticator')).toBeNull();
    await user.type(screen.getByLabelText('Name'), 'Manager');
    await user.type(screen.getByLabelText('Password'), 'correct horse battery{Enter}');
    await user.type(await screen.findByLabelText('Code of your authenticator'), '287082{Enter}');
    await waitFor(() => expect(went.to).toEqual(['/']));
    expect(asked[1]).toMatchObject({ body: { name: 'Manager', code: '287082' } });
  });

  test('the demo lets its people in by one press, and only the demo shows them', async () => {
    const asked = door({ status: 200, body: {} });
    const { user, unmount } = show(
      <SignIn
        siteName="Ombrel Hatchery"
        people={[
          { name: 'Manager', role: 'manager' },
          { name: 'Culturist', role: 'culturist' },
        ]}
      />,
    );
    await user.click(screen.getByRole('button', { name: 'Culturist' }));
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]!.body.name).toBe('Culturist');
    unmount();
    show(<SignIn siteName="Station" people={[]} />);
    expect(screen.queryByText(/This is the demo/)).toBeNull();
  });
});

describe('a new hatchery', () => {
  const open = () =>
    show(
      <FirstRun
        zones={['Europe/Vienna', 'America/Boise', 'UTC']}
        species={[
          { id: 'arctic-char', name: 'Arctic char' },
          { id: 'sterlet', name: 'Sterlet' },
        ]}
      />,
    );
  const fill = async (user: ReturnType<typeof show>['user'], password = 'correct horse battery') => {
    await user.type(screen.getByLabelText('Name of the hatchery'), 'Upper station');
    await choose(user, screen.getByLabelText('Time zone'), 'America/Boise');
    await user.type(screen.getByLabelText('Your name'), 'Manager');
    await user.type(screen.getByLabelText('Password'), password);
  };

  test('site, species, room and manager; then on to the first take of that species', async () => {
    const asked = door({ status: 200, body: {} });
    const { user } = open();
    await fill(user);
    await choose(user, screen.getByLabelText('A season starts in'), '1');
    await choose(user, screen.getByLabelText('Species to begin with'), 'Sterlet');
    await choose(user, screen.getByLabelText('It holds'), 'trays');
    await user.click(screen.getByRole('button', { name: 'Begin' }));
    await waitFor(() => expect(went.to).toEqual(['/take?species=sterlet']));
    expect(asked[0]).toEqual({
      path: '/api/first-run',
      body: {
        siteName: 'Upper station',
        timeZone: 'America/Boise',
        managerName: 'Manager',
        password: 'correct horse battery',
        lotPattern: '{code}-{yy}-{nn}',
        seasonStartsMonth: 1,
        first: { room: 'Hatching room', unitKind: 'tray', count: 8, species: 'sterlet' },
      },
    });
  });

  test('who begins with tanks is led to stock that came', async () => {
    door({ status: 200, body: {} });
    const { user } = open();
    await fill(user);
    await choose(user, screen.getByLabelText('It holds'), 'tanks');
    await user.click(screen.getByRole('button', { name: 'Begin' }));
    await waitFor(() => expect(went.to).toEqual(['/bring?species=arctic-char']));
  });

  test('the pattern of names shows what it makes', async () => {
    const { user } = open();
    expect(screen.getByText(/^Like AC-31-01\./)).toBeTruthy();
    const pattern = screen.getByLabelText('Lots are named');
    await user.clear(pattern);
    await user.type(pattern, '{{code}{{yyyy} no {{nnn}');
    expect(screen.getByText(/^Like AC2031 no 001\./)).toBeTruthy();
  });

  test('what is refused stands at its field; nothing typed is lost', async () => {
    door({ status: 422, body: { refused: { path: 'password', message: 'is shorter than 10 characters' } } }, 'gone');
    const { user } = open();
    await fill(user, 'short');
    await user.click(screen.getByRole('button', { name: 'Begin' }));
    expect(await screen.findByText('is shorter than 10 characters')).toBeTruthy();
    expect(screen.getByLabelText('Password').getAttribute('aria-invalid')).toBe('true');
    expect((screen.getByLabelText('Name of the hatchery') as HTMLInputElement).value).toBe('Upper station');
    await user.click(screen.getByRole('button', { name: 'Begin' }));
    expect((await screen.findByRole('alert')).textContent).toMatch(/Nothing was lost/);
  });
});
