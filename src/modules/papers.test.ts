import type { Label } from '@/core/labels/label';
import { dayPlan } from '@/core/spawning/plan';
import { roundSheetPdf } from '@/modules/incubation/papers/roundSheet';
import { releasePaperPdf } from '@/modules/moves/papers/releasePaper';
import { shipmentPdf } from '@/modules/moves/papers/shipment';
import type { ReleasePaper } from '@/modules/moves/views/releases';
import { stockListPdf } from '@/modules/records/papers/stockList';
import type { StockList } from '@/modules/records/views/stockList';
import { setUpSheetPdf } from '@/modules/spawning/papers/setUpSheet';
import type { DayView } from '@/modules/spawning/views/day';
import { shippedProtocols } from '@/reference/protocols';
import { speciesOf } from '@/reference/shipped';
import { labelSvg, labelsPdf } from '@/server/papers/labels';
import { fitted, open as openPaper } from '@/server/papers/paper';
import type { LivingHolding } from '@/server/stock/livingStock';
import { bowlOf } from '../../tests/support/spawningDay';

const NOW = Date.parse('2031-04-14T05:42:00Z');
const VIENNA = 'Europe/Vienna';

/** What can be told of a PDF without drawing it: that it is one, and how many pages. */
async function printed(work: Promise<Uint8Array>) {
  const text = Buffer.from(await work).toString('latin1');
  expect(text.startsWith('%PDF-')).toBe(true);
  expect(text.trimEnd().endsWith('%%EOF')).toBe(true);
  return {
    pages: text.match(/\/Type \/Page\b(?!s)/g)?.length ?? 0,
    bytes: text.length,
  };
}

const stock = (rows: number): StockList => ({
  asOf: NOW,
  knownAt: null,
  rows: Array.from({ length: rows }, (_, i) => ({
    species: 'Arctic char',
    lot: `AC-31-${i}`,
    lotId: i,
    unit: `J${i}`,
    room: 'Cold room',
    stage: 'eggs',
    strain: '',
    number: 20_000 + i,
    sd: 400,
  })),
  totals: [{ by: 'Arctic char', number: 20_000 * rows, sd: 4000 }],
  number: 20_000 * rows,
  sd: 4000,
});
const holding = (i: number, over: Partial<LivingHolding> = {}): LivingHolding =>
  ({
    unit: `J${i}`,
    room: i % 2 ? 'Cold room' : 'Hall',
    lot: 'AC-31-01',
    stageName: 'eggs',
    number: 20_000,
    sd: 400,
    due: [{ kind: 'check', urgency: 2, says: 'eyed check: two thirds of the way' }],
    ...over,
  }) as unknown as LivingHolding;
const paper = (over: Partial<ReleasePaper> = {}): ReleasePaper => ({
  number: 'R-2031-0004',
  issuedAt: NOW,
  issuedBy: 'Manager',
  superseded: false,
  entry: {
    entryId: 'e1',
    at: NOW,
    lot: 'AC-31-01 L',
    lotId: 3,
    species: 'Arctic char',
    unit: 'R2',
    site: 'Lake Ivarre',
    number: 8911,
    sd: 60,
    meanG: 1.01,
    mark: '',
    markedShare: 0,
    siteId: 1,
    paper: null,
    voided: false,
  },
  families: [
    { female: 'F34', males: 'M4, M7', share: 0.6 },
    { female: 'F31', males: 'M4', share: 0.4 },
  ],
  batches: [{ massG: 100, count: 99 }],
  bucketsG: [5000, 4000],
  permit: 'LW 7/2031',
  water: 'lake',
  spread: [],
  waterCelsius: 7.4,
  measuredBy: 'Hand',
  siteName: 'Ombrel Hatchery',
  said: { number: 8911, sd: 60, meanG: 1.01 },
  ...over,
});

test('the stock list of a season stands on one page; a long one goes on over as many as it needs', async () => {
  expect(await printed(stockListPdf(stock(60), 'Ombrel Hatchery', VIENNA))).toMatchObject({
    pages: 1,
  });
  const long = await printed(stockListPdf(stock(600), 'Ombrel Hatchery', VIENNA));
  expect(long.pages).toBeGreaterThan(5);
  expect(long.pages).toBeLessThan(20);
});

test('every group has its total on the paper, however many there are', async () => {
  const groups = (n: number) => ({
    ...stock(10),
    totals: Array.from({ length: n }, (_, i) => ({ by: `AC-31-${i}`, number: 1000, sd: 10 })),
  });
  expect((await printed(stockListPdf(groups(60), 'Ombrel Hatchery', VIENNA))).pages).toBe(1);
  // 300 groups in two columns are 150 rows of 14 points: three pages and the list.
  expect((await printed(stockListPdf(groups(300), 'Ombrel Hatchery', VIENNA))).pages).toBe(4);
});

test('a remark that is longer than its column takes more lines, and none is cut', async () => {
  const remark = 'ask for a count, the books are less sure than one in ten; move to the larger tank today';
  const rows = (says: string) =>
    printed(
      roundSheetPdf(
        Array.from({ length: 40 }, (_, i) =>
          holding(i, { due: [{ kind: 'check', urgency: 2, says }] as LivingHolding['due'] }),
        ),
        [],
        'Ombrel Hatchery',
        NOW,
        VIENNA,
      ),
    );
  expect((await rows('weigh')).pages).toBe(1);
  // Four lines each instead of one.
  expect((await rows(remark)).pages).toBe(3);
});

test('nothing in stock is a page too, also as known at an earlier day', async () => {
  const empty = { ...stock(0), knownAt: NOW - 86_400_000 };
  expect((await printed(stockListPdf(empty, 'Ombrel Hatchery', VIENNA))).pages).toBe(1);
});

test('the round sheet: rooms in their order, with room to write, over several pages', async () => {
  const sheet = (n: number) =>
    printed(
      roundSheetPdf(
        Array.from({ length: n }, (_, i) => holding(i)),
        [],
        'Ombrel Hatchery',
        NOW,
        VIENNA,
      ),
    );
  expect(await sheet(20)).toMatchObject({ pages: 1 });
  expect((await sheet(200)).pages).toBeGreaterThan(3);
  expect((await sheet(0)).pages).toBe(1);
});

test('a release paper under its number; one of many parents and buckets stays readable over more pages', async () => {
  const one = await printed(releasePaperPdf(paper(), VIENNA));
  expect(one).toMatchObject({ pages: 1 });
  const many = await printed(
    releasePaperPdf(
      paper({
        families: Array.from({ length: 120 }, (_, i) => ({ female: `F${i}`, males: 'M4', share: 1 / 120 })),
        bucketsG: Array.from({ length: 80 }, () => 8000),
      }),
      VIENNA,
    ),
  );
  expect(many.pages).toBeGreaterThan(1);
});

test('a superseded one says so, and one without mean or parents is still printed', async () => {
  const plain = await printed(releasePaperPdf(paper(), VIENNA));
  const superseded = await printed(releasePaperPdf(paper({ superseded: true }), VIENNA));
  expect(superseded.bytes).toBeGreaterThan(plain.bytes);
  const bare = paper({
    families: [],
    batches: [],
    bucketsG: [],
    waterCelsius: null,
    said: { number: 10, sd: 0, meanG: null },
  });
  expect((await printed(releasePaperPdf(bare, VIENNA))).pages).toBe(1);
});

describe('labels', () => {
  const label = (unit: string): Label => ({
    unit,
    lot: 'ST-31-02',
    lines: ['Sterlet', 'STF11 × STM2 STM5', '24\u2005200 eggs, fertilised 14 Apr', 'code 7K4'],
    address: 'http://127.0.0.1:4180/lots/12',
  });

  test('fourteen to a sheet, the fifteenth on the next', async () => {
    const sheets = async (n: number) =>
      (
        await printed(
          labelsPdf(
            Array.from({ length: n }, (_, i) => label(`J${i + 1}`)),
            'Labels',
          ),
        )
      ).pages;
    expect(await sheets(14)).toBe(1);
    expect(await sheets(15)).toBe(2);
  });

  test('as SVG it names unit and lot, keeps signs of markup apart, and its code is drawn', () => {
    const svg = labelSvg({ ...label('J<1>'), lines: ['a & b'] });
    expect(svg).toContain('>J&lt;1&gt;</text>');
    expect(svg).toContain('a &amp; b');
    // A code of version 3 (29 by 29 modules) at least, its three corner marks alone are 99 squares.
    expect(svg.match(/M[\d.]+,[\d.]+h/g)!.length).toBeGreaterThan(99);
  });
});

describe('the set-up sheet of a spawning day', () => {
  const female = (n: number) =>
    ({
      fish: { id: n, tag: `STF${n}`, massG: 2400, eggs: { expected: 66_000, low: 1, high: 2 } },
      planned: [101],
      treatment: { id: 'pituitary2', name: '', parts: 2 },
      given: [],
      nextPart: null,
      clock: null,
      checks: [],
      strips: [],
      eggsLeftG: 0,
      celsius: 14,
    }) as unknown as DayView['females'][number];
  const view = (females: number) =>
    ({
      id: 1,
      name: 'Sterlet, 14 Apr',
      day: NOW,
      plan: dayPlan.parse({
        eggsWanted: 90_000,
        stripAt: NOW,
        induction: 'pituitary2',
        protocols: ['sturgeon-diluted', 'clay', 'harden-short'],
        units: [3, 4],
      }),
      book: speciesOf('sterlet'),
      females: Array.from({ length: females }, (_, i) => female(i + 1)),
      males: [{ fish: { id: 101, tag: 'STM1' }, milts: [], bowls: [] }],
      bowls: ['A', 'B', 'C'].map((b) =>
        bowlOf(b, {
          take: { lotId: 9, lot: 'ST-31-01', eggs: 24_200, sd: 450, unitId: 1, unit: 'B1', waiting: 0, volumeMl: 400 },
        }),
      ),
      baths: [],
      protocols: [...shippedProtocols().values()].map((p) => ({ ...p, version: 0 })),
      expected: 66_000 * females,
      odds: 0.9,
      counted: { number: 0, sd: 0 },
    }) as unknown as DayView;

  test.each([0, 3, 12])('is one page with %d females', async (females) => {
    const o = { site: 'Ombrel', timeZone: VIENNA, now: NOW, us: false, units: new Map([[3, 'J3']]) };
    expect((await printed(setUpSheetPdf(view(females), o))).pages).toBe(1);
  });
});

describe('the paper of eyed eggs', () => {
  const sent: Parameters<typeof shipmentPdf>[0] = {
    at: NOW,
    measuredBy: 'Culturist',
    lot: 'AC-31-01',
    species: 'Arctic char',
    latin: 'Salvelinus alpinus',
    unit: 'T3',
    number: 9000,
    sd: 120,
    receiver: 'Lake Ivarre hatchery house',
    papers: 'HP 31-7',
    carrier: '',
    boxes: 3,
    hours: 24,
    boxCelsius: 4,
    age: { days: 60.2, degreeDays: 300.6, toFirstHatch: 410, onTheWay: 4, left: 105.4, iceKg: 3.3, warnings: [] },
    fertilisedAt: NOW - 60.2 * 86_400_000,
    stepCelsius: 1,
    families: [{ female: 'F12', males: 'M3, M4', share: 1 }],
    checks: [],
    baths: [],
    taken: false,
  };
  const of = { site: 'Morula', timeZone: VIENNA, us: false };

  test('fits a page as a rule, goes on to a second where much was seen and done', async () => {
    expect((await printed(shipmentPdf(sent, of))).pages).toBe(1);
    const baths = Array.from({ length: 12 }, (_, i) => ({
      at: NOW - i * 86_400_000,
      product: 'P',
      mgPerL: 20,
      minutes: 15,
    }));
    const families = Array.from({ length: 30 }, (_, i) => ({ female: `F${i}`, males: 'M1', share: 1 / 30 }));
    expect((await printed(shipmentPdf({ ...sent, baths, families }, of))).pages).toBeGreaterThan(1);
  });

  test('is printed where the age is not known, and where it was taken back', async () => {
    const unknown = {
      days: null,
      degreeDays: null,
      toFirstHatch: null,
      onTheWay: 4,
      left: null,
      iceKg: null,
      warnings: [],
    };
    const blank = await printed(shipmentPdf({ ...sent, age: unknown, fertilisedAt: null, stepCelsius: null }, of));
    expect(blank.pages).toBe(1);
    const taken = await printed(
      shipmentPdf({ ...sent, age: unknown, fertilisedAt: null, stepCelsius: null, taken: true }, of),
    );
    expect(taken.bytes).toBeGreaterThan(blank.bytes);
  });
});

/** The text that a reader finds on the pages, in their order. */
async function textOf(work: Promise<Uint8Array>): Promise<string> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const file = await getDocument({ data: new Uint8Array(await work), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= file.numPages; n++) {
    const content = await (await file.getPage(n)).getTextContent();
    pages.push(content.items.map((i) => ('str' in i ? i.str : '')).join(' '));
  }
  return pages.join('\n');
}

describe('what the faces of the paper can draw', () => {
  test('each face has every sign that goes by it', () => {
    const { doc } = openPaper('test');
    const faceOf = () =>
      (doc as unknown as { _font: { font: { hasGlyphForCodePoint(c: number): boolean } } })._font.font;
    const plain = faceOf();
    const all = Array.from({ length: 0x2fff - 0x20 }, (_, k) => String.fromCodePoint(0x20 + k))
      // Controls are no text.
      .filter((c) => !/\p{C}/u.test(c));
    const lacking = all.filter((c) => {
      const fit = fitted(c);
      return !fit.wide && [...fit.text].some((x) => !plain.hasGlyphForCodePoint(x.codePointAt(0)!));
    });
    expect(lacking).toEqual([]);
  });

  test('micrograms, thin spaces, and names from elsewhere', () => {
    expect(fitted('0.5 µg/kg')).toEqual({ text: '0.5 mcg/kg', wide: false });
    expect(fitted('17\u2009600')).toEqual({ text: '17\u00a0600', wide: false });
    for (const name of ['Żółta Łąka', 'Łučka Žižková → Öl', 'Рыбное', 'Λίμνη', 'Ğölcük'])
      expect(fitted(name)).toEqual({ text: name, wide: true });
    expect(fitted('tank 蛋')).toEqual({ text: 'tank Dan', wide: false });
    expect(fitted('🐟 1').text).not.toMatch(/[?□]/);
  });

  test('a reader finds the names on the paper as they were written', async () => {
    const read = await textOf(
      releasePaperPdf(paper({ siteName: 'Żółta Łąka', measuredBy: 'Ирина Ладога' }), {
        locale: 'en-GB',
        timeZone: VIENNA,
      } as never),
    );
    expect(read).toContain('Żółta Łąka');
    expect(read).toContain('Ирина Ладога');
    expect(read).toContain('R-2031-0004');
    expect(read).toContain('Water: lake. Permit: LW 7/2031');
    expect(await textOf(releasePaperPdf(paper({ permit: '' }), VIENNA))).toContain('Permit: none on file');
  });
});
