import { uuidv7 } from 'uuidv7';
import { execute } from '@/modules/door';
import { connect } from '@/store/connection';

/**
 * Records picks as fast as it can until it is killed, and says each id on a line of its own: `sent ID` before, `kept ID`
 * once it was acknowledged.
 */
const [url, actor, unit, now] = process.argv.slice(2) as [string, string, string, string];
const db = connect(url, { max: 2 });
const say = (text: string) => process.stdout.write(`${text}\n`);
for (let i = 0; ; i++) {
  const id = uuidv7();
  say(`sent ${id}`);
  await execute(
    db,
    JSON.parse(actor),
    { id, type: 'pick.record', payload: { unit: Number(unit), number: 1 } },
    Number(now) + i * 1000,
  );
  say(`kept ${id}`);
}
