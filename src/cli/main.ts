import { isDiskFull } from '@/store/diskFull';
import { calc } from './calc';
import { asksForHelp, oddWord } from './words';

const usage = `usage: ./morula COMMAND
  demo [SCENE]       set up and start with the demo hatchery, at a moment of its
                     season: morning (first), hatch, spawning, grading, release;
                     or a second house: warm (--fresh seeds it anew)
  start              set up and start without demo data
  test [unit]        set up and pass all tests (unit: without the browser)
  calc               calculations: list, one, --schema, --batch
  benchmark          ratios of speed, against baselines of the same run
                     (benchmark coverage: how often intervals of 95 % hold;
                      benchmark soak MINUTES: whether memory stays flat under load)
  backup FILE        write the database to FILE (gzipped SQL)
  restore FILE       put the database back from FILE
                     (--until TIME: and bring in what was recorded up to then)
  check-books        replay every entry and compare with what is stored
backup, restore and check-books take --demo for the demo's database
`;

/** Commands load what they need and no more: `calc` must answer without a database. */
async function main(): Promise<number> {
  const [command, ...args] = process.argv.slice(2);
  // `calc` looks at its words itself.
  if (command !== undefined && command !== 'calc' && asksForHelp(args)) {
    process.stdout.write(usage);
    return 0;
  }
  const odd = command === undefined ? null : oddWord(command, args);
  if (odd !== null) {
    process.stderr.write(`morula: "${command}" does not know "${odd}". Nothing was started.\n${usage}`);
    return 2;
  }
  switch (command) {
    case 'calc':
      return calc(args);
    case 'demo':
    case 'start':
      return (await import('./serve')).serve(command, args);
    case 'test':
      return (await import('./tests')).test(args);
    case 'benchmark':
      return (await import('./benchmark')).runBenchmark(args);
    case 'backup':
    case 'restore':
    case 'check-books':
      return (await import('./upkeep')).upkeep(command, args);
    case undefined:
    case 'help':
    case '--help':
      process.stdout.write(usage);
      return 0;
    default:
      process.stderr.write(`morula: there is no command "${command}"\n${usage}`);
      return 2;
  }
}

process.stdout.on('error', (e: NodeJS.ErrnoException) => {
  // The reader of a pipe went away (`morula calc | head`): nothing is left to say.
  if (e.code === 'EPIPE') process.exit(0);
  throw e;
});

try {
  process.exitCode = await main();
} catch (e) {
  process.stderr.write(
    `morula: ${isDiskFull(e) ? 'the disk is full. Make room, then run this again.' : ((e as Error).message ?? e)}\n`,
  );
  if (process.env.MORULA_DEBUG) console.error(e);
  process.exitCode = 1;
}
