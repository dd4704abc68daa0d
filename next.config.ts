import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['@libsql/client', 'libsql', 'piscina', 'comlink', 'pino', '@node-rs/argon2'],
  devIndicators: false,
  // Types are checked by the test command, once: whoever starts Integra does not wait for it.
  typescript: { ignoreBuildErrors: true },
};

export default config;
