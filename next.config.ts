import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['@libsql/client', 'libsql', 'piscina', 'comlink', 'pino', '@node-rs/argon2'],
  devIndicators: false,
};

export default config;
