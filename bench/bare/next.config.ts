import { join } from 'node:path';
import type { NextConfig } from 'next';

const config: NextConfig = {
  turbopack: { root: join(import.meta.dirname, '..', '..') },
  serverExternalPackages: ['mysql2'],
};
export default config;
