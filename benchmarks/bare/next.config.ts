import { join } from 'node:path';
import type { NextConfig } from 'next';

const config: NextConfig = {
  turbopack: { root: join(import.meta.dirname, '..', '..') },
  // The instrumentation of the application is found from here too; it asks for these.
  serverExternalPackages: ['mysql2', 'knex', 'mqtt', 'highs', '@node-rs/argon2'],
};
export default config;
