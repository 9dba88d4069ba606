import { blowerLint, finLint, LINT_RING, lintRadius, seedOf } from "../../drawing/draw";
import { el, n, path } from "../../drawing/draw/markup";
import { centreOf, type Blower, type FinStack } from "../../drawing/parts";
import { baysOfGrade, INLET_TURN, inletOf, inletSeen, type ServiceContext } from "../../handwork/service";
import { stepKey } from "../../handwork/service";

/** Lint as it was found, before anything was cleaned, on the drawing in mm. */
export function foundLint(work: ServiceContext): string {
  const { map, journal } = work;
  if (!map) return "";
  const blades = map
    .ofKind("blower")
    .flatMap((b) =>
      journal.isDone(stepKey("dust", b.id)) ? [bladeLint(b, Number(journal.of(stepKey("dust", b.id)).value))] : [],
    );
  const inlets = map.ofKind("fins").flatMap((f) => {
    const seen = inletSeen(work, f.id);
    return seen ? [inletLint(f, seen.grade, seen.bays)] : [];
  });
  return [...blades, ...inlets].join("");
}

const threads = ({ light, dark }: { light: string; dark: string }): string =>
  [
    path(light, { fill: "none", stroke: "var(--lint1)", "stroke-width": 0.6 }),
    path(dark, { fill: "none", stroke: "var(--lint3)", "stroke-width": 0.5 }),
  ].join("");

function inletLint(f: FinStack, grade: number, bays: string | null): string {
  const side = inletOf(f);
  const [length, depth] = side === "top" || side === "bottom" ? [f.wMm, f.hMm] : [f.hMm, f.wMm];
  const lint = finLint(length, depth, { grade, bays: bays ?? baysOfGrade(grade), told: bays !== null }, seedOf(f.id));
  const [x, y] = centreOf(f);
  const place =
    `translate(${n(x)} ${n(y)}) rotate(${n(f.turnDeg + INLET_TURN[side])}) ` +
    `translate(${n(-length / 2)} ${n(depth / 2)})`;
  const felt = lint.felt && path(lint.felt, { fill: "var(--lint2)", stroke: "var(--lint3)", "stroke-width": 0.3 });
  return el("g", { transform: place }, [felt, threads(lint)]);
}

function bladeLint(b: Blower, grade: number): string {
  const r = lintRadius(b);
  const ring = LINT_RING[grade];
  const [x, y] = centreOf(b);
  return el("g", { transform: `translate(${n(x)} ${n(y)})` }, [
    ring
      ? el("circle", { r: n(r * ring.at), fill: "none", stroke: "var(--lint2)", "stroke-width": n(r * ring.wide) })
      : "",
    threads(blowerLint(r, grade, seedOf(b.id))),
  ]);
}
