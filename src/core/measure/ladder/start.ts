import { platesOverFins } from "./plates";
import type { Ladder } from "./parameters";
import type { Stretch, Track } from "./track";

/** Temperatures of a ladder, °C; of the case its rise over the room, K. */
export interface State {
  die: number[];
  plate: number[];
  fins: number;
  case: number;
  read: number[];
}

/** Share of a chip's first reading over the room that the fins are taken to stand at where nothing is settled. */
const WARM_FINS = 0.6;

/** The room of a step as the ladder has it, °C: as read, with its offset, and what it did where nobody read it. */
export const roomAt = (track: Track, ladder: Ladder, step: number): number =>
  (track.room[step] as number) + ladder.roomOffsetK + (track.away ? (track.away[step] as number) * ladder.driftK : 0);

/** State at the start of a stretch: from the idle power where the machine had settled, else about what was read. */
export function stateAt(track: Track, stretch: Stretch, ladder: Ladder, j: number, loss: number): State {
  const start = ladder.starts[j] ?? { finsK: 0, caseK: 0, platesK: [] };
  const power = stretch.startW.map((w, i) => w * (ladder.powerScale[i] ?? 1));
  const total = power.reduce((a, b) => a + b, 0);
  const room = roomAt(track, ladder, stretch.from);
  if (stretch.settled) {
    const kase = ladder.caseKW * total + start.caseK;
    const fins = room + kase + total / (ladder.finsWK * loss) + start.finsK;
    const plate = platesOverFins(ladder, power).map((rise) => fins + rise);
    const die = plate.map((p, i) => p + (power[i] ?? 0) * (ladder.pasteKW[i] ?? 0));
    return { fins, case: kase, plate, die, read: die.map((d, i) => d + (ladder.instantKW[i] ?? 0) * (power[i] ?? 0)) };
  }
  const least = Math.min(...stretch.startC.filter((c) => Number.isFinite(c)));
  const fins = room + WARM_FINS * (least - room) + start.finsK;
  const die = stretch.startC.map((c) => (Number.isFinite(c) ? c : least));
  const plate = die.map((c, i) => {
    const paste = ladder.pasteKW[i] ?? 1;
    const pipe = ladder.pipeKW[i] ?? 1;
    return fins + ((c - fins) * pipe) / (paste + pipe) + (start.platesK[i] ?? 0);
  });
  return { fins, case: start.caseK, plate, die, read: die };
}
