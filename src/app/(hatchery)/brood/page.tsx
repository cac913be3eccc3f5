import { bookOf } from '@/client/fish';
import { adultMassG } from '@/core/brood/plausible';
import { BroodScreen, type BroodShow } from '@/modules/brood/screens/BroodScreen';
import { BroodTools } from '@/modules/brood/screens/BroodTools';
import { FishSheet } from '@/modules/brood/screens/FishSheet';
import { broodView } from '@/modules/brood/views/brood';
import { ledger } from '@/modules/records/views/ledger';
import { places } from '@/server/stock/places';
import { broodBarredAt } from '@/server/stock/treated/brood';
import { db } from '../../_server/database';
import { requestNow } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Brood' };

export default async function BroodPage({
  searchParams,
}: {
  searchParams: Promise<{ species?: string; show?: string; fish?: string }>;
}) {
  const person = await requirePerson();
  const { species, show, fish } = await searchParams;
  const [view, where] = await Promise.all([
    broodView(db(), person.siteId, species ?? null, requestNow()),
    places(db(), person.siteId),
  ]);
  const ripe = view.fish.some((f) => f.gone === null && f.ripeness?.ready);
  const shown: BroodShow = show === 'here' || show === 'gone' || show === 'ripe' ? show : ripe ? 'ripe' : 'here';
  const selected = view.fish.find((f) => f.id === Number(fish));
  const [history, barred] = selected
    ? await Promise.all([
        ledger(db(), person.siteId, { fishId: selected.id, limit: 40, us: person.units === 'us' }),
        broodBarredAt(db(), person.siteId, requestNow()),
      ])
    : [[], null];
  const beside = view.fish.filter((f) => f.gone === null && f.unitId !== null && f.unitId === selected?.unitId);
  const mayWrite = person.role === 'manager' || person.role === 'culturist';
  const strains = [...new Set(view.fish.map((f) => f.strain).filter(Boolean))].sort();
  const close = `/brood?${new URLSearchParams({ species: view.book.id, show: shown })}`;
  return (
    <BroodScreen
      view={view}
      show={shown}
      selected={selected?.id ?? null}
      sheet={
        selected && (
          <FishSheet
            key={selected.id}
            f={selected}
            book={bookOf(view.book)}
            history={history}
            places={where}
            strains={strains}
            barred={barred?.fish.get(selected.id) ?? []}
            inTank={Math.max(1, beside.length)}
            mayWrite={mayWrite}
            close={close}
          />
        )
      }
      tools={
        mayWrite && (
          <BroodTools
            key={view.book.id}
            species={{ id: view.book.id, name: view.book.name, massG: adultMassG(view.book) }}
            allSpecies={view.species
              .map(({ id, name, massG }) => ({ id, name, massG }))
              .sort((a, b) => a.name.localeCompare(b.name))}
            known={view.fish.map((f) => ({ tag: f.tag, sex: f.sex }))}
            units={where.map((w) => w.name)}
            strains={strains}
            first={view.fish.length === 0}
          />
        )
      }
    />
  );
}
