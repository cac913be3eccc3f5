import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startDatabase, stopDatabase } from './mariadb';
import { HOME, say } from './serve';

/** Prints ratios within one run and writes them to docs/bench.md. */
export async function runBench(args: string[]): Promise<number> {
  const own = await startDatabase(join(HOME, 'bench-db'));
  try {
    const { bench } = await import('../../bench/run');
    const results = await bench(own, say);
    const rows = results.map(
      (r) =>
        `| ${r.what} | ${r.ratio.toFixed(2)} | ${r.wanted} | ${r.ours.toFixed(1)} ${r.unit} | ${r.base.toFixed(1)} ${r.unit} | ${r.ratio <= r.wanted ? 'met' : 'missed'} |`,
    );
    const table = ['| what | ratio | at most | ours | baseline | |', '|---|---|---|---|---|---|', ...rows].join('\n');
    process.stdout.write(`${table}\n`);
    if (args.includes('--write')) writeFileSync('docs/bench.md', `${page}\n${table}\n${open}`);
    return results.every((r) => r.ratio <= r.wanted) ? 0 : 1;
  } finally {
    await stopDatabase(own.dir);
  }
}

const page = `# Speed

\`./morula bench\` prints ratios within one run, ours and the baseline (in \`bench/baseline\`) taking turns; \`--write\` puts them here.
`;

const open = `
A plain pick costs some twelve statements against seven by hand (site lock, repeated command, unit, what stood there, loadings): looking up the unit and what stands in it in one statement is the next to save.

Not measured yet: the screens of a large hatchery against those of one of 60 lots; a correction with 50 dependants; first-load script; tasks while typing; memory.
`;
