/** What the words of the interface mean, each in one sentence; the whole list is in docs/words.md. */
export const terms = {
  books: 'What was counted, taken out, moved and lost, added up: the number that every paper states.',
  alive: 'The books less the deaths that nobody sees, learned from earlier counts of this stage.',
  doubt: 'Half of the interval in which the true number lies 95 times of 100.',
  airWithoutFlow:
    'How long the oxygen in the water lasts once the flow stops, at this temperature and with so many in it.',
  handsOff: 'Eggs die of a knock just now: no picking, pouring or moving but in an emergency.',
  survival: 'Of all that came to a stage, so many came to the next.',
} as const;
