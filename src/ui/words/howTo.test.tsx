import { screen } from '@testing-library/react';
import '../../../tests/support/drawn';
import userEvent from '@testing-library/user-event';
import { type CardId, cards } from '@/core/practice/cards';
import { render } from '../../../tests/support/drawn';
import { HowTo } from './HowTo';

test.each(Object.keys(cards) as CardId[])('%s: folded away, it opens by its name and by keyboard', async (card) => {
  const user = userEvent.setup();
  render(<HowTo card={card} />);
  expect(screen.queryAllByRole('listitem')).toEqual([]);
  await user.tab();
  await user.keyboard('{Enter}');
  expect(screen.getAllByRole('listitem')).toHaveLength(cards[card].steps.length);
});

test('male and female are drawn, each with its signs in words', async () => {
  const user = userEvent.setup();
  render(<HowTo card="sexes" />);
  await user.click(screen.getByRole('button', { name: cards.sexes.title }));
  expect(screen.getByRole('img', { name: /^Male: hooked jaw/ })).toBeTruthy();
  expect(screen.getByRole('img', { name: /^Female: short round head/ })).toBeTruthy();
});
