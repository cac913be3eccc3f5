import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HOME, say } from './home';
import { startDatabase, stopDatabase } from './mariadb';

/**
 * Prints ratios within one run and writes them to docs/benchmark.md; `coverage` alone prints how intervals hold, `soak`
 * (with minutes, else an hour) how the application's memory goes under a mixed load.
 */
export async function runBenchmark(args: string[]): Promise<number> {
  const { coverage, coverageTable } = await import('../../benchmarks/coverage');
  if (args.includes('coverage')) {
    const list = await coverage(say);
    process.stdout.write(`${coverageTable(list)}\n`);
    return list.every((c) => c.ok) ? 0 : 1;
  }
  const own = await startDatabase(join(HOME, 'benchmark-db'));
  try {
    if (args.includes('soak')) {
      const { soak } = await import('../../benchmarks/soak');
      return (await soak(own, Number(args.find((a) => /^\d+$/.test(a)) ?? 60), say)) ? 0 : 1;
    }
    const { benchmark } = await import('../../benchmarks/run');
    const { results, screens, bounds } = await benchmark(own, say);
    const verdict = (value: number, wanted: number | null) =>
      wanted === null ? '' : value <= wanted ? 'met' : 'missed';
    const text = [
      '| what | ratio | at most | ours | baseline | |',
      '|---|---|---|---|---|---|',
      ...results.map(
        (r) =>
          `| ${r.what} | ${r.ratio.toFixed(2)} | ${r.wanted ?? ''} | ${r.ours.toFixed(1)} ${r.unit} | ${r.base.toFixed(1)} ${r.unit} | ${verdict(r.ratio, r.wanted)} |`,
      ),
      '',
      screensSay,
      '',
      '| screen | large / small, p95 | at most | small p95 (median) | large p95 (median) | bare page p95 | queries small, large | |',
      '|---|---|---|---|---|---|---|---|',
      ...screens.map(
        (s) =>
          `| ${s.screen} | ${(s.large / s.small).toFixed(2)} | ${s.apart ? '' : '1.5'} | ${s.small.toFixed(0)} ms (${s.smallMid.toFixed(0)}) | ${s.large.toFixed(0)} ms (${s.largeMid.toFixed(0)}) | ${s.bare.toFixed(0)} ms | ${s.queries.join(', ')} | ${s.apart ? 'shown apart' : s.queries[0] === s.queries[1] ? verdict(s.large / s.small, 1.5) : 'missed'} |`,
      ),
      '',
      '| screen | processor time a page, large / bare | at most | small, large, bare page | sent, small and large | |',
      '|---|---|---|---|---|---|',
      ...screens.map(
        (s) =>
          `| ${s.screen} | ${(s.cpu.large / s.cpu.bare).toFixed(1)} | ${s.cpuWanted ?? ''} | ${s.cpu.small.toFixed(0)}, ${s.cpu.large.toFixed(0)}, ${s.cpu.bare.toFixed(0)} ms | ${s.bytes.map((b) => `${(b / 1000).toFixed(0)} kB`).join(', ')} | ${verdict(s.cpu.large / s.cpu.bare, s.cpuWanted)} |`,
      ),
      '',
      '| what | measured | at most | |',
      '|---|---|---|---|',
      ...bounds.map(
        (b) =>
          `| ${b.what} | ${b.value.toFixed(b.unit === '%' ? 3 : 1)} ${b.unit} | ${b.wanted ?? ''} | ${verdict(b.value, b.wanted)} |`,
      ),
      '',
      coverageTable(await coverage(say)),
    ].join('\n');
    process.stdout.write(`${text}\n`);
    if (args.includes('--write')) writeFileSync('docs/benchmark.md', `${page}\n${text}\n${notes}`);
    return text.includes('| missed |') ? 1 : 0;
  } finally {
    await stopDatabase(own.dir);
  }
}

const page = `# Speed

\`./morula benchmark\` prints ratios within one run, ours and the baseline (in \`benchmarks/baseline\`) taking turns; \`--write\` puts them here. \`./morula benchmark soak 60\` puts a mixed load (a page or a record five times a second) on the application for an hour and says whether its memory stays flat.
`;

const screensSay = `Screens: a hatchery of 60 living lots in 80 units, and one of 10 000 lots (300 living in 400 units, 394 000 entries, 1 080 000 postings, 3 000 000 readings; five living blocks played through the commands, the past copied in SQL). The visible window is the same: Today lays open one room at a time above 120 rows, the stock list has pages of 100 rows, the river draws the 80 largest lots of its window. Requests to both applications and to a bare page with one \`SELECT 1\` take turns, in three sets of 40; the middle one of their p95s is shown, since a machine shared with others stalls now and then.`;

const notes = `
What stands is worked once and kept until a command or new dates change something, or the minute is over: a page that comes right after a record pays for it (some 30 ms with 72 holdings, 120 ms with 360).

The ledger's newest hundred entries are of other kinds in the two (the large one's last recorded are copies of a whole season), so it is shown apart.

The stock list is worked once for all its pages and groupings, like what stands: the first page after a record works all that lives (some 8 ms with 72 holdings, 20 ms with 360).

A plain pick costs six statements in its transaction against seven by hand: the site's lock with the look for an earlier sending, what stood there, its loadings, the entry, then what follows from it together, and the command.
`;
