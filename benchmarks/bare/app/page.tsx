import { createPool, type Pool } from 'mysql2/promise';

let pool: Pool | undefined;

/** The least that a page with a database can be: what Morula's screens are compared with. */
export default async function Page() {
  pool ??= createPool(process.env.DATABASE_URL!);
  const [rows] = await pool.query('SELECT 1 AS one');
  return <h1>{JSON.stringify(rows)}</h1>;
}
