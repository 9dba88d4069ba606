import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  oxc: { jsx: { runtime: "automatic" } },
  test: {
    testTimeout: 120_000,
    pool: "threads",
    // the runner leaves one core free by itself
    maxWorkers: 2,
    hookTimeout: 60_000,
    projects: [
      {
        // nothing in the core keeps anything: one world serves all its files
        extends: true,
        test: { name: "core", include: ["src/core/**/*.test.ts"], environment: "node", isolate: false },
      },
      {
        extends: true,
        test: {
          name: "house",
          include: ["src/**/*.test.ts", "scripts/**/*.test.ts"],
          exclude: ["src/core/**"],
          environment: "node",
          // one world serves all files, and each finds a process that holds nothing yet
          isolate: false,
          setupFiles: ["src/testing/process.ts"],
        },
      },
      {
        extends: true,
        resolve: {
          alias: { recharts: fileURLToPath(new URL("./node_modules/recharts/umd/Recharts.js", import.meta.url)) },
        },
        test: {
          name: "screens",
          include: ["src/**/*.test.tsx"],
          environment: "happy-dom",
          // each file in a world of its own, which what was read once is given to: half the work of a thread for each
          pool: "vmThreads",
          setupFiles: ["src/testing/screen.tsx"],
        },
      },
    ],
  },
});
