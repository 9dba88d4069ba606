import { words } from "../../base/words";
import { assembliesOf, lawOf, levelBy, screwN, structuresOf, wayMm } from "../fasten";
import { gapFromHeights, gapOfText, measuredGap, unmeasuredGap, type Gap, type GapBy, type Piece } from "../pads";
import { amountFor, pressingOf, stepsInOrder, USUAL_PASTE, type Mate, type PastedFace, type Pressing } from "../paste";
import { isPasted, usualFigures, type Chip, type Pad, type Screw } from "../../drawing/parts";
import { act, type ServiceContext, type Step } from "./step";
import { padOn, pastedChips, tightenOrder } from "./stripping";
import { byRows, chipWord } from "./words";
import { stepKey } from "./stepKey";

/** Whether a pad is cut new: by the ways, by how it was, or because someone said so. */
export function isRenewed(ctx: ServiceContext, pad: Pad): boolean {
  const was = ctx.journal.of(stepKey("pad-was", pad.id)).value;
  return (
    ctx.procedure.pads === "always-new" ||
    was === "torn" ||
    was === "oily" ||
    was === "missing" ||
    ctx.journal.isDone(`renew:${pad.id}`)
  );
}

/** The gap under a pad as it was measured, and how; null while it was not. */
export const statedGap = (ctx: ServiceContext, pad: Pad): { mm: number; by: GapBy } | null =>
  gapOfText(ctx.journal.of(`gap:${pad.id}`).value);

/** The gap under a pad: as it was measured, else by the heights in the drawing, else what its class is pressed by. */
export function gapOf(ctx: ServiceContext, pad: Pad): Gap {
  const told = statedGap(ctx, pad);
  if (told) return measuredGap(told.mm, told.by, pad.thicknessMm, pad.softness);
  return heightsGap(ctx, pad) ?? unmeasuredGap(pad.thicknessMm, ctx.curves[pad.softness]);
}

/** By the heights of the die and of the part under the pad, where the drawing knows both. */
function heightsGap({ map }: ServiceContext, pad: Pad): Gap | null {
  const part = map?.beside(pad.id, "chip")[0];
  const over = map?.beside(pad.id, "plate", "chamber", "spreader")[0];
  if (!map || !part || !over) return null;
  const far = (c: Chip) => Math.hypot(c.xMm - pad.xMm, c.yMm - pad.yMm);
  const die = map
    .ofKind("chip")
    .filter((c) => isPasted(c) && map.spreadsOf(c).length > 0)
    .sort((a, b) => far(a) - far(b))[0];
  if (!die) return null;
  const stepMm = over.kind === "spreader" ? over.stepMm : 0;
  return gapFromHeights({ dieTopMm: die.topMm, partTopMm: part.topMm, stepMm });
}

/** Thickness a pad has, or will have once it is cut, mm. */
export function chosenMm(ctx: ServiceContext, pad: Pad): number {
  const v = Number(ctx.journal.of(`thick:${pad.id}`).value);
  return isRenewed(ctx, pad) && v > 0 ? v : pad.thicknessMm;
}

/** Pads to cut, with their size and chosen thickness. */
export const padsToCut = (ctx: ServiceContext): { pad: Pad; thicknessMm: number }[] =>
  byRows(ctx.map?.ofKind("pad") ?? [])
    .filter((p) => isRenewed(ctx, p) && ctx.journal.isDone(`thick:${p.id}`))
    .map((pad) => ({ pad, thicknessMm: chosenMm(ctx, pad) }));

/** The same as pieces, by their tags. */
export const piecesToCut = (ctx: ServiceContext): Piece[] =>
  padsToCut(ctx).map(({ pad, thicknessMm }) => ({
    id: pad.tag || pad.id,
    widthMm: pad.wMm,
    heightMm: pad.hMm,
    thicknessMm,
  }));

/** The die a paste goes on, in its own box: w and h as laid. */
const dieOf = (c: Chip): { w: number; h: number } => {
  const [w, h] = c.dieWMm > 0 ? [c.dieWMm, c.dieHMm] : [c.wMm, c.hMm];
  return Math.abs(c.turnDeg % 180) === 90 ? { w: h, h: w } : { w, h };
};

const figuresOf = ({ map }: ServiceContext) => map?.layout.figures ?? usualFigures;

/** Screws of the plate over a chip; of the whole assembly where the plate has fewer than three of its own. */
function screwsOver(ctx: ServiceContext, chip: Chip): Screw[] {
  const own = ctx.map?.spreadsOf(chip).flatMap((p) => ctx.map?.screwsOf(p) ?? []) ?? [];
  if (own.length >= 3) return [...new Set(own)];
  const assembly = ctx.map && assembliesOf(ctx.map).find((a) => a.chips.some((c) => c.id === chip.id));
  return (assembly?.screws ?? []).flatMap((s) => {
    const p = ctx.map?.part(s.id);
    return p?.kind === "screw" ? [p] : [];
  });
}

/** Pasted chips under the same plate as a chip, itself with them. */
const sharing = (ctx: ServiceContext, chip: Chip): Chip[] => {
  const plates = new Set(ctx.map?.spreadsOf(chip).map((p) => p.id) ?? []);
  return pastedChips(ctx).filter((c) => c.id === chip.id || ctx.map?.spreadsOf(c).some((p) => plates.has(p.id)));
};

/** Share of its plate's force that comes to a chip: by area among the chips under it. */
function forceShare(ctx: ServiceContext, chip: Chip): number {
  const area = (c: Chip) => dieOf(c).w * dieOf(c).h;
  return area(chip) / sharing(ctx, chip).reduce((s, c) => s + area(c), 0);
}

/** A chip's face, the force that comes to it, and its watts: measured ones where the run before has some. */
export function faceOf(ctx: ServiceContext, chip: Chip, measuredW = 0): PastedFace {
  const { w, h } = dieOf(chip);
  const forceN = screwsOver(ctx, chip).reduce((s, x) => s + screwN(x, figuresOf(ctx)), 0) * forceShare(ctx, chip);
  return { widthMm: w, heightMm: h, forceN: forceN || 30, powerW: measuredW || chip.powerW || 15 };
}

/** How a plate may be tightened over a chip, for a trial. */
export type TightenTrial = "planned" | "one-side";

/** Turn by turn, what presses a chip in the order of the ways, or with one side home first in one round. */
export function pressingOver(ctx: ServiceContext, chip: Chip, how: TightenTrial): Pressing {
  const screws = screwsOver(ctx, chip);
  const hand = { id: "hand", xMm: chip.xMm, yMm: chip.yMm, sprung: false, bottoms: false };
  const figures = figuresOf(ctx);
  const forces = (screws.length ? screws : [hand]).map((s) => ({
    id: s.id,
    xMm: s.xMm,
    yMm: s.yMm,
    forceN: screwN(s, figures),
    wayMm: wayMm(lawOf(s), figures.springMm),
  }));
  const plan = ctx.plans.find((p) => forces.some((f) => p.order.includes(f.id)));
  const oneSide = how === "one-side";
  const order = oneSide
    ? [...forces].sort((a, b) => a.xMm - b.xMm || a.yMm - b.yMm).map((f) => f.id)
    : plan
      ? tightenOrder(ctx, plan).filter((id) => forces.some((f) => f.id === id))
      : forces.map((f) => f.id);
  const fractions = oneSide ? [1] : (plan?.fractions ?? [0.2, 0.447, 1]);
  return {
    ...pressingOf(forces, chip, stepsInOrder(order, fractions.length), fractions),
    ...heldBy(ctx, chip),
  };
}

/** What holds a chip's plate besides its own film: other chips under it, each with what it takes, and pipes. */
function heldBy(ctx: ServiceContext, chip: Chip): Pick<Pressing, "mates" | "levelNm"> {
  const mates = sharing(ctx, chip)
    .filter((c) => c.id !== chip.id)
    .map((c): Mate => {
      const { w, h } = dieOf(c);
      const volumeMm3 = amountFor(faceOf(ctx, c), USUAL_PASTE).volumeMm3;
      return { xMm: c.xMm - chip.xMm, yMm: c.yMm - chip.yMm, widthMm: w, heightMm: h, volumeMm3 };
    });
  const plates = new Set(ctx.map?.spreadsOf(chip).map((p) => p.id) ?? []);
  const pipes = (ctx.map ? structuresOf(ctx.map) : [])
    .flatMap((s) => s.pipes)
    .filter((p) => plates.has(p.from) !== plates.has(p.to));
  const level = [0, 0, 0] as [number, number, number];
  for (const p of pipes)
    levelBy(p, plates.has(p.from) ? p.from : p.to, chip).forEach((v, i) => (level[i] = (level[i] ?? 0) + v / 1000));
  return { ...(mates.length ? { mates } : {}), ...(pipes.length ? { levelNm: level } : {}) };
}

/** How far liquid metal that is pressed out may run, mm. */
const RUNS_MM = 6;

/**
 * Aluminium on a chip: its plate itself, or a spreader so near that what is pressed out reaches it; by tag. Liquid
 * metal is barred by it.
 */
export function aluminiumAt(ctx: ServiceContext, chip: Chip): string[] {
  const over = ctx.map?.spreadsOf(chip) ?? [];
  const reached = (ctx.map?.ofKind("spreader") ?? []).filter((s) =>
    over.some((p) => {
      const [dx, dy] = [Math.abs(p.xMm - s.xMm), Math.abs(p.yMm - s.yMm)];
      const [w, h] = [p.wMm / 2 + RUNS_MM, p.hMm / 2 + RUNS_MM];
      const inWindow = dx + w < s.windowWMm / 2 && dy + h < s.windowHMm / 2;
      return dx < w + s.wMm / 2 && dy < h + s.hMm / 2 && !inWindow;
    }),
  );
  return [
    ...new Set(
      [...over, ...reached]
        .filter((p) => p.kind !== "chamber" && p.material === "aluminium")
        .map((p) => p.tag || "the plate"),
    ),
  ];
}

/** How a chip was pasted: pattern, volume, lot. */
export interface Pasted {
  pattern: string;
  volumeMm3: number;
  lotId: number | null;
}
export const pastedText = (p: Pasted): string =>
  `${p.pattern};mm3=${p.volumeMm3.toFixed(2)}${p.lotId === null ? "" : `;lot=${p.lotId}`}`;
export function pastedOf(text: string): Pasted | null {
  const m = /^([a-z]+);mm3=([\d.]+)(?:;lot=(\d+))?$/.exec(text);
  return m ? { pattern: m[1] ?? "", volumeMm3: Number(m[2]), lotId: m[3] ? Number(m[3]) : null } : null;
}

export function pasteSteps(ctx: ServiceContext): Step[] {
  const pads = byRows(ctx.map?.ofKind("pad") ?? []);
  const fresh = pads.filter((p) => isRenewed(ctx, p));
  const steps: Step[] = [];
  for (const p of fresh)
    steps.push(
      act("paste", `thick:${p.id}`, {
        mark: p.tag,
        title: `Thickness of ${p.tag}`,
        sub: `on ${padOn(ctx, p)}, ${p.wMm} × ${p.hMm} mm`,
        say: "Measure what the old one was pressed to, and take the thickness that fits.",
        parts: [p.id],
        ask: { kind: "thickness", pad: p.id },
      }),
    );
  if (fresh.length)
    steps.push(
      act("paste", stepKey("paste", "cut"), {
        title: fresh.length === 1 ? `Cut ${fresh[0]?.tag ?? "the pad"}` : `Cut ${fresh.length} pads`,
        say: "Straight knife lines from edge to edge, in the order of their numbers. Off-cuts go back on the shelf.",
        parts: fresh.map((p) => p.id),
        caution: "Cut away from the hand, on a mat. A worn blade tears: change it.",
        ask: { kind: "cut" },
      }),
    );
  for (const p of pads) {
    const isNew = fresh.includes(p);
    const size = `${p.wMm} × ${p.hMm} × ${chosenMm(ctx, p)} mm`;
    steps.push(
      act(
        "paste",
        stepKey("pad", p.id),
        {
          mark: p.tag,
          title: isNew ? `New pad ${p.tag}` : `Pad ${p.tag} stays`,
          sub: `on ${padOn(ctx, p)}`,
          say: isNew
            ? `${size}. Both films off, flat, edge to edge with the chip.`
            : `Back in its own place, flat. ${size}.`,
          parts: [p.id],
          run: "pads",
        },
        `${p.tag} is in place`,
      ),
    );
  }
  for (const c of pastedChips(ctx)) {
    const { w, h } = dieOf(c);
    const metal = aluminiumAt(ctx, c);
    steps.push(
      act("paste", stepKey("paste", c.id), {
        title: `Paste on ${chipWord(c)}`,
        sub: `die ${w} × ${h} mm`,
        say: "Lay it as shown; the plate spreads it.",
        ...(metal.length
          ? {
              caution:
                `${words.listed(metal)} ${words.agreeing(metal.length, "is", "are")} aluminium: never liquid ` +
                "metal here, it eats through.",
            }
          : {}),
        parts: [c.id],
        ask: { kind: "paste", chip: c.id },
      }),
    );
  }
  if (
    ctx.procedure.smallGrease === "redo" &&
    (ctx.map?.ofKind("chip") ?? []).some((c) => c.role === "chipset" && (ctx.map?.spreadsOf(c).length ?? 0) > 0)
  )
    steps.push(
      act(
        "paste",
        stepKey("paste", "small"),
        { title: "Small chips", say: "A film on those that were greased before.", optional: true },
        "Done",
      ),
    );
  return steps;
}
