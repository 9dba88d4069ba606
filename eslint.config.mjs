import next from "@next/eslint-plugin-next";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/**
 * What oxlint (.oxlintrc.json: the rules with and without types) has not: the compiler's rules for hooks and
 * components, and the framework's own. Nothing here asks for types, so it is quick.
 */
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
      // tests show components, they are none
      "**/*.test.{ts,tsx}",
    ],
  },
  { files: ["**/*.{ts,tsx}"], languageOptions: { parser: tseslint.parser } },
  // hooks and components live there and nowhere else
  { ...hooks.configs.flat["recommended-latest"], files: ["src/ui/**/*.{ts,tsx}", "src/app/**/*.tsx"] },
  {
    files: ["src/ui/**/*.{ts,tsx}", "src/app/**/*.{ts,tsx}"],
    plugins: { "@next/next": next },
    rules: {
      ...next.configs.recommended.rules,
      ...next.configs["core-web-vitals"].rules,
      // photos come from the server at the size they are shown
      "@next/next/no-img-element": "off",
    },
  },
);
