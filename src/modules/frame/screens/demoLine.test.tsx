import { screen, waitFor } from '@testing-library/react';
import '../../../../tests/support/choose';
import { demoScenes } from '@/core/demoScenes';
import { show } from '../../../../tests/support/screen';
import { DemoLine } from './DemoLine';

type Reply = { status?: number; body: unknown };
let replies: { get: Reply[]; post: Reply[] };
const sent: unknown[] = [];
beforeEach(() => {
  sessionStorage.clear();
  sent.length = 0;
  replies = { get: [], post: [] };
  globalThis.fetch = (async (_: string, init?: RequestInit) => {
    if (init?.method === 'POST') sent.push(JSON.parse(String(init.body)));
    const list = init?.method === 'POST' ? replies.post : replies.get;
    const { status = 200, body } = list.length > 1 ? list.shift()! : list[0]!;
    return { ok: status < 400, status, json: async () => body };
  }) as never;
});

const jump = async (user: ReturnType<typeof show>['user']) => {
  await user.click(await screen.findByRole('button', { name: 'Jump to another moment' }));
  await user.click(await screen.findByRole('menuitem', { name: /^a spawning day/ }));
};

test('it says at which moment the demo stands, and offers the others', async () => {
  const { user } = show(<DemoLine scene="morning" />);
  expect((await screen.findByText('Demo')).closest('[data-demo]')!.textContent).toContain('this morning');
  await user.click(screen.getByRole('button', { name: 'Jump to another moment' }));
  const items = await screen.findAllByRole('menuitem');
  expect(items).toHaveLength(demoScenes.length - 1);
  expect(items.some((i) => i.textContent?.startsWith('a small warm hall'))).toBe(true);
  expect(items.some((i) => i.textContent?.startsWith('this morning'))).toBe(false);
});

test('a jump is asked for, waited for, and what went wrong is said', async () => {
  replies.post = [{ status: 202, body: { wanted: 'spawning' } }];
  replies.get = [
    { body: { scene: 'morning', preparing: 'spawning', failed: null, serves: 'morning' } },
    { body: { scene: 'morning', preparing: null, failed: 'the disk is full', serves: 'morning' } },
  ];
  const { user } = show(<DemoLine scene="morning" />);
  await jump(user);
  expect(sent).toEqual([{ scene: 'spawning' }]);
  expect((await screen.findByRole('status')).textContent).toContain('Making a spawning day ready');
  await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('the disk is full'), { timeout: 5000 });
  expect(screen.getByRole('button', { name: 'Jump to another moment' })).toBeTruthy();
});

test('one that is refused says why', async () => {
  replies.post = [{ status: 404, body: { error: 'This is no demo.' } }];
  const { user } = show(<DemoLine scene="morning" />);
  await jump(user);
  expect((await screen.findByRole('alert')).textContent).toBe('This is no demo.');
});

test('hidden, it stays so in this tab', async () => {
  const { user, unmount } = show(<DemoLine scene="hatch" />);
  await user.click(await screen.findByRole('button', { name: 'Hide' }));
  expect(screen.queryByText('Demo')).toBeNull();
  unmount();
  show(<DemoLine scene="hatch" />);
  await new Promise((r) => setTimeout(r, 50));
  expect(screen.queryByText('Demo')).toBeNull();
});
