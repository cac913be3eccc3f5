import { group } from 'd3';
import { type Gear, type ReturnShare, returnShare } from '@/core/release/returns';
import { isoDay } from '@/core/time/localDay';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { marksReleased } from '../marks';

/** What came of one mark at one water. */
export type MarkReturns = {
  site: string;
  mark: string;
  /** Years in which it was let go. */
  years: number[];
  marked: number;
  sd: number;
  seen: number;
  wished: number;
  /** Of all that came back, what share was looked at, weighed by what was seen. */
  shareSeen: number;
  came: ReturnShare | null;
  reached: ReturnShare | null;
};

export type Returns = {
  marks: MarkReturns[];
  /** Looks, the latest first. */
  looks: { id: number; at: number; site: string; gear: Gear; examined: number; marked: number; said: string }[];
  known: { siteId: number; mark: string }[];
};

/** What was let go with a mark, and what of it came back. Two statements. */
export async function returnsOf(db: Db, siteId: number, now: number, timeZone: string): Promise<Returns> {
  const [released, rows] = await Promise.all([
    marksReleased(db, siteId, now),
    db('fish_return as f')
      .join('release_site as s', 's.id', 'f.release_site_id')
      .where({ 'f.site_id': siteId })
      .where('f.at', '<=', now)
      .orderBy('f.at', 'desc')
      .limit(2000)
      .select<
        {
          id: number;
          at: number;
          gear: string;
          examined: number;
          marks: string;
          said: string;
          site: string;
          siteId: number;
          seenShare: number | null;
        }[]
      >('f.id', 'f.at', 'f.gear', 'f.examined', 'f.marks', 'f.said', {
        site: 's.name',
        siteId: 's.id',
        seenShare: 'f.share_seen',
      }),
  ]);
  const looks = rows.map((r) => ({
    ...r,
    gear: r.gear as Gear,
    marks: fromJson<{ mark: string; number: number; wished: number }[]>(r.marks),
  }));
  const key = (site: number, mark: string) => `${site} ${mark.toLowerCase()}`;
  const groups = group(released, (r) => key(r.siteId, r.mark));
  return {
    marks: [...groups.values()].map((list): MarkReturns => {
      const first = list[0]!;
      const marked = { number: list.reduce((s, r) => s + r.number, 0), sd: Math.hypot(...list.map((r) => r.sd)) };
      const own = looks.flatMap((l) =>
        l.marks
          .filter((m) => key(l.siteId, m.mark) === key(first.siteId, first.mark))
          .map((m) => ({ ...m, of: l.seenShare ?? 1 })),
      );
      const seen = own.reduce((s, m) => s + m.number, 0);
      const wished = own.reduce((s, m) => s + (m.wished ?? 0), 0);
      // Each look stands for as many as its share says: of all of them, what share was seen.
      const stoodFor = own.reduce((s, m) => s + m.number / m.of, 0);
      const shareSeen = stoodFor > 0 ? seen / stoodFor : 1;
      return {
        site: first.siteName,
        mark: first.mark,
        years: [...new Set(list.map((r) => Number(isoDay(r.at, timeZone).slice(0, 4))))],
        marked: marked.number,
        sd: marked.sd,
        seen,
        wished,
        shareSeen,
        came: returnShare(marked, seen, shareSeen),
        reached: returnShare(marked, wished, shareSeen),
      };
    }),
    looks: looks.map(({ marks, siteId: _, seenShare: __, ...l }) => ({
      ...l,
      marked: marks.reduce((s, m) => s + m.number, 0),
    })),
    known: [...groups.values()].map(([r]) => ({ siteId: r!.siteId, mark: r!.mark })),
  };
}
