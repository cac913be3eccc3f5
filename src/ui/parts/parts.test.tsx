import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { choose, optionsOf } from '../../../tests/support/choose';
import { render } from '../../../tests/support/drawn';
import { PartsScreen } from './PartsScreen';

const open = () => {
  const user = userEvent.setup();
  render(<PartsScreen />);
  const day = within(document.querySelector('[data-theme="day"]') as HTMLElement);
  return { user, day };
};

test('a short list opens below its field, by mouse and by keys, and gives the focus back', async () => {
  const { user, day } = open();
  const field = day.getByLabelText('Kind of unit');
  expect(field.dataset.value).toBe('jars');
  expect(await optionsOf(user, field)).toEqual(['jars', 'trays', 'troughs']);
  field.focus();
  await user.keyboard('{Enter}');
  await screen.findByRole('listbox');
  await user.keyboard('{ArrowDown}{Enter}');
  await waitFor(() => expect(day.getByLabelText('Kind of unit').dataset.value).toBe('trays'));
  expect(document.activeElement).toBe(day.getByLabelText('Kind of unit'));
});

test('a long list is found by typing, by the beginnings of words in any order; what is called otherwise is said', async () => {
  const { user, day } = open();
  const field = day.getByLabelText('To');
  expect(field.textContent).toBe('choose a unit');
  await user.click(field);
  const typed = await screen.findByPlaceholderText('type to find');
  await user.type(typed, 'emp j2');
  const shown = () => screen.queryAllByRole('option').map((o) => o.textContent);
  await waitFor(() => expect(shown()).toEqual(['J22, empty']));
  await user.clear(typed);
  await user.type(typed, 'ond');
  expect(await screen.findByText('Nothing here is called so.')).toBeTruthy();
  await user.clear(typed);
  await user.type(typed, 'j13{Enter}');
  await waitFor(() => expect(day.getByLabelText('To').dataset.value).toBe('J13'));
  // What was chosen can be taken back by the empty line.
  await choose(user, day.getByLabelText('To'), '');
  expect(day.getByLabelText('To').textContent).toBe('choose a unit');
});

test('a field says what is wrong with it to those who cannot see it', () => {
  const { day } = open();
  for (const [label, wrong] of [
    ['Dead picked, refused', 'must be a whole number'],
    ['To, refused', 'J3 is full'],
  ] as const) {
    const field = day.getByLabelText(label);
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(document.getElementById(field.getAttribute('aria-describedby')!)!.textContent).toBe(wrong);
  }
});

test('what is not to be used now cannot be: lists do not open, boxes do not change', async () => {
  const { user, day } = open();
  await user.click(day.getByLabelText('To, not now'));
  expect(screen.queryByRole('listbox')).toBeNull();
  const box = day.getByLabelText('not now');
  await user.click(box);
  expect(box.getAttribute('aria-checked')).toBe('false');
});

test('a dialog closes by Esc and by its cross, and gives the focus back; a question stays by Esc', async () => {
  const { user, day } = open();
  const button = day.getByRole('button', { name: 'Dialog' });
  await user.click(button);
  await screen.findByRole('dialog', { name: 'A dialog' });
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(document.activeElement).toBe(button);
  await user.click(day.getByRole('button', { name: 'Edge' }));
  await user.click(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Close' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  await user.click(day.getByRole('button', { name: 'Question' }));
  await screen.findByRole('alertdialog');
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('alertdialog')).toBeNull());
});

test('one of a few by arrow keys; a view by a press, and a second press changes nothing', async () => {
  const { user, day } = open();
  const group = within(day.getByRole('radiogroup', { name: 'Way of counting, day' }));
  group.getByRole('radio', { name: 'jars' }).focus();
  // Held down for the moment that a finger takes.
  await user.keyboard('{ArrowDown>}');
  await waitFor(() => expect(group.getByRole('radio', { name: 'trays' }).getAttribute('aria-checked')).toBe('true'));
  await user.keyboard('{/ArrowDown}');
  const view = within(day.getByRole('radiogroup', { name: 'View, day' }));
  await user.click(view.getByRole('radio', { name: 'troughs' }));
  await user.click(view.getByRole('radio', { name: 'troughs' }));
  expect(view.getByRole('radio', { name: 'troughs' }).getAttribute('aria-checked')).toBe('true');
});

test('a word explains itself when it is pressed, and by its title when it is pointed at', async () => {
  const { user, day } = open();
  const word = day.getByRole('button', { name: 'doubt' });
  expect(word.title).toMatch(/95 times of 100/);
  await user.click(word);
  expect((await screen.findByRole('dialog')).textContent).toBe(word.title);
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(document.activeElement).toBe(word);
});
