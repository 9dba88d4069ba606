/**
 * Who may reach whom (docs/architecture.md): arrows run one way between folders, between the groups inside them, and
 * neither files nor folders reach each other both ways. A wrong arrow fails the lint step.
 */

/** Which folders of src a folder may reach. */
const FOLDERS = {
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

/** Which groups of a folder a group of it may reach: the technician's work, from the ground up. */
const GROUPS = {
  core: {
    base: [],
    simulate: [],
    measure: ["base"],
    drawing: ["base", "measure"],
    handwork: ["base", "simulate", "measure", "drawing"],
    workshop: ["base", "measure", "handwork"],
    learn: ["base", "simulate", "measure"],
    record: ["base", "measure", "drawing", "handwork", "workshop"],
  },
  ui: {
    kit: [],
    measure: ["kit"],
    drawing: ["kit", "measure"],
    handwork: ["kit", "measure", "drawing"],
    workshop: ["kit", "measure", "drawing", "handwork"],
    learn: ["kit", "measure", "drawing"],
    record: ["kit"],
  },
  server: {
    base: [],
    job: ["base"],
    measure: ["base", "job"],
    drawing: ["base", "job"],
    handwork: ["base", "job", "measure"],
    workshop: ["base", "job", "measure", "handwork"],
    learn: ["base"],
    record: ["base", "workshop"],
  },
  data: {
    base: [],
    measure: ["base"],
    drawing: ["base"],
    handwork: ["base"],
    workshop: ["base"],
    learn: ["base"],
    record: ["base", "measure", "drawing", "handwork", "workshop"],
  },
};

const SAID = "arrows run one way (docs/architecture.md).";

/** One rule a place: what it may not reach of its siblings. */
const arrows = (at, table) =>
  Object.entries(table).flatMap(([name, reach]) => {
    const barred = Object.keys(table).filter((other) => other !== name && !reach.includes(other));
    if (!barred.length) return [];
    const place = [...at, name].join("/");
    return [
      {
        name: place.replaceAll("/", "-"),
        comment: `${place} may not reach ${barred.join(", ")}: ${SAID}`,
        severity: "error",
        from: { path: `^src/${place}/` },
        to: { path: `^src/${at.map((a) => `${a}/`).join("")}(${barred.join("|")})(/|[.])` },
      },
    ];
  });

/** A group that stands in no table would be held by no rule. */
const unnamed = Object.entries(GROUPS).map(([folder, groups]) => ({
  name: `${folder}-has-named-groups`,
  comment: `What is in src/${folder} stands in one of its groups: ${Object.keys(groups).join(", ")}.`,
  severity: "error",
  from: { path: `^src/${folder}/`, pathNot: `^src/${folder}/(${Object.keys(groups).join("|")})/` },
  to: {},
}));

export default {
  forbidden: [
    ...arrows([], FOLDERS),
    ...Object.entries(GROUPS).flatMap(([folder, groups]) => arrows([folder], groups)),
    ...unnamed,
    {
      name: "core-is-pure",
      comment: "core knows nothing of React, Next, the database or Node.",
      severity: "error",
      from: { path: "^src/core/" },
      to: { path: "node_modules/(react|react-dom|next|knex|better-sqlite3|recharts|comlink)/" },
    },
    {
      name: "core-knows-no-node",
      comment: "core runs in browsers as well.",
      severity: "error",
      from: { path: "^src/core/" },
      to: { dependencyTypes: ["core"] },
    },
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
      to: { path: "^$1/[^/]+$", pathNot: "^src/core/base/[^/]+$" },
    },
    {
      name: "test-helpers-only-in-tests",
      comment: "What only makes data for tests is not part of the product.",
      severity: "error",
      from: { path: "^src/", pathNot: "^src/testing/" },
      to: { path: "^src/testing/" },
    },
    {
      name: "migrations-import-nothing-live",
      comment: "What a migration does is fixed when it is written: code it would import goes on changing.",
      severity: "error",
      from: { path: "^src/data/base/migrations/", pathNot: "^src/data/base/migrations/index[.]ts$" },
      to: { path: "^src/" },
    },
    {
      name: "product-stands-alone",
      comment: "Benches, scripts and journeys use the product, never the other way round.",
      severity: "error",
      from: { path: "^src/" },
      to: { path: "^(bench|scripts|e2e)/" },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "[.]next|[.]css$|[.]test[.]tsx?$" },
  },
};
