import { appendFileSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { connect } from 'mqtt';

export type Page = { alarm: number; says: string; todo: string; at: number };
export type Pager = { pages: Page[]; stop: () => Promise<void> };

/** A pager that ships with Morula: it hears `morula/<site>/pager` and writes what comes into a file, a line each. */
export function startPager(o: { url: string; site: number; file: string }): Pager {
  mkdirSync(dirname(o.file), { recursive: true });
  const pages: Page[] = [];
  const client = connect(o.url, {
    clientId: `pager-${o.site}`,
    clean: false,
    reconnectPeriod: 1000,
    reconnectOnConnackError: true,
  });
  client.on('error', () => {
    // It connects anew by itself; the broker keeps what came meanwhile.
  });
  client.on('connect', () => void client.subscribeAsync(`morula/${o.site}/pager`, { qos: 1 }));
  client.on('message', (_, payload) => {
    const page = JSON.parse(payload.toString()) as Page;
    pages.push(page);
    appendFileSync(o.file, `${new Date(page.at).toISOString()} ${page.says}. ${page.todo}\n`);
  });
  return { pages, stop: () => client.endAsync(true) };
}
