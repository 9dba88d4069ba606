import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["knex", "better-sqlite3", "piscina", "esbuild", "pdfkit", "svg-to-pdfkit"],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // types are a step of their own in the tests: building does not check them once more
  typescript: { ignoreBuildErrors: true },
  // a build that is made once, in the tests, keeps nothing for the next one
  experimental: { turbopackFileSystemCacheForBuild: process.env.OVRANT_BUILD_ONCE !== "1" },
  headers: () =>
    Promise.resolve([
      {
        source: "/:path*",
        headers: [
          { key: "X-Content-Type-Options", value: "nosniff" },
          { key: "X-Frame-Options", value: "DENY" },
          { key: "Referrer-Policy", value: "same-origin" },
        ],
      },
    ]),
};

export default config;
