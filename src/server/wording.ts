import { type HoldingKey, placeOf } from '@/core/books/accounts';
import type { Refusal } from '@/core/books/refusal';
import { decimals, grouped } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { dayMonth } from '@/core/time/localDay';
import type { Choice } from '@/server/act/question';
import { ActRefused, asked } from '@/server/act/refused';
import { shortfall } from '@/server/questions';
import type { Trx } from '@/store/connection';

type Names = { unit: (id: string) => string; lot: (id: string) => string };

async function namesFor(trx: Trx, units: string[], lots: string[]): Promise<Names> {
  const u = await trx('unit').whereIn('id', units.map(Number)).select('id', 'name');
  const l = await trx('lot').whereIn('id', lots.map(Number)).select('id', 'name');
  const find = (rows: { id: number; name: string }[]) => (id: string) =>
    rows.find((r) => String(r.id) === id)?.name ?? `no. ${id}`;
  return { unit: find(u), lot: find(l) };
}

/** A refusal of the books in plain words: what, why, what to do. `later` is the entry of the past that stands in the way. */
export async function sayRefusal(
  trx: Trx,
  refusal: Refusal,
  later: { word: string; orderAt: number; timeZone: string } | null,
): Promise<ActRefused> {
  const places = ('holding' in refusal ? [placeOf(refusal.holding as HoldingKey)] : []) as {
    unit: string;
    lot: string;
    stage: string;
  }[];
  const units = [...places.map((p) => p.unit), ...('unit' in refusal ? [refusal.unit] : [])];
  const lots = [
    ...places.map((p) => p.lot),
    ...('lots' in refusal ? refusal.lots : []),
    ...('lot' in refusal ? [refusal.lot] : []),
    ...('into' in refusal ? [refusal.into] : []),
  ];
  const names = await namesFor(trx, units, lots);
  const where = places[0] ? `${names.unit(places[0].unit)}` : '';
  const [message, todo, path, choices] = words(refusal, names, where);
  if (!later)
    return choices
      ? asked([{ id: shortfall.id, of: 'answers', message, path, todo, choices }])
      : new ActRefused(refusal.code, message, path, todo);
  return new ActRefused(
    'laterEntry',
    `Then what was recorded for ${dayMonth(later.orderAt, later.timeZone)} as “${later.word}” could not stand. ${message}`,
    path,
    `Put that entry right first, or choose another time. ${todo}`,
  );
}

type Said = [
  message: string,
  todo: string,
  path: string,
  choices?: readonly Choice<(typeof shortfall.answers)[number]>[],
];

function words(r: Refusal, names: Names, where: string): Said {
  switch (r.code) {
    case 'nothingThere':
      return [`Nothing stood in ${where} then.`, 'Check the unit and the time.', 'unit'];
    case 'moreThanThere': {
      const off = r.asked - r.there;
      const z = r.z === null ? '' : ` That is ${decimals(r.z, 1)} standard deviations off.`;
      const message = `${grouped(r.asked)} is more than the books hold in ${where}: ${grouped(r.there)}${r.sd > 0 ? ` ±${grouped(Z95 * r.sd)}` : ''}.`;
      if (!r.mayTakeShortfall) return [message, 'Give a smaller number, or count what is there first.', 'number'];
      return [
        `${message}${z}`,
        'Check the figure. If it was really counted or weighed, the books were short: the difference is booked as found.',
        'number',
        [
          {
            value: 'yes',
            label: `Record ${grouped(r.asked)}, and ${grouped(off)} more than the books had`,
            why: 'the count is right, the books were short',
          },
        ],
      ];
    }
    case 'sharesExceedWhole':
      return [
        `The parts add up to ${decimals(100 * r.sum, 1)} % of what stands in ${where}.`,
        'Check the volumes: together they cannot exceed the whole.',
        'parts',
      ];
    case 'unitHoldsAnotherLot':
      return [
        `${names.unit(r.unit)} would hold two lots: ${r.lots.map(names.lot).join(' and ')}.`,
        'Choose an empty unit, or mix them into a new lot.',
        'to',
      ];
    case 'mixingNeedsNewLot':
      return [
        `${names.lot(r.lot)} cannot be poured into ${names.lot(r.into)}: mixing two lots makes a new one.`,
        'Mix them into a new lot.',
        'to',
      ];
    case 'lotExists':
      return [`The lot ${names.lot(r.lot)} exists already.`, 'Give another name.', 'lotName'];
    case 'lotUnknown':
      return ['That lot does not exist at that time.', 'Check the time: it may be before the lot began.', 'at'];
    case 'speciesMix':
      return [`${r.lots.map(names.lot).join(' and ')} are of two species.`, 'They cannot be mixed.', 'to'];
  }
}
