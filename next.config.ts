import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['@libsql/client', 'libsql', 'piscina', 'comlink', 'pino', '@node-rs/argon2'],
  devIndicators: false,
  // Types are checked by the test command, once: whoever starts Integra does not wait for it.
  typescript: { ignoreBuildErrors: true },
  // What stays on the server is sent to nobody: made small, it would only make the first start longer.
  experimental: { serverMinification: false },
};

export default config;
