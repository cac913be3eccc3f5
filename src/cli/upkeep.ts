import { checkBooks } from '@/store/books/check';
import { connect } from '@/store/connection';
import { backup, restore } from './backup';
import { running, say } from './home';
import { stopDatabase } from './mariadb';
import { openDatabase } from './serve';

/** `backup FILE`, `restore FILE`, `check-books`; with `--demo` on the demo's database. */
export async function upkeep(command: 'backup' | 'restore' | 'check-books', args: string[]): Promise<number> {
  const file = args.find((a) => !a.startsWith('--'));
  if (command !== 'check-books' && !file) {
    say(`${command} needs a file: ./morula ${command} FILE`);
    return 2;
  }
  const wasRunning = running() !== null;
  const { url, own } = await openDatabase(args.includes('--demo') ? 'demo' : 'start');
  try {
    if (command === 'backup') {
      await backup(url, file!);
      say(`written to ${file}`);
      return 0;
    }
    if (command === 'restore') {
      await restore(url, file!);
      say(`put back from ${file}`);
      return 0;
    }
    return await check(url);
  } finally {
    if (own && !wasRunning) await stopDatabase(own.dir);
  }
}

async function check(url: string): Promise<number> {
  const db = connect(url, { max: 2 });
  try {
    const sites = (await db('site').select('id', 'name')) as { id: number; name: string }[];
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
