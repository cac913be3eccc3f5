import { seedDemo } from '@/demo/season';
import { connect } from '@/store/connection';
import { migrate } from '@/store/migrations';

/**
 * Plays the demo's season into the empty database at the address given and prints what was refused, as JSON. A process of
 * its own: inside the runner of the tests it takes twice as long.
 */
const [address, anchor] = process.argv.slice(2) as [string, string];
const db = connect(address, { max: 4 });
try {
  await migrate(db);
  const player = await seedDemo(db, Date.parse(anchor), () => {});
  process.stdout.write(JSON.stringify(player.refusals));
} finally {
  await db.destroy();
}
