import type { NextConfig } from 'next';

/** On every answer, also on those that the framework gives by itself. */
const onAll = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  {
    key: 'Permissions-Policy',
    value:
      'accelerometer=(), bluetooth=(), camera=(self), display-capture=(), geolocation=(), gyroscope=(), hid=(), magnetometer=(), microphone=(), midi=(), payment=(), serial=(), usb=()',
  },
];
/** Answers that are no page run and load nothing; pages get a policy with a nonce of their own. */
const onData = [
  { key: 'Content-Security-Policy', value: "default-src 'none'; frame-ancestors 'none'; base-uri 'none'" },
];

/** A worker's script is its policy's page: it may load its parts from here and compute with what it is handed, and reach nothing else. */
const onScripts = [
  {
    key: 'Content-Security-Policy',
    value:
      "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; frame-ancestors 'none'; base-uri 'none'",
  },
];

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
  headers: async () => [
    { source: '/:path*', headers: onAll },
    { source: '/api/:path*', headers: onData },
    { source: '/_next/static/:path*', headers: onScripts },
    { source: '/icon.svg', headers: onData },
  ],
  experimental: { serverActions: { bodySizeLimit: '256kb' } },
};

export default config;
