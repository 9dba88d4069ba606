import { sum } from "d3-array";
import type { Balance, PlateStack } from "./balance";

/** Forces on one plate as it lies, N: what its screws give is what chips, pads and pipes take. */
export interface PlateForces {
  screwsN: number;
  chipsN: number;
  padsN: number;
  /** What goes through pipes to the plates beside it; below 0 it comes from them. */
  pipesN: number;
  /** Share of what chips and pads bear that the pads take. */
  padsShare: number;
  /** On either side of a line across the plate. */
  sides: readonly [before: SideForces, after: SideForces];
}

export interface SideForces {
  screws: number;
  screwsN: number;
  padsN: number;
  pads: string[];
}

/**
 * What bears on one plate of a stack, parted by a line across it; of the whole assembly where no body is named.
 * @param along how far a place lies past the line, mm
 *
 * @example
 * const f = forcesOn(stack, balanceOf(stack), "c2", (p) => p.xMm - 208);
 * f.sides[0].screwsN + f.sides[1].screwsN; // equals f.chipsN + f.padsN + f.pipesN
 */
export function forcesOn(
  stack: PlateStack,
  balance: Balance,
  body: string | null,
  along: (place: { xMm: number; yMm: number }) => number = (p) => p.xMm,
): PlateForces {
  const own = (x: { body?: string }) => body === null || (x.body ?? "") === body;
  const screws = stack.screws.flatMap((s, i) => (own(s) ? [{ at: along(s), n: balance.screws[i]?.forceN ?? 0 }] : []));
  const borne = stack.pads.flatMap((p, i) =>
    own(p) && (p.heldBy ?? "plate") === "plate" ? [{ at: along(p), n: balance.pads[i]?.forceN ?? 0, tag: p.tag }] : [],
  );
  const chipsN = sum(stack.chips, (c, i) => (own(c) ? (balance.films[i]?.forceN ?? 0) : 0));
  const side = (after: boolean): SideForces => {
    const here = <T extends { at: number }>(of: readonly T[]) => of.filter((x) => x.at > 0 === after);
    return {
      screws: here(screws).length,
      screwsN: sum(here(screws), (s) => s.n),
      padsN: sum(here(borne), (p) => p.n),
      pads: here(borne).map((p) => p.tag),
    };
  };
  const [screwsN, padsN] = [sum(screws, (s) => s.n), sum(borne, (p) => p.n)];
  return {
    screwsN,
    chipsN,
    padsN,
    pipesN: screwsN - chipsN - padsN,
    padsShare: padsN / Math.max(1e-9, padsN + chipsN),
    sides: [side(false), side(true)],
  };
}
