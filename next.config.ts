import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  turbopack: { root: import.meta.dirname },
  serverExternalPackages: ['@node-rs/argon2', 'knex', 'mysql2', 'pdfkit', 'exceljs'],
};

export default config;
