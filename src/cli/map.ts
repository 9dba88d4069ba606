import { readFile, stat } from "node:fs/promises";
import { parseArgs } from "node:util";
import { checksOf, estimatedKW, heatPaths, mapSentence, pipeLoads } from "../core/drawing/cooling";
import { CoolingMap, countsOf, KINDS, partName, type Layout } from "../core/drawing/parts";
import { layoutProblem, parseLayout, readSvg } from "../core/drawing/codec";
import { Unusable } from "./unusable";

const LIMIT_MB = 8;

/** ovrant map FILE [--json]: sentence, paths, counts and checks of a drawing. */
export async function mapCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { json: { type: "boolean" } } });
  const path = positionals[0];
  if (!path || positionals.length > 1) throw new Unusable("usage: ovrant map FILE [--json]");
  const map = new CoolingMap(await layoutFile(path));
  const name = (id: string) => {
    const p = map.part(id);
    return p ? p.tag || partName(p) : id;
  };
  const sentence = mapSentence(map)
    .map((w) => w.text)
    .join("");
  const paths = heatPaths(map).map((p) => ({ chip: name(p.chip), parts: p.parts.map(name), reachesAir: p.reachesAir }));
  const counts = countsOf(map.layout);
  const checks = checksOf(map).map((c) => ({ code: c.code, message: c.message, parts: c.parts.map(name) }));
  if (values.json) {
    const estimates = {
      chips: estimatedKW(map).map((e) => ({ chip: name(e.chip), contactKW: e.contactKW, airflowKW: e.airflowKW })),
      pipes: pipeLoads(map).map((p) => ({ pipe: name(p.pipe), W: p.W, usualW: p.usualW })),
    };
    process.stdout.write(
      `${JSON.stringify({ version: 1, ...modelOf(map), sentence, paths, counts, checks, estimates })}\n`,
    );
    return;
  }
  const lines = [
    sentence,
    "",
    ...[
      ...new Set(paths.map((p) => `${p.chip}: ${p.parts.join(" > ")}${p.reachesAir ? " > air" : ", and no further"}`)),
    ],
    "",
    counts.parts.map((c) => `${c.count} ${KINDS[c.kind].name.toLowerCase()}`).join(", "),
  ];
  for (const s of counts.screws)
    lines.push(
      `${s.count} screws of ${s.forWhat || "nothing named"}: ${s.thread} × ${s.lengthMm} mm, ` +
        `${s.head}${s.captive ? `, ${s.captive} captive` : ""}${s.hidden ? `, ${s.hidden} hidden` : ""}`,
    );
  for (const p of counts.pads)
    lines.push(
      `${p.count} pads of ${p.thicknessMm} mm${p.missing ? `, ${p.missing} missing` : ""}${
        p.torn ? `, ${p.torn} torn` : ""
      }`,
    );
  lines.push("", ...(checks.length ? checks.map((c) => `! ${c.message}`) : ["Everything adds up."]));
  process.stdout.write(`${lines.join("\n")}\n`);
}

async function layoutFile(path: string): Promise<Layout> {
  const info = await stat(path).catch(() => null);
  if (!info?.isFile()) throw new Unusable(`${path}: There is no such file. Check the path.`);
  if (info.size > LIMIT_MB * 1e6) throw Unusable.of(path, layoutProblem.tooLarge(LIMIT_MB));
  const text = await readFile(path, "utf8");
  if (!/^\s*\ufeff?\s*</.test(text)) {
    const read = parseLayout(text);
    if (!read.ok) throw Unusable.of(path, read.problem);
    return read.value;
  }
  const svg = readSvg(text);
  if (!svg.ok) throw Unusable.of(path, svg.problem);
  if (!svg.value.own)
    throw new Unusable(`${path}: This SVG holds no layout of Ovrant's. Export it from the editor as SVG or JSON.`);
  return svg.value.layout;
}

const modelOf = ({ layout: { model, variant } }: CoolingMap) => ({ model, variant });
