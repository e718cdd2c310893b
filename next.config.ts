import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  distDir: process.env.RIDGE_DIST ?? '.next',
  serverExternalPackages: ['mysql2'],
};

export default config;
