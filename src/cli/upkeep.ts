import { join } from 'node:path';
import { checkBooks } from '@/store/books/check';
import { connect } from '@/store/connection';
import { backup, examine, restore } from './backup';
import { HOME, running, say } from './home';
import { stopDatabase } from './mariadb';
import { openDatabase } from './serve';

/** `backup FILE`, `restore FILE`, `check-books`; with `--demo` on the demo's database. */
export async function upkeep(command: 'backup' | 'restore' | 'check-books', args: string[]): Promise<number> {
  const { file, until } = asked(args);
  if (command !== 'check-books' && !file) {
    say(`${command} needs a file: ./morula ${command} FILE`);
    return 2;
  }
  const runs = running();
  const wasRunning = runs !== null;
  if (command === 'restore') {
    if (runs) {
      say(`Morula runs (${runs.mode}, pid ${runs.pid}): stop it first, then restore. Nothing was changed.`);
      return 1;
    }
    if (until !== undefined && !Number.isFinite(until)) {
      say('--until takes a day and a time: 2031-04-14 07:40, or 2031-04-14T05:40:00Z. Nothing was changed.');
      return 2;
    }
    if (until !== undefined && until > Date.now()) {
      say(`${new Date(until).toISOString()} is still to come. Nothing was changed.`);
      return 2;
    }
    // What is wrong with the file is told before anything is started.
    await examine(file!);
  }
  const { url, own } = await openDatabase(args.includes('--demo') ? 'demo' : 'start');
  try {
    if (command === 'backup') {
      await backup(url, file!);
      say(`written to ${file}`);
      return 0;
    }
    if (command === 'restore') {
      const stamp = new Date().toISOString().replace(/[:.]/g, '-').slice(0, 19);
      const safety = join(HOME, 'backups', `before-restore-${stamp}.sql.gz`);
      const done = await restore(url, file!, safety, until);
      say(
        `put back from ${file}${until === undefined ? '' : `, and on to ${new Date(until).toISOString()}`}: ${done.entries} entries, and the books hold`,
      );
      if (done.safety) say(`what stood there before is kept in ${done.safety}`);
      return 0;
    }
    return await check(url);
  } finally {
    if (own && !wasRunning) await stopDatabase(own.dir);
  }
}

/** The file, and the instant of `--until TIME` or `--until=TIME`; a time without a zone is this machine's. */
function asked(args: readonly string[]): { file?: string; until?: number } {
  const rest = [...args];
  const at = rest.findIndex((a) => a === '--until' || a.startsWith('--until='));
  if (at < 0) return { file: rest.find((a) => !a.startsWith('--')) };
  const [flag] = rest.splice(at, 1);
  let text = flag!.includes('=') ? flag!.slice('--until='.length) : (rest.splice(at, 1)[0] ?? '');
  // "2031-04-14 07:40" unquoted comes as two words.
  if (/^\d{4}-\d\d-\d\d$/.test(text) && /^\d\d:\d\d/.test(rest[at] ?? '')) text += ` ${rest.splice(at, 1)[0]}`;
  const until = /^\d{4}-\d\d-\d\d[T ]\d\d:\d\d/.test(text) ? Date.parse(text.replace(' ', 'T')) : Number.NaN;
  return { file: rest.find((a) => !a.startsWith('--')), until };
}

async function check(url: string): Promise<number> {
  const db = connect(url, { max: 2 });
  try {
    const sites = await db('site').select('id', 'name');
    let bad = 0;
    for (const s of sites) {
      const { entries, faults } = await checkBooks(db, s.id, (done, all) => say(`${s.name}: ${done} of ${all}`));
      for (const f of faults.slice(0, 50))
        process.stdout.write(`${f.what} at ${f.where}: stored ${f.stored}; replayed ${f.replayed}\n`);
      process.stdout.write(`${s.name}: ${entries} entries replayed, ${faults.length} differences\n`);
      bad += faults.length;
    }
    return bad === 0 ? 0 : 1;
  } finally {
    await db.destroy();
  }
}
