import { words } from "../../base/words";
import { partName } from "../parts/kinds";
import { areaOf, boundsOfPart, centreOf, corners, footprint, ringIn, sideBand, type Point } from "../parts/geometry";
import type { CoolingMap } from "../parts/map";
import { overlapMm2 } from "../parts/overlap";
import type { Blower, FinStack, Part } from "../parts/parts";
import type { MapCheck } from "./check";

/** How far a part may stand out over the base before it is off it, mm: ports and grilles reach through its rim. */
const OVER_RIM_MM = 4;
/** How far from its outlet side a stack's grille, or the rim of the base, may lie, mm. */
const OUTLET_MM = 16;
/** Share of a pad that may hang over the edge of what presses it. */
const HANGS = 0.3;

const share = (of: readonly Point[], by: readonly Point[]): number => overlapMm2(of, by) / Math.max(1e-9, areaOf(of));

/** What lies where it cannot, or where nothing is that it needs. */
export function placeChecks(map: CoolingMap): MapCheck[] {
  if (map.layout.parts.length === 0)
    return [{ code: "nothing-drawn", message: "Nothing is drawn yet but the base.", parts: [] }];
  return [
    ...offBase(map),
    ...tagsTwice(map),
    ...padPlaces(map),
    ...blowerPlaces(map),
    ...finPlaces(map),
    ...plateChecks(map),
    ...screwLengths(map),
  ];
}

function offBase({ layout }: CoolingMap): MapCheck[] {
  const { widthMm, depthMm } = layout.base;
  const out = layout.parts.filter((p) => {
    if (p.kind === "note" || p.kind === "sketch") return false;
    const b = boundsOfPart(p);
    const over = Math.max(-b.left, -b.top, b.right - widthMm, b.bottom - depthMm);
    return over > OVER_RIM_MM;
  });
  if (out.length === 0) return [];
  const first = out[0] as Part;
  const rest = out.length - 1;
  const names = rest ? `${partName(first)} and ${`${rest} more`}` : partName(first);
  return [
    {
      code: "off-base",
      message: `${names} ${words.agreeing(out.length, "stands", "stand")} over the rim of the base.`,
      parts: out.map((p) => p.id),
    },
  ];
}

function tagsTwice({ layout }: CoolingMap): MapCheck[] {
  const byTag = new Map<string, Part[]>();
  for (const p of layout.parts) if (p.tag !== "") byTag.set(p.tag, [...(byTag.get(p.tag) ?? []), p]);
  return [...byTag].flatMap(([tag, own]) =>
    own.length > 1
      ? [
          {
            code: "tag-twice" as const,
            message: `${words.counted(own.length, "part")} bear the tag ${tag}: a screw for it would be for all.`,
            parts: own.map((p) => p.id),
          },
        ]
      : [],
  );
}

function padPlaces(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  const drives = map.ofKind("module");
  for (const p of map.ofKind("pad")) {
    if (p.state === "missing") continue;
    const own = corners(p);
    const name = p.tag || "A pad";
    const chips = map.ofKind("chip");
    const under = chips.some((c) => overlapMm2(own, corners(c)) > 0) || drives.some((m) => share(own, corners(m)) > 0);
    if (!under)
      out.push({ code: "pad-over-nothing", message: `${name} lies over nothing that it could cool.`, parts: [p.id] });
    const pressed = [
      ...map.ofKind("plate"),
      ...map.ofKind("chamber"),
      ...map.ofKind("spreader"),
      ...map.ofKind("pipe"),
    ];
    const covers = pressed.map((s) => share(own, footprint(s)));
    const most = Math.max(0, ...covers);
    const together = covers.reduce((s, c) => s + c, 0);
    const by = pressed[covers.indexOf(most)];
    if (most < 0.02) out.push({ code: "pad-under-nothing", message: `${name} lies under no plate.`, parts: [p.id] });
    else if (together < 1 - HANGS && by && by.kind !== "pipe")
      out.push({
        code: "pad-hangs-over",
        message: `${words.share(1 - together)} of ${name} hangs over the edge of ${partName(by)}.`,
        parts: [p.id, by.id],
      });
  }
  return out;
}

/** The mouth of a blower: the middle half of its housing. */
const inletOf = (b: Blower): Point[] => ringIn(b, -b.wMm / 4, -b.hMm / 4, b.wMm / 2, b.hMm / 2);

function blowerPlaces(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  const vents = map.ofKind("vent");
  for (const b of map.ofKind("blower")) {
    const name = b.tag || "A blower";
    if (vents.length > 0 && !vents.some((v) => overlapMm2(inletOf(b), corners(v)) > 0))
      out.push({ code: "inlet-covered", message: `No vent lies over the inlet of ${name}.`, parts: [b.id] });
    for (const c of map.ofKind("chamber"))
      if (share(corners(b), corners(c)) > 0.08)
        out.push({
          code: "chamber-through-blower",
          message: `${partName(c)} runs through ${name}.`,
          parts: [c.id, b.id],
        });
  }
  return out;
}

/** The side of a stack that lies nearest to a blower. */
function sideTowards(f: FinStack, b: Blower): FinStack["outlet"] {
  const [x, y] = centreOf(b);
  const sides = ["top", "right", "bottom", "left"] as const;
  const distance = (side: (typeof sides)[number]) => {
    const ring = sideBand(f, side, 0, 1);
    const mx = ring.reduce((s, p) => s + p[0], 0) / ring.length;
    const my = ring.reduce((s, p) => s + p[1], 0) / ring.length;
    return Math.hypot(mx - x, my - y);
  };
  return sides.reduce((best, side) => (distance(side) < distance(best) ? side : best));
}

function finPlaces(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  const { widthMm, depthMm } = map.layout.base;
  const vents = map.ofKind("vent");
  const gaskets = map.ofKind("gasket");
  const cables = map
    .ofKind("cable")
    .filter((c) => map.ofKind("blower").some((b) => b.tag !== "" && b.tag === c.forWhat));
  for (const f of map.ofKind("fins")) {
    const name = f.tag || "A fin stack";
    const blowers = map.beside(f.id, "blower");
    if (blowers.length > 1)
      out.push({
        code: "two-blowers",
        message:
          `${words.listed(blowers.map(partName))} blow through ${name}: ` +
          "one would push air back through the other.",
        parts: [f.id, ...blowers.map((b) => b.id)],
      });
    const against = blowers.find((b) => sideTowards(f, b) === f.outlet);
    if (against)
      out.push({
        code: "outlet-against-blower",
        message: `The outlet of ${name} faces ${partName(against)}, which blows into it from there.`,
        parts: [f.id, against.id],
      });
    else if (blowers.length > 0) {
      const band = sideBand(f, f.outlet, 0, OUTLET_MM);
      const free = vents.some((v) => overlapMm2(band, corners(v)) > 0);
      const rim = band.some(([x, y]) => x <= 0 || y <= 0 || x >= widthMm || y >= depthMm);
      if (!free && !rim)
        out.push({
          code: "outlet-inside",
          message: `${name} blows into the machine: neither a grille nor the rim of the base lies at its outlet.`,
          parts: [f.id],
        });
      if (
        gaskets.length > 0 &&
        !gaskets.some((g) => overlapMm2(corners({ ...f, wMm: f.wMm + 6, hMm: f.hMm + 6 }), corners(g)) > 0)
      )
        out.push({ code: "no-gasket", message: `No gasket closes the gap round ${name}.`, parts: [f.id] });
    }
    for (const c of cables)
      if (overlapMm2(corners(f), footprint(c)) > 4)
        out.push({
          code: "cable-over-fins",
          message: `The cable of ${c.forWhat} lies over ${name}.`,
          parts: [c.id, f.id],
        });
  }
  return out;
}

function plateChecks(map: CoolingMap): MapCheck[] {
  const out: MapCheck[] = [];
  for (const c of map.ofKind("chip")) {
    const plates = map.beside(c.id, "plate", "chamber");
    if (plates.length > 1)
      out.push({
        code: "two-plates",
        message: `${words.listed(plates.map(partName))} lie on the die of ${partName(c)}: only one can.`,
        parts: [c.id, ...plates.map((s) => s.id)],
      });
  }
  for (const h of map.ofKind("pipe"))
    if (h.damage === "kink")
      out.push({
        code: "pipe-kinked",
        message: `${partName(h)} is kinked: a kink shuts its wick and its vapour off. It carries little.`,
        parts: [h.id],
      });
  return out;
}

function screwLengths(map: CoolingMap): MapCheck[] {
  return [...map.ofKind("plate"), ...map.ofKind("chamber"), ...map.ofKind("spreader"), ...map.ofKind("blower")].flatMap(
    (s) => {
      const screws = map.screwsOf(s).filter((x) => x.lengthMm > 0);
      const lengths = [...new Set(screws.map((x) => x.lengthMm))].sort((a, b) => a - b);
      return lengths.length > 1
        ? [
            {
              code: "screw-lengths" as const,
              message:
                `The screws of ${s.tag || partName(s)} are ${words.listed(lengths.map(String))} mm long: ` +
                "each must go back to its own hole.",
              parts: screws.map((x) => x.id),
            },
          ]
        : [];
    },
  );
}
