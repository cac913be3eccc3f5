import { chromium } from '@playwright/test';
import type { App } from './screens';

export const LAUNCH = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-quic',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** Script that a page fetches in five seconds untouched, kB as sent (gzip). */
export async function scriptOf(app: App, path: string): Promise<number> {
  const browser = await chromium.launch(LAUNCH);
  try {
    const page = await open(browser, app);
    const session = await page.context().newCDPSession(page);
    await session.send('Network.enable');
    const scripts = new Set<string>();
    let bytes = 0;
    session.on('Network.responseReceived', (e) => {
      if (e.type === 'Script') scripts.add(e.requestId);
    });
    session.on('Network.loadingFinished', (e) => {
      if (scripts.has(e.requestId)) bytes += e.encodedDataLength;
    });
    await page.goto(`${app.url}${path}`);
    await new Promise((r) => setTimeout(r, 5000));
    return bytes / 1000;
  } finally {
    await browser.close();
  }
}

export type Typing = { longestTaskMs: number; readBackMs: number[] };

/**
 * Types into the log line and into a field of the walk with the network blocked, and tells the longest task and how long
 * each key takes until the reading-back stands on the page.
 */
export async function typing(app: App, lines: readonly string[]): Promise<Typing> {
  const browser = await chromium.launch(LAUNCH);
  try {
    const page = await open(browser, app);
    await page.goto(`${app.url}/`);
    await page.locator('#log-line[placeholder^="e.g."]').waitFor();
    // Touched, the page fetches its forms; what is measured is the typing, not their way here.
    await page.locator('#log-line').fill('?');
    await page.locator('#log-line-says button').first().waitFor();
    await page.locator('#log-line').fill('');
    await page.context().setOffline(true);
    await page.evaluate(() => {
      const w = window as unknown as { tasks: number[]; read: number[] };
      w.tasks = [0];
      w.read = [];
      new PerformanceObserver((l) => {
        for (const e of l.getEntries()) w.tasks.push(e.duration);
      }).observe({ type: 'longtask' });
      const line = document.querySelector<HTMLInputElement>('#log-line')!;
      const says = document.querySelector('#log-line-says')!;
      let at = 0;
      line.addEventListener('input', () => {
        at = performance.now();
      });
      new MutationObserver(() => {
        if (at > 0) w.read.push(performance.now() - at);
        at = 0;
      }).observe(says, { subtree: true, childList: true, characterData: true });
    });
    for (const line of lines) {
      await page.locator('#log-line').pressSequentially(line, { delay: 30 });
      await page.locator('#log-line').fill('');
    }
    const field = page.locator('li[data-unit] input').first();
    await field.pressSequentially('1234', { delay: 30 });
    await new Promise((r) => setTimeout(r, 300));
    const got = await page.evaluate(() => {
      const w = window as unknown as { tasks: number[]; read: number[] };
      return { tasks: w.tasks, read: w.read };
    });
    return { longestTaskMs: Math.max(...got.tasks), readBackMs: got.read };
  } finally {
    await browser.close();
  }
}

export async function open(browser: Awaited<ReturnType<typeof chromium.launch>>, app: App) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  if (app.cookie) {
    const [name, value] = [app.cookie.slice(0, app.cookie.indexOf('=')), app.cookie.slice(app.cookie.indexOf('=') + 1)];
    await context.addCookies([{ name, value, url: app.url }]);
  }
  return context.newPage();
}
