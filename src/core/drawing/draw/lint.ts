import { randomLcg, randomNormal, randomUniform } from "d3-random";

export interface LintPaths {
  felt: string;
  light: string;
  dark: string;
}

const CLOSED: Record<string, number> = { o: 0.02, h: 0.5, c: 1 };
const r1 = (v: number) => Math.round(v * 10) / 10;

/** How an inlet is closed: its grade 0 to 4, its bays from end to end, and whether each bay was looked at. */
interface InletShown {
  grade: number;
  bays: string;
  told: boolean;
}

/** The lint of a part is the same every time it is drawn: a number of its own, from its id. */
export const seedOf = (id: string): number => [...id].reduce((s, c) => s + c.charCodeAt(0), 0);

/** Lint along the inlet edge of a stack, the edge at y = 0 and the stack above it; mm, the same every time. */
export function finLint(lengthMm: number, depthMm: number, { grade, bays, told }: InletShown, seed: number): LintPaths {
  if (grade <= 0) return { felt: "", light: "", dark: "" };
  const source = randomLcg(0.137 + seed * 0.0171);
  const jitter = randomNormal.source(source)(0, 1);
  const across = randomUniform.source(source)(0, lengthMm);
  const reach = [0, 0.1, 0.2, 0.34, 0.52][grade] ?? 0;
  const depth = (x: number) => {
    const at = Math.max(0, Math.min(bays.length - 1.001, (x / lengthMm) * bays.length - 0.5));
    const i = Math.floor(at);
    const mix = at - i;
    const c = (CLOSED[bays[i] ?? "o"] ?? 0) * (1 - mix) + (CLOSED[bays[i + 1] ?? bays[i] ?? "o"] ?? 0) * mix;
    return depthMm * reach * (0.25 + 0.75 * c) * (told ? Math.max(0.08, c) : 1);
  };
  const steps = Math.max(8, Math.round(lengthMm / 1.4));
  const felt =
    grade >= 2
      ? `M0 0${Array.from({ length: steps + 1 }, (_, k) => {
          const x = (k * lengthMm) / steps;
          return `L${r1(x)} ${r1(-Math.max(0.2, depth(x) + jitter() * 0.5))}`;
        }).join("")}L${lengthMm} 0Z`
      : "";
  const threads = Array.from({ length: Math.round(lengthMm * ([0, 0.25, 0.9, 1.8, 3][grade] ?? 0)) }, () => {
    const x = across();
    return (
      `M${r1(x)} ${r1(-Math.abs(jitter()) * 0.55 * depth(x) - 0.2)}q${r1(jitter() * 1.1)} ` +
      `${r1(jitter() * 0.9)} ${r1(jitter() * 1.9)} ${r1(jitter() * 1.2)}`
    );
  });
  return { felt, light: threads.join(""), dark: threads.filter((_, i) => i % 2 === 0).join("") };
}

/** Lint in a blower round its middle: tips first, then the hub, then over the well; mm. */
export function blowerLint(radiusMm: number, grade: number, seed: number): LintPaths {
  const source = randomLcg(0.31 + seed * 0.0113);
  const turn = randomUniform.source(source)(0, 2 * Math.PI);
  const jitter = randomNormal.source(source)(0, 1);
  const threads = Array.from({ length: [0, 18, 90, 220, 420][grade] ?? 0 }, () => {
    const a = turn();
    const r =
      radiusMm * Math.min(0.99, grade <= 2 ? 0.93 + jitter() * 0.045 : 0.74 + jitter() * (grade === 4 ? 0.22 : 0.15));
    return (
      `M${r1(r * Math.cos(a))} ${r1(r * Math.sin(a))}q${r1(jitter())} ${r1(jitter())} ${r1(jitter() * 2)} ` +
      `${r1(jitter() * 1.5)}`
    );
  });
  return { felt: "", light: threads.join(""), dark: threads.filter((_, i) => i % 2 === 0).join("") };
}

/** The lint in a blower reaches so far from its middle, mm. */
export const lintRadius = (b: { wMm: number; hMm: number }): number => Math.min(b.wMm, b.hMm) * 0.4;

/** From felted on a ring of it lies round the blades, by grade: where and how wide, shares of that radius. */
export const LINT_RING: Readonly<Record<number, { at: number; wide: number }>> = {
  3: { at: 0.8, wide: 0.24 },
  4: { at: 0.72, wide: 0.5 },
};
