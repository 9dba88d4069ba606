import { createSerwistRoute } from "@serwist/turbopack";

/** The worker that keeps pages on the device, with the list of files it needs; made when the application is built. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: "src/workers/offline.sw.ts",
  useNativeEsbuild: true,
  globPatterns: [".next/static/**/*.{js,css,woff2,svg}"],
});
