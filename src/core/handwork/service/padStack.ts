import { faceUnder, lawOf, screwN, structuresOf, wayMm, type Body, type Structure } from "../fasten";
import { isPasted, type CoolingMap, type Pad, type Spread } from "../../drawing/parts";
import type { PadCurve, PlateStack, StackPad } from "../pads";
import type { Paste } from "../paste";
import { chosenMm, gapOf, isRenewed } from "./pasting";
import type { ServiceContext } from "./step";

/** What bears a pad: a body of its structure, posts that its part is screwed to, or nothing that is drawn. */
export interface Bearer {
  heldBy: NonNullable<StackPad["heldBy"]>;
  /** Part over the pad, by tag; "" for none. */
  over: string;
  structure: Structure | null;
  body: string;
}

/**
 * What bears a pad. A spreader that frames a plate is one with it; a free pipe bears where it comes from a plate near
 * by; a plate that is screwed down but lies on no pasted chip stands on its posts.
 */
export function bearerOf(map: CoolingMap, structures: readonly Structure[], pad: Pad): Bearer {
  const over: Spread[] = map.beside(pad.id, "plate", "chamber", "spreader");
  for (const s of over) {
    const structure = structures.find((x) => x.spreads.includes(s) || x.carried.some((c) => c.spread.id === s.id));
    const body = structure?.carried.find((c) => c.spread.id === s.id)?.by ?? s.id;
    const plate = map.part(body);
    const presses = plate && map.screwsOf(plate).length > 0;
    const rests = map.beside(body, "chip").some(isPasted);
    const joined = (structure?.pipes ?? []).some((p) => p.from === body || p.to === body);
    if (structure && rests && (presses || joined)) return { heldBy: "plate", over: s.tag, structure, body };
    if (presses) return { heldBy: "posts", over: s.tag, structure: null, body };
  }
  const structure = structures.find((x) => x.onPipes.some((p) => p.pad.id === pad.id)) ?? null;
  const tag = over[0]?.tag ?? map.beside(pad.id, "pipe")[0]?.tag ?? "";
  return { heldBy: structure ? "plate" : "nothing", over: tag, structure, body: pad.id };
}

/** Plates that lie on pasted chips, and places on pipes over pads, as bodies. */
function bodiesOf(map: CoolingMap, structure: Structure): Body[] {
  const plates = structure.spreads
    .filter((s) => map.beside(s.id, "chip").some(isPasted))
    .map((s) => ({ id: s.id, xMm: s.xMm, yMm: s.yMm }));
  return [...plates, ...structure.onPipes.map(({ pad, xMm, yMm }) => ({ id: pad.id, xMm, yMm }))];
}

/** The structure whose plates lie nearest to a pad. */
function nearest(structures: readonly Structure[], pad: Pad): Structure | null {
  const far = (s: Structure) => Math.min(...s.spreads.map((p) => Math.hypot(p.xMm - pad.xMm, p.yMm - pad.yMm)));
  return [...structures].sort((a, b) => far(a) - far(b))[0] ?? null;
}

/** What is tried of pads: thicknesses by id, and the curve of what one would be cut from. */
export interface PadTrial {
  thickness?: ReadonlyMap<string, number>;
  curve?: (pad: Pad, thicknessMm: number) => PadCurve;
}

/**
 * What bears on a pad's plates: screws, chips and all pads under them, with what is tried. A pad that no plate bears
 * comes with the plates next to it, and takes nothing of their screws.
 */
export function stackOf(
  ctx: ServiceContext,
  pad: Pad,
  paste: Pick<Paste, "yieldPa" | "fillerUm">,
  { thickness, curve }: PadTrial = {},
): PlateStack {
  const map = ctx.map;
  if (!map) return { screws: [], chips: [], pads: [], paste };
  const structures = structuresOf(map, true).filter((s) =>
    s.spreads.some((p) => map.beside(p.id, "chip").some(isPasted)),
  );
  const bearers = new Map(map.ofKind("pad").map((p) => [p.id, bearerOf(map, structures, p)]));
  const structure = bearers.get(pad.id)?.structure ?? nearest(structures, pad);
  const bodies = structure ? bodiesOf(map, structure) : [];
  const isBody = (id: string) => bodies.some((b) => b.id === id);
  const pads = map.ofKind("pad").flatMap((p): StackPad[] => {
    const by = bearers.get(p.id);
    if (p.id !== pad.id && (by?.structure !== structure || by?.heldBy !== "plate")) return [];
    const thicknessMm = thickness?.get(p.id) ?? chosenMm(ctx, p);
    const fresh = thickness?.has(p.id) === true || isRenewed(ctx, p);
    const held = by && by.heldBy === "plate" && isBody(by.body);
    return [
      {
        tag: p.tag,
        xMm: p.xMm,
        yMm: p.yMm,
        widthMm: p.wMm,
        heightMm: p.hMm,
        gapMm: gapOf(ctx, p).mm,
        thicknessMm,
        curve: (fresh ? curve?.(p, thicknessMm) : undefined) ?? ctx.curves[p.softness],
        ...(held ? { body: by.body } : { heldBy: by && by.heldBy !== "plate" ? by.heldBy : "nothing" }),
      },
    ];
  });
  const { figures } = map.layout;
  const plates = structure?.spreads.filter((s) => isBody(s.id)) ?? [];
  return {
    screws: plates.flatMap((p) =>
      map.screwsOf(p).map((s) => ({
        id: s.id,
        xMm: s.xMm,
        yMm: s.yMm,
        forceN: screwN(s, figures),
        wayMm: wayMm(lawOf(s), figures.springMm),
        body: p.id,
      })),
    ),
    chips: plates.flatMap((p) =>
      map
        .beside(p.id, "chip")
        .filter(isPasted)
        .map((c) => ({ ...faceUnder(c), body: p.id })),
    ),
    pads,
    paste,
    bodies,
    pipes: structure?.pipes ?? [],
  };
}
