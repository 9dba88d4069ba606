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
          { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
          {
            key: "Permissions-Policy",
            value: "camera=(), microphone=(), geolocation=(), usb=(), serial=(), payment=(), midi=()",
          },
        ],
      },
      // what is no page runs nothing, whatever it holds: a drawing, a report, a list
      ...["/api/:path*", "/:file.ics"].map((source) => ({
        source,
        headers: [
          {
            key: "Content-Security-Policy",
            value: "default-src 'none'; style-src 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'",
          },
        ],
      })),
    ]),
};

export default config;
