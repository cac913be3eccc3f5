import { connect } from '@/store/connection';
import { migrate } from '@/store/migrations';

/** Brings the database of a given address up to date: `node --import tsx src/cli/migrate.ts URL`. */
const db = connect(process.argv[2]!, { max: 1 });
await migrate(db);
await db.destroy();
