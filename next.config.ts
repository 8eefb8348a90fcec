import type { NextConfig } from 'next';

const config: NextConfig = {
  distDir: process.env.KILNSMAN_DIST ?? '.next',
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: [
    'piscina',
    'pg-copy-streams',
    'pg-cursor',
    'pg',
    'pino',
    '@node-rs/argon2',
    'rate-limiter-flexible',
  ],
  // Types are checked by `npm test`; a start need not wait for it.
  typescript: { ignoreBuildErrors: true },
  experimental: { serverActions: { bodySizeLimit: '256kb' } },
};

export default config;
