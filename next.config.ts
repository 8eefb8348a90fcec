import type { NextConfig } from 'next';

const config: NextConfig = {
  distDir: process.env.KILNSMAN_DIST ?? '.next',
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['pg', 'pino', '@node-rs/argon2', 'rate-limiter-flexible'],
  experimental: { serverActions: { bodySizeLimit: '256kb' } },
};

export default config;
