import next from "@next/eslint-plugin-next";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Which folders of src a folder may reach. Arrows run one way; a wrong one fails the tests. */
const MAY_REACH = {
  core: [],
  input: ["core"],
  data: ["core"],
  workers: ["core"],
  threads: ["core"],
  server: ["core", "input", "data", "threads", "samples"],
  ui: ["core", "input", "workers"],
  app: ["core", "input", "server", "ui"],
  samples: ["core"],
  testing: ["core", "data", "input", "server", "samples"],
  demo: ["core", "data", "samples", "server"],
  cli: ["core", "data", "server", "demo"],
};
const FOLDERS = Object.keys(MAY_REACH);

const PURE = [
  {
    regex: "^(react|react-dom|next|knex|better-sqlite3|recharts|comlink)(/|$)",
    message: "core knows nothing of React, Next or the database.",
  },
  { regex: "^node:", message: "core knows nothing of Node." },
];

const arrows = FOLDERS.map((folder) => {
  const barred = FOLDERS.filter((f) => f !== folder && !MAY_REACH[folder].includes(f));
  const patterns = barred.map((f) => ({
    regex: `^(@/|(\\.\\./)+(src/)?)${f}(/|$)`,
    message: `${folder} may not reach ${f}: arrows run one way (docs/architecture.md).`,
  }));
  return {
    files: [`src/${folder}/**/*.{ts,tsx}`],
    rules: { "no-restricted-imports": ["error", { patterns: [...patterns, ...(folder === "core" ? PURE : [])] }] },
  };
});

export default tseslint.config(
  {
    ignores: [
      ".next/",
      "node_modules/",
      "var/",
      "next-env.d.ts",
      "test-results/",
      "playwright-report/",
      "**/*.mjs",
      "**/*.js",
    ],
  },
  ...tseslint.configs.recommendedTypeChecked,
  { languageOptions: { parserOptions: { projectService: true } } },
  // hooks and components live there and nowhere else
  { ...hooks.configs.flat["recommended-latest"], files: ["src/ui/**/*.{ts,tsx}", "src/app/**/*.tsx"] },
  {
    plugins: { "@next/next": next },
    rules: { ...next.configs.recommended.rules, ...next.configs["core-web-vitals"].rules },
  },
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports" }],
      // photos come from the server at the size they are shown
      "@next/next/no-img-element": "off",
      "max-len": ["error", { code: 120, ignoreRegExpLiterals: true }],
      "max-lines-per-function": ["error", { max: 80 }],
      "max-params": ["error", 5],
    },
  },
  {
    files: ["src/**/*.test.{ts,tsx}", "scripts/**/*.test.ts", "e2e/**/*.ts"],
    // a chapter of tests, or a whole journey, is as long as it is; what it calls is not
    rules: { "no-restricted-imports": "off", "max-lines-per-function": "off" },
  },
  ...arrows.map((a) => ({ ...a, ignores: ["src/**/*.test.{ts,tsx}"] })),
);
