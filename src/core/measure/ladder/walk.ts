import type { Ladder } from "./parameters";
import { LossMemo } from "./loss";
import { roomAt, stateAt } from "./start";
import type { Track } from "./track";
import { OneChip } from "./oneChip";
import { TwoChips } from "./twoChips";

/** Longest step of the solver, s. */
const LONGEST_S = 2.6;

/** A ladder in motion: its temperatures, and what its sensors read. */
export interface Walker {
  /** What each chip reads now, °C. */
  readonly read: Float64Array;
  begin(state: ReturnType<typeof stateAt>): void;
  /** Sets the length of the coming steps, s. */
  stride(h: number): void;
  /** One step: power per chip, W, the room, °C, and the loss of the fins, W/K. */
  step(w1: number, w2: number, roomC: number, lossWK: number): void;
}

/**
 * Temperatures a ladder reads along a track, °C per chip and step; NaN at the first step of a stretch, which is the
 * state it starts from.
 *
 * Per chip: die, paste, plate, pipe; shared: fins that lose G·(n^m + z) to an air inlet warmed by the case. Two-stage
 * diagonally implicit Runge–Kutta steps, L-stable (Alexander 1977, γ = 1 − 1/√2): one matrix for both stages, solved
 * along the tree from the dies to the fins. The air the case warms is fed one way and has a closed form (`caseAir.ts`).
 */
export function walk(track: Track, ladder: Ladder, out: Float64Array[], memo: LossMemo = new LossMemo()): void {
  const walker: Walker = out.length > 1 ? new TwoChips(ladder) : new OneChip(ladder);
  const loss = memo.of(track, ladder);
  const [scale1 = 1, scale2 = 1] = ladder.powerScale;
  const first = track.power[0] as Float64Array;
  const second = track.power[1] ?? first;
  const began = new Float64Array(out.length);
  const middle = new Float64Array(out.length);
  let next = 0;
  let held = NaN;
  let many = 1;
  for (let s = 0; s < first.length; s++) {
    const stretch = track.stretches[next];
    if (stretch?.from === s) {
      walker.begin(stateAt(track, stretch, ladder, next, loss[s] as number));
      next++;
      for (const o of out) o[s] = NaN;
      continue;
    }
    const full = track.h[s] as number;
    if (full !== held) {
      held = full;
      many = full > LONGEST_S ? Math.ceil(full / LONGEST_S) : 1;
      walker.stride(full / many);
    }
    const room = roomAt(track, ladder, s);
    const w1 = (first[s] as number) * scale1;
    const w2 = (second[s] as number) * scale2;
    const lossWK = ladder.finsWK * (loss[s] as number);
    const toEnd = track.toEnd[s] as number;
    if (toEnd >= 1 && many === 1) {
      walker.step(w1, w2, room, lossWK);
      for (let c = 0; c < out.length; c++) (out[c] as Float64Array)[s] = walker.read[c] as number;
      continue;
    }
    began.set(walker.read);
    middle.fill(0);
    for (let q = 0; q < many; q++) {
      for (let c = 0; c < out.length; c++) middle[c] = (middle[c] as number) + (walker.read[c] as number) / many;
      walker.step(w1, w2, room, lossWK);
    }
    // the trapezoid: half of the first goes, half of the last comes
    for (let c = 0; c < out.length; c++)
      middle[c] = (middle[c] as number) + (0.5 * ((walker.read[c] as number) - (began[c] as number))) / many;
    for (let c = 0; c < out.length; c++) {
      const end = walker.read[c] as number;
      // readings that were merged lie between the mean of the step and its end
      (out[c] as Float64Array)[s] =
        toEnd >= 1 ? end : (middle[c] as number) + (toEnd - 0.5) * (end - (began[c] as number));
    }
  }
}
