import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type LabelPrinter, startLabelPrinter } from '@/simulators/labelPrinter';
import { printLabels } from './ippPrinter';
import { labelPages } from './labels';

let folder: string;
let printer: LabelPrinter;
const label = (unit: string) => ({ unit, lot: 'ST-31-01', lines: ['Sterlet', 'F1 × M2'], address: 'http://x/lots/1' });
const job = { labels: 2, name: 'ST-31-01', by: 'Culturist' };

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'labels-'));
  printer = await startLabelPrinter({ folder, labelsOnRoll: 5 });
});
afterEach(async () => {
  await printer.stop();
  rmSync(folder, { recursive: true });
});

test('labels reach the printer whole, one to a page', async () => {
  const pdf = await labelPages([label('J1'), label('J2')], 'Labels');
  expect(await printLabels(printer.url, pdf, job)).toEqual({ job: 1 });
  const kept = readFileSync(printer.printed[0]!);
  expect(kept.equals(Buffer.from(pdf))).toBe(true);
  expect(kept.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(2);
});

test('an empty roll, a printer that is away, and none at all are told apart, with what to do', async () => {
  const pdf = await labelPages([label('J1')], 'Labels');
  expect(await printLabels(printer.url, pdf, { ...job, labels: 6 })).toMatchObject({ problem: { code: 'empty' } });
  expect(printer.printed).toEqual([]);
  await printer.stop();
  const gone = (await printLabels(printer.url, pdf, job)) as { problem: { code: string; todo: string } };
  expect(gone.problem.code).toBe('away');
  expect(gone.problem.todo).toContain('try again');
  expect(await printLabels(undefined, pdf, job)).toMatchObject({ problem: { code: 'none' } });
});

test('the simulated printer answers a browser that it is a printer', async () => {
  expect((await fetch(printer.url.replace('ipp:', 'http:'))).status).toBe(405);
});
