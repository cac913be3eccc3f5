import type { DeathShape } from '@/core/incubation/deaths';
import type { Species } from '@/core/species/species';
import type { OwnDeaths } from '../views/ownDeaths';
import { PutInForce } from './PutInForce';
import { valueWords } from './valueForm';

const tidy = (v: number) => Number(v.toPrecision(3));
const withShares = (d: DeathShape) => ({
  base: tidy(d.base),
  early: { ...d.early, share: tidy(d.early.share) },
  blanks: { ...d.blanks, share: tidy(d.blanks.share) },
  hatch: { ...d.hatch, share: tidy(d.hatch.share) },
  handling: { ...d.handling, share: tidy(d.handling.share) },
});
const sharesOf = (d: DeathShape) =>
  [d.base, d.early.share, d.blanks.share, d.hatch.share, d.handling.share].map(tidy).join();

/** How eggs whitened in the lots that hatched here, beside what Reference holds; the manager may put it in force. */
export function OwnDeathsLine({
  species,
  own,
  mayEdit,
  asOf,
}: {
  species: Species;
  own: OwnDeaths;
  mayEdit: boolean;
  asOf: string;
}) {
  const lots = `${own.lots} ${own.lots === 1 ? 'lot' : 'lots'}`;
  return (
    <span className="block text-small">
      With {lots} that hatched here: {valueWords(species, 'deaths.shape', own.shape)}{' '}
      <PutInForce
        held={sharesOf(own.shape) === sharesOf(species.deaths!)}
        mayEdit={mayEdit}
        species={species.id}
        path="deaths.shape"
        value={withShares(own.shape)}
        source={`own picks: ${lots}, to ${asOf}`}
        why="shares seen in lots that hatched here; the shipped shares weigh as much as two of them"
        says="In force: what rounds should find is worked anew."
      />
    </span>
  );
}
