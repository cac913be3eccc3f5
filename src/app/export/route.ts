import { dump } from 'js-yaml';
import { Z95 } from '@/core/quantities/interval';
import { isoDay } from '@/core/time/localDay';
import { broodView } from '@/modules/brood/views/brood';
import { releasesGeoJson } from '@/modules/moves/views/openData';
import { ledger, ledgerKinds } from '@/modules/records/views/ledger';
import { ledgerParts } from '@/modules/records/views/ledgerParts';
import { stockList } from '@/modules/records/views/stockList';
import { subjectIn } from '@/modules/trace/subject';
import { traced } from '@/modules/trace/views/trace';
import { speciesBook } from '@/store/species';
import { db, now } from '../_server/database';
import { requirePerson } from '../_server/session';
import { stockQuery } from '../_server/stockQuery';
import { type Column, csvReply, type Row, xlsxReply } from '../_server/table';

/** Entries of the ledger fetched at a time. */
const PAGE = 2000;

const stockColumns = [
  { key: 'species', head: 'Species', width: 18 },
  { key: 'lot', head: 'Lot', width: 16 },
  { key: 'unit', head: 'Unit' },
  { key: 'room', head: 'Room', width: 16 },
  { key: 'stage', head: 'Stage', width: 14 },
  { key: 'number', head: 'Number', is: 'number' },
  { key: 'doubt', head: '± (95 %)', is: 'number' },
  { key: 'asOf', head: 'As of', is: 'instant', width: 17 },
  { key: 'knownAt', head: 'As known at', is: 'instant', width: 17 },
  { key: 'zone', head: 'Time zone', width: 16 },
  // Last: whoever reads the file by its columns finds the others where they were.
  { key: 'strain', head: 'Strain, sex', width: 20 },
] as const satisfies readonly Column[];

/** One line for each flow of an entry, one for an entry that moved nothing. */
const ledgerColumns = [
  { key: 'entry', head: 'Entry', is: 'number' },
  { key: 'at', head: 'When', is: 'instant', width: 17 },
  { key: 'zone', head: 'Time zone', width: 16 },
  { key: 'precision', head: 'Known to the' },
  { key: 'kind', head: 'Kind', width: 18 },
  { key: 'lot', head: 'Lot', width: 16 },
  { key: 'species', head: 'Species', width: 18 },
  { key: 'stage', head: 'Stage', width: 14 },
  { key: 'from', head: 'From', width: 14 },
  { key: 'to', head: 'To', width: 14 },
  { key: 'intoLot', head: 'Into lot', width: 16 },
  { key: 'intoStage', head: 'Into stage', width: 14 },
  { key: 'number', head: 'Number', is: 'number' },
  { key: 'doubt', head: '± (95 %)', is: 'number' },
  { key: 'massG', head: 'Mass, g', is: 'number' },
  { key: 'value', head: 'Value', is: 'number' },
  { key: 'unit', head: 'Of the value' },
  { key: 'where', head: 'Looked at', width: 14 },
  { key: 'says', head: 'In words', width: 40 },
  { key: 'measuredBy', head: 'Measured by', width: 16 },
  { key: 'typedBy', head: 'Typed by', width: 16 },
  { key: 'note', head: 'Note', width: 30 },
  { key: 'voided', head: 'Taken back' },
  { key: 'why', head: 'Why', width: 24 },
  { key: 'id', head: 'Id', width: 38 },
] as const satisfies readonly Column[];

/** Brood fish under the heads that a list of them is read in by. */
const broodColumns = [
  { key: 'tag', head: 'tag' },
  { key: 'sex', head: 'sex' },
  { key: 'strain', head: 'strain', width: 14 },
  { key: 'source', head: 'source' },
  { key: 'origin', head: 'origin', width: 18 },
  { key: 'cameOn', head: 'came on', is: 'day', width: 12 },
  { key: 'yearClass', head: 'year class', is: 'number' },
  { key: 'sire', head: 'sire' },
  { key: 'dam', head: 'dam' },
  { key: 'marks', head: 'marks', width: 18 },
  { key: 'massG', head: 'mass g', is: 'number' },
  { key: 'lengthMm', head: 'length mm', is: 'number' },
  { key: 'unit', head: 'unit' },
  { key: 'ripeness', head: 'ripeness', width: 14 },
  { key: 'gone', head: 'gone', width: 14 },
] as const satisfies readonly Column[];

/** Where everything went that is traced, and what it met. */
const traceColumns = [
  { key: 'part', head: 'Part', width: 14 },
  { key: 'what', head: 'What', width: 20 },
  { key: 'at', head: 'When', is: 'instant', width: 17 },
  { key: 'until', head: 'Until', is: 'instant', width: 17 },
  { key: 'to', head: 'To, from', width: 24 },
  { key: 'lot', head: 'Lot', width: 16 },
  { key: 'unit', head: 'Unit' },
  { key: 'number', head: 'Number', is: 'number' },
  { key: 'entry', head: 'Id of the entry', width: 38 },
] as const satisfies readonly Column[];

/** Every column has its cell: one that is forgotten does not compile. */
type RowOf<C extends readonly Column[]> = Record<C[number]['key'], string | number | null>;

/** A species as this hatchery keeps it, to be taken to another site. */
async function speciesFile(siteId: number, id: string): Promise<Response> {
  const species = (await speciesBook(db(), siteId)).get(id);
  if (!species) return new Response('Reference has no such species.', { status: 404 });
  return new Response(dump(species), {
    headers: {
      'content-type': 'application/yaml; charset=utf-8',
      'content-disposition': `attachment; filename="${id}.yaml"`,
    },
  });
}

/** The stock list, the ledger or the brood fish of a species as CSV or XLSX: `/export?what=stock&as=csv&day=2031-04-13`. */
export async function GET(request: Request): Promise<Response> {
  const person = await requirePerson();
  const params = new URL(request.url).searchParams;
  const asked = params.get('what');
  if (asked === 'releases')
    return new Response(JSON.stringify(await releasesGeoJson(db(), person.siteId, now())), {
      headers: {
        'content-type': 'application/geo+json',
        'content-disposition': `attachment; filename="releases-${isoDay(now(), person.timeZone)}.geojson"`,
      },
    });
  if (asked === 'species') return speciesFile(person.siteId, params.get('species') ?? '');
  const what = asked === 'ledger' || asked === 'brood' || asked === 'trace' ? asked : 'stock';
  const columns = { stock: stockColumns, ledger: ledgerColumns, brood: broodColumns, trace: traceColumns }[what];
  const pages = { stock: stockPages, ledger: ledgerPages, brood: broodPages, trace: tracePages }[what](person, params);
  // A list of a past day is named by that day.
  const of = what === 'stock' ? Math.min(now(), stockQuery(params, now(), person.timeZone).asOf) : now();
  const name = `${what}-${isoDay(of, person.timeZone)}`;
  return params.get('as') === 'xlsx'
    ? xlsxReply(name, what, columns, pages, person.timeZone)
    : csvReply(name, columns, pages, person.timeZone);
}

async function* stockPages(
  person: { siteId: number; timeZone: string },
  params: URLSearchParams,
): AsyncGenerator<Row[]> {
  const q = stockQuery(params, now(), person.timeZone);
  const list = await stockList(db(), person.siteId, q.asOf, q.by, q.knownAt);
  if (list.rows.length > 0)
    yield list.rows.map(
      (r): RowOf<typeof stockColumns> => ({
        species: r.species,
        lot: r.lot,
        unit: r.unit,
        room: r.room,
        stage: r.stage,
        strain: r.strain,
        number: r.number,
        doubt: Math.round(Z95 * r.sd),
        asOf: list.asOf,
        knownAt: list.knownAt,
        zone: person.timeZone,
      }),
    );
}

async function* tracePages(
  person: { siteId: number; timeZone: string },
  params: URLSearchParams,
): AsyncGenerator<Row[]> {
  const subject = subjectIn(params.get('of') ?? undefined);
  const t = subject && (await traced(db(), person, subject, now()));
  if (!t) return;
  const row = (part: string, what: string, more: Partial<RowOf<typeof traceColumns>>): RowOf<typeof traceColumns> => ({
    part,
    what,
    at: null,
    until: null,
    to: '',
    lot: '',
    unit: '',
    number: null,
    entry: '',
    ...more,
  });
  const end = (at: number) => (Number.isFinite(at) ? at : null);
  const rows = [
    ...(t.forward?.out ?? []).map((o) =>
      row('went out', o.what, {
        at: o.at,
        to: o.to,
        lot: o.lot,
        unit: o.unit,
        number: Math.round(o.number),
        entry: o.entryId,
      }),
    ),
    ...(t.forward?.stands ?? []).map((s) =>
      row('stands', `${s.species}, ${s.stage}`, {
        at: end(s.since),
        lot: s.lot,
        unit: s.unit,
        number: Math.round(s.number),
      }),
    ),
    ...(t.back?.parents ?? []).map((p) => row('parents', `${p.female} × ${p.males}`, { lot: p.lot })),
    ...(t.back?.origins ?? []).map((o) => row('came by', o.says, { at: o.at, lot: o.lot })),
    ...(t.back?.feeds ?? []).map((f) =>
      row('feed', f.product, { at: f.from, until: f.to, to: f.lot, unit: f.tanks.join(' ') }),
    ),
    ...(t.back?.treatments ?? []).map((x) => row('treatment', x.product, { at: x.at, unit: x.unit, entry: x.entryId })),
    ...(t.back?.parentTreatments ?? []).map((x) =>
      row('treatment of a parent', x.product, { at: x.at, to: x.parent, entry: x.entryId }),
    ),
    ...(t.back?.tanks ?? []).map((x) =>
      row('tank', x.unit, { at: x.from, until: end(x.until), lot: x.lot, unit: x.unit }),
    ),
    ...(t.back?.people ?? []).map((p) => row('hands', p.name, { number: p.entries })),
  ];
  if (rows.length > 0) yield rows;
}

async function* broodPages(
  person: { siteId: number; timeZone: string },
  params: URLSearchParams,
): AsyncGenerator<Row[]> {
  const { fish } = await broodView(db(), person.siteId, params.get('species'), now());
  if (fish.length > 0)
    yield fish.map(
      (f): RowOf<typeof broodColumns> => ({
        tag: f.tag,
        sex: f.sex,
        strain: f.strain,
        source: f.source,
        origin: f.origin,
        cameOn: f.cameOn,
        yearClass: f.yearClass,
        sire: f.sire,
        dam: f.dam,
        marks: f.marks,
        massG: f.massG,
        lengthMm: f.lengthMm,
        unit: f.unit,
        ripeness: f.ripeness?.name ?? '',
        gone: f.gone ?? '',
      }),
    );
}

async function* ledgerPages(
  person: { siteId: number; timeZone: string; units: 'metric' | 'us' },
  params: URLSearchParams,
): AsyncGenerator<Row[]> {
  const kind = params.get('kind');
  const filter = {
    search: params.get('search') || undefined,
    kinds: ledgerKinds.some((k) => k.value === kind) ? [kind!] : undefined,
    limit: PAGE,
  };
  let before: number | undefined;
  do {
    const entries = await ledger(db(), person.siteId, { ...filter, before });
    const parts = await ledgerParts(
      db(),
      person.siteId,
      entries.map((e) => e.seq),
    );
    if (entries.length > 0)
      yield entries.flatMap((e): Row[] => {
        const of = {
          entry: e.seq,
          at: e.at,
          zone: person.timeZone,
          precision: e.precision,
          kind: e.word,
          massG: e.measured.massG,
          value: e.measured.value,
          unit: e.measured.unit,
          where: e.where,
          says: e.says,
          measuredBy: e.measuredBy,
          typedBy: e.by,
          note: e.note,
          voided: e.voided ? 'yes' : '',
          why: e.why,
          id: e.id,
        };
        const moved = parts.get(e.seq) ?? [];
        return moved.length === 0 ? [of] : moved.map(({ sd, ...p }) => ({ ...of, ...p, doubt: Math.round(Z95 * sd) }));
      });
    before = entries.length === PAGE ? entries.at(-1)!.seq : undefined;
  } while (before !== undefined);
}
