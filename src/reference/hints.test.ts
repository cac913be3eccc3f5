import { shippedSpecies } from './shipped';

test('no milestone carries the hint of another: each says what its own sum is of', () => {
  for (const species of shippedSpecies().values()) {
    const hints = species.milestones.map((m) => m.hint ?? '');
    const plain = hints.filter((h, i) => h !== '' && hints.indexOf(h) !== i);
    // A source that itself says what it has of each stage may stand at all of them.
    expect([species.id, plain.filter((h) => !/eyed at .* swum up at/.test(h))]).toEqual([species.id, []]);
  }
});
