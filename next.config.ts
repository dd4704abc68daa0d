import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['@libsql/client', 'libsql', 'piscina', 'comlink', 'pino'],
  devIndicators: false,
};

export default config;
