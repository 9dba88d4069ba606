/** Rooms without circles: neither files nor folders may reach each other both ways (docs/architecture.md). */
export default {
  forbidden: [
    {
      name: "no-circle-of-files",
      comment: "Two files that need each other are one idea, or miss a third file.",
      severity: "error",
      from: {},
      to: { circular: true },
    },
    {
      name: "no-circle-of-folders",
      comment: "Two folders that import each other are one room.",
      severity: "error",
      scope: "folder",
      from: {},
      to: { circular: true },
    },
    {
      name: "no-way-up",
      comment: "A folder may use its inner rooms; these may not use what lies beside their door.",
      severity: "error",
      from: { path: "^(src/.+)/[^/]+/[^/]+$" },
      to: { path: "^$1/[^/]+$", pathNot: "^src/core/[^/]+$" },
    },
    {
      name: "test-helpers-only-in-tests",
      comment: "What only makes data for tests is not part of the product.",
      severity: "error",
      from: { pathNot: "^src/testing/" },
      to: { path: "^src/testing/" },
    },
    {
      name: "core-tests-need-no-demo",
      comment: "The core is tested with the rig and the sample drawings.",
      severity: "error",
      from: { path: "^src/core/" },
      to: { path: "^src/demo/" },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "node_modules|[.]next|[.]css$|[.]test[.]tsx?$" },
  },
};
