import { screen } from '@testing-library/react';
import { here } from '../../../../tests/support/navigation';
import { show } from '../../../../tests/support/screen';
import { MoreDesks } from './Here';

const desks = [
  { href: '/reference', word: 'Reference', icon: null },
  { href: '/records', word: 'Records', icon: null },
];
afterEach(() => {
  here.path = '/';
});

test('desks that the bar of a phone has no room for stand behind More; the open one is marked', async () => {
  here.path = '/records';
  const { user } = show(<MoreDesks desks={desks} />);
  const more = screen.getByRole('button', { name: 'More' });
  expect(more.className).toContain('font-bold');
  await user.click(more);
  const items = screen.getAllByRole('menuitem');
  expect(items.map((i) => [i.textContent!.trim(), i.getAttribute('href'), i.getAttribute('aria-current')])).toEqual([
    ['Reference', '/reference', null],
    ['Records', '/records', 'page'],
  ]);
  await user.keyboard('{Escape}');
  expect(screen.queryByRole('menuitem')).toBeNull();
});

test('on another page it is like the others', () => {
  show(<MoreDesks desks={desks} />);
  expect(screen.getByRole('button', { name: 'More' }).className).not.toContain('font-bold');
});
