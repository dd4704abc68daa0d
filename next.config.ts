import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['@libsql/client', 'libsql', 'piscina', 'comlink', 'pino', '@node-rs/argon2'],
  devIndicators: false,
  // Types are checked by the test command, once: whoever starts Integra does not wait for it.
  typescript: { ignoreBuildErrors: true },
  experimental: {
    // What stays on the server is sent to nobody: made small, it would only make the first start longer.
    serverMinification: false,
    // A page's own part of the server is read when its page is first asked for.
    preloadEntriesOnStart: false,
    // Nobody reads them: they would be a third of the build.
    turbopackSourceMaps: false,
    turbopackInputSourceMaps: false,
  },
};

export default config;
