import { chromium } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { execute } from '@/modules/door';
import type { Actor } from '@/server/context';
import type { Db } from '@/store/connection';
import { drawnPedigree } from '../tests/support/pedigree';
import { ANCHOR } from './largeHatchery';
import { LAUNCH, open } from './page';
import type { App } from './screens';

/** The pedigree of the bench as brood fish: 5 000 animals, of the last generation 100 females and 60 males ripe. */
export async function addBrood(db: Db): Promise<void> {
  const known = (await db('brood_fish').where({ species: 'arctic-char' }).count<{ n: number }[]>('* as n').first())!;
  if (Number(known.n) >= 5000) return;
  const person = (await db('person').where({ role: 'manager' }).first('id', 'site_id', 'name')) as {
    id: number;
    site_id: number;
    name: string;
  };
  const actor: Actor = { id: person.id, siteId: person.site_id, name: person.name, role: 'manager' };
  const send = (type: string, payload: Record<string, unknown>) =>
    execute(db, actor, { id: uuidv7(), type, payload }, ANCHOR - 1000);
  const sexOf = (id: string) => (Number(id.split('-')[1]) % 2 === 0 ? 'm' : 'f');
  const animals = drawnPedigree(20, 250, 40);
  await send('brood.import', {
    species: 'arctic-char',
    fileName: 'pedigree.csv',
    text: [
      'tag,sex,strain,sire,dam',
      ...animals.map((a) => `${a.id},${sexOf(a.id)},Ombrel,${a.sire ?? ''},${a.dam ?? ''}`),
    ].join('\n'),
  });
  const wanted = [
    ...Array.from({ length: 100 }, (_, k) => `g19-${2 * k + 1}`),
    ...Array.from({ length: 60 }, (_, k) => `g19-${2 * k}`),
  ];
  const ids = (await db('brood_fish').whereIn('tag', wanted).select('id', 'sex')) as { id: number; sex: string }[];
  for (const f of ids)
    await send('brood.look', { fish: f.id, massG: 1500, ripeness: f.sex === 'male' ? 'runningM' : 'ripe' });
}

/**
 * The longest task of the mating plan's page while a plan of 100 females with 60 males is sought and drawn and somebody
 * types, and how long it takes after Stop until another can be asked for.
 */
export async function planning(app: App): Promise<{ longestTaskMs: number; stopMs: number }> {
  const browser = await chromium.launch(LAUNCH);
  try {
    const page = await open(browser, app);
    await page.goto(`${app.url}/brood/plan?species=arctic-char`);
    const find = page.getByRole('button', { name: 'Find the best plan' });
    await page.waitForFunction(
      () => [...document.querySelectorAll('button')].some((b) => b.textContent === 'Find the best plan' && !b.disabled),
      null,
      { timeout: 60_000 },
    );
    await page.getByLabel('Wanted').click();
    await page.getByRole('option', { name: 'most kept for later generations' }).click();
    await page.getByLabel('Most females a male').fill('6');
    await page.evaluate(() => {
      const w = window as unknown as { tasks: number[] };
      w.tasks = [0];
      new PerformanceObserver((l) => {
        for (const e of l.getEntries()) w.tasks.push(e.duration);
      }).observe({ type: 'longtask' });
    });
    await find.click();
    await page.locator('#log-line').pressSequentially('pick 34 J1', { delay: 60 });
    await page.getByTestId('plan-costs').waitFor({ timeout: 60_000 });
    // The picture of it is drawn, too.
    await new Promise((r) => setTimeout(r, 500));
    const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
    await page.getByLabel('Most females a male').fill('5');
    await find.click();
    const stop = page.getByRole('button', { name: 'Stop' });
    await stop.waitFor();
    const t = performance.now();
    await stop.click();
    await find.waitFor();
    return { longestTaskMs: Math.max(...tasks), stopMs: performance.now() - t };
  } finally {
    await browser.close();
  }
}
