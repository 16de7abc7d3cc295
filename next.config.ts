import type { NextConfig } from 'next'

const config: NextConfig = {
  turbopack: { root: import.meta.dirname },
  serverExternalPackages: ['pg', 'pino', 'highs', 'graphile-worker', 'pdfkit', 'sharp'],
  poweredByHeader: false,
  // What this build keeps on a device is not read by another.
  env: { DOVE_STEP_BUILD: new Date().toISOString() },
  devIndicators: false,
  // Types are checked by the tests, once, and not again by every start.
  typescript: { ignoreBuildErrors: true },
  experimental: { serverActions: { bodySizeLimit: '20mb' } },
}

export default config
