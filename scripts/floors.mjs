// npm run floors: docs/floors.svg, the groups of each folder on their floors and who reaches whom, made of the imports.
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";

const FOLDERS = ["core", "data", "server", "ui"];
const [W, H, GAP_X, GAP_Y, HEAD, EDGE] = [104, 46, 18, 40, 46, 20];

const cruised = JSON.parse(
  execFileSync("npx", ["depcruise", "src", "--config", ".dependency-cruiser.mjs", "--output-type", "json"], {
    encoding: "utf8",
    maxBuffer: 1 << 28,
    stdio: ["ignore", "pipe", "ignore"],
  }),
);
const groupOf = (file, folder) => new RegExp(`^src/${folder}/([^/]+)/`).exec(file)?.[1] ?? null;

/** Groups of a folder with their files, and how many imports go from one to another. */
function groupsOf(folder) {
  const files = new Map();
  const arrows = new Map();
  for (const { source, dependencies } of cruised.modules) {
    const from = groupOf(source, folder);
    if (!from) continue;
    files.set(from, (files.get(from) ?? 0) + 1);
    for (const { resolved } of dependencies) {
      const to = groupOf(resolved, folder);
      if (to && to !== from) arrows.set(`${from} ${to}`, (arrows.get(`${from} ${to}`) ?? 0) + 1);
    }
  }
  return { files, arrows };
}

/** A group stands a floor above the highest it reaches. */
function floorsOf({ files, arrows }) {
  const reach = (g) => [...arrows.keys()].flatMap((a) => (a.startsWith(`${g} `) ? [a.split(" ")[1]] : []));
  const floor = new Map();
  const of = (g) => {
    if (!floor.has(g)) floor.set(g, Math.max(0, ...reach(g).map((r) => of(r) + 1)));
    return floor.get(g);
  };
  for (const g of files.keys()) of(g);
  const most = Math.max(...floor.values());
  return Array.from({ length: most + 1 }, (_, f) => [...files.keys()].filter((g) => floor.get(g) === f).sort());
}

function drawn(folder, left) {
  const groups = groupsOf(folder);
  const floors = floorsOf(groups);
  const wide = Math.max(...floors.map((f) => f.length));
  const width = wide * (W + GAP_X) - GAP_X;
  const at = new Map();
  floors.forEach((row, f) =>
    row.forEach((g, i) => {
      const x = left + (width - (row.length * (W + GAP_X) - GAP_X)) / 2 + i * (W + GAP_X);
      at.set(g, { x, y: HEAD + EDGE + (floors.length - 1 - f) * (H + GAP_Y) });
    }),
  );
  const lines = [...groups.arrows].map(([key, n]) => {
    const [a, b] = key.split(" ").map((g) => at.get(g));
    const [x1, y1, x2, y2] = [a.x + W / 2, a.y + H, b.x + W / 2, b.y];
    const bend = x1 === x2 && y2 - y1 > GAP_Y + 1 ? W * 0.72 : 0;
    const path = `M${x1} ${y1}C${x1 + bend} ${y1 + 26} ${x2 + bend} ${y2 - 26} ${x2} ${y2}`;
    return `<path d="${path}" stroke-width="${Math.min(4, 0.8 + n / 12).toFixed(1)}" marker-end="url(#tip)"/>`;
  });
  const boxes = [...at].map(
    ([g, { x, y }]) =>
      `<rect x="${x}" y="${y}" width="${W}" height="${H}" rx="4"/>` +
      `<text x="${x + W / 2}" y="${y + 20}" class="name">${g}</text>` +
      `<text x="${x + W / 2}" y="${y + 36}" class="files">${groups.files.get(g)} files</text>`,
  );
  const head =
    `<text x="${left}" y="30" class="head">${folder}` +
    ` <tspan class="files">${groups.arrows.size} arrows, ${floors.length} floors</tspan></text>`;
  return {
    width,
    height: HEAD + EDGE + floors.length * (H + GAP_Y),
    svg: `${head}<g class="arrows">${lines.join("")}</g><g class="boxes">${boxes.join("")}</g>`,
  };
}

let left = EDGE;
const parts = [];
let height = 0;
for (const folder of FOLDERS) {
  const part = drawn(folder, left);
  parts.push(part.svg);
  height = Math.max(height, part.height);
  left += part.width + 3 * EDGE;
}
const style =
  "text{font-family:ui-sans-serif,system-ui,sans-serif;fill:#16211f}.head{font-size:20px;font-weight:700}" +
  ".name{font-size:15px;font-weight:600;text-anchor:middle}.files{font-size:12px;font-weight:400;fill:#47544f}" +
  ".boxes .files{text-anchor:middle}.boxes rect{fill:#fbfcfb;stroke:#16211f;stroke-width:1.5}" +
  ".arrows path{fill:none;stroke:#9c4e1c;stroke-opacity:.7}";
const tip =
  '<marker id="tip" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" ' +
  'markerUnits="userSpaceOnUse" orient="auto"><path d="M0 0L8 4L0 8z" fill="#9c4e1c" stroke="none"/></marker>';
writeFileSync(
  "docs/floors.svg",
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${left - EDGE} ${height}" width="${left - EDGE}" ` +
    `height="${height}"><style>${style}</style><defs>${tip}</defs><rect width="100%" height="100%" fill="#e9edeb"/>` +
    `${parts.join("")}</svg>\n`,
);
