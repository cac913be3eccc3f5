import { type BySex, sumOf } from '@/core/brood/batch';
import { type FateRules, type Quota, quotaBroken, quotaName, wrongPath } from '@/core/brood/fateRules';
import { type FateId, fateOf } from '@/core/brood/fates';
import type { FishSource } from '@/core/brood/parseFish';
import { grouped } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { path, quota } from '@/server/questions';
import { seasonOf, seasonSpan } from '@/server/stock/lots';
import { type BatchState, batchesOf, fateRulesOf, fateTotals } from '@/store/broodTotals';

export const except = (c: Context) => (c.replacing ? { except: c.replacing.seq } : {});

export function seasonAt(c: Context, at: number): string {
  return seasonOf(at, c.site.timeZone, c.site.seasonStartsMonth);
}

export async function rulesAt(c: Context, species: string, at: number) {
  const season = seasonAt(c, at);
  const rules = await fateRulesOf(c.trx, c.site.id, species, season);
  return { rules, span: seasonSpan(season, c.site.timeZone, c.site.seasonStartsMonth) };
}

/** Asks where a quota would be gone beyond. */
export async function askQuota(
  c: Context,
  o: { species: string; at: number; what: Quota['what']; adds: BySex; path: string },
  known?: FateRules,
): Promise<void> {
  const { rules, span } = await rulesAt(c, o.species, o.at);
  const inForce = known ?? rules;
  if (!inForce.quotas.some((q) => q.what === o.what)) return;
  const totals = await fateTotals(c.trx, c.site.id, o.species, span, except(c));
  const broken = quotaBroken(inForce, totals, o.what, o.adds);
  if (!broken) return;
  ask(c, quota, {
    message: `${grouped(broken.stands)} ${quotaName(broken.quota)} this season, ${grouped(broken.quota.most!)} at most: ${grouped(broken.adds)} more go beyond it.`,
    path: o.path,
    todo: 'Let them go another way, or say that it is meant.',
    choices: [{ value: 'meant', label: 'It is meant' }],
  });
}

/** Asks where fish of this origin are not to end so, and where a quota would be gone beyond. */
export async function askRules(
  c: Context,
  o: { species: string; source: FishSource; fate: FateId; at: number; adds: BySex },
): Promise<void> {
  const { rules } = await rulesAt(c, o.species, o.at);
  const open = wrongPath(rules, o.source, o.fate);
  if (open)
    ask(c, path, {
      message: `“${fateOf(o.fate)!.name}” is not for ${o.source === 'unknown' ? 'fish of unknown origin' : `${o.source} fish`}; open are: ${open.map((f) => fateOf(f)!.name).join(', ')}.`,
      path: 'fate',
      todo: 'Check which fish is in hand.',
      choices: [{ value: 'meant', label: 'It is meant' }],
    });
  await askQuota(c, { ...o, what: o.fate, path: 'fate' }, rules);
}

export async function batchById(c: Context, id: number): Promise<BatchState> {
  const row = await c.trx('brood_batch').where({ id, site_id: c.site.id }).first('species');
  const found = row && (await batchesOf(c.trx, c.site.id, row.species, { only: id, ...except(c) }))[0];
  if (!found) throw new ActRefused('noBatch', 'There is no such batch here.', 'batch', 'Choose one of the list.');
  return found;
}

export function mustCover(b: BatchState, path: string): void {
  if (b.waits) return;
  const out = b.ended.reduce((s, e) => s + e.number, 0) + sumOf(b.tagged);
  throw new ActRefused(
    'moreThanCame',
    `Of ${b.name} ${grouped(sumOf(b.came))} came in (${b.came.female} females, ${b.came.male} males, ${b.came.unknown} not sexed); ${grouped(out)} would be out of it.`,
    path,
    'Check the number and the sex, or put the arrival right first.',
  );
}
