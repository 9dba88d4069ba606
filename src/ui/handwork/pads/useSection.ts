import { useId } from "react";
import { sectionOf, type StackPad } from "@/core/handwork/pads";
import { ROLE_NAMES, type Chip, type CoolingMap, type Pad } from "@/core/drawing/parts";
import type { Tried } from "./usePadBench";

/** Heights are drawn so many times as tall as they are. */
export const UP = 10;
/** Thickness the plate is drawn with, mm. */
export const PLATE_MM = 1.6;

export interface Props {
  map: CoolingMap;
  pad: Pad;
  /** The chip the plate presses on. */
  chip: Chip;
  tried: Tried;
  /** Tag of the plate over the pad; "" where it is none. */
  plate: string;
  /** Tag of what lies over the pad itself. */
  over: string;
}

type UseSectionGiven = Omit<Props, "plate" | "over">;

/** The cut, and how it is drawn: up ten times, with words as they stand on it. */
export function useSection({ map, pad, chip, tried: { stack, balance, edgeUm } }: UseSectionGiven) {
  const id = useId();
  const cut = sectionOf({ stack, balance, edgeUm, pad, chip });
  const text = {
    fontSize: 3.1,
    fontFamily: "var(--font-num)",
    fontWeight: "var(--font-weight-bold)",
    fill: "var(--ink)",
  } as const;
  return {
    ...cut,
    id,
    mm: (v: number) => v.toFixed(2),
    under: (s: number) => -cut.underMm(s) * UP,
    flat: -(cut.dieTopMm + cut.evenMm) * UP,
    text,
    partName: (s: StackPad) => {
      const drawn = map.ofKind("pad").find((p) => p.tag === s.tag);
      const part = drawn && map.beside(drawn.id, "chip")[0];
      return part ? ROLE_NAMES[part.role] : "";
    },
    at: cut.along(pad),
  };
}

export interface WithWork {
  work: ReturnType<typeof useSection>;
}
