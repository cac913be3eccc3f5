import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // Names that screens had before; their links may be kept somewhere.
  redirects: async () => [
    { source: '/bench', destination: '/calculators', permanent: true },
    { source: '/book', destination: '/reference', permanent: true },
  ],
  turbopack: { root: import.meta.dirname },
  // A logger's file of the largest size that is taken, as JSON.
  experimental: { proxyClientMaxBodySize: '60mb' },
  serverExternalPackages: [
    '@node-rs/argon2',
    'knex',
    'mysql2',
    'pdfkit',
    'exceljs',
    'highs',
    '@sealsystems/ipp',
    'mqtt',
  ],
};

export default config;
