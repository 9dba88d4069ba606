import { CaseAir } from "./caseAir";
import type { Ladder } from "./parameters";
import { GAMMA, SECOND, Sensor } from "./stage";
import type { State } from "./start";

/** Die, plate, fins of a machine with one chip, °C. */
export class OneChip {
  readonly read = new Float64Array(1);
  private die = 0;
  private plate = 0;
  private fins = 0;
  private readonly case: CaseAir;
  private readonly sensor: Sensor;
  private g = 0;
  private toPlate = 0;
  private ofDie = 0;
  private ofFins = 0;
  private plateOwn = 0;
  private finsOwn = 0;

  constructor(private readonly ladder: Ladder) {
    this.sensor = new Sensor(ladder.lagS[0] ?? 0.1);
    this.case = new CaseAir(ladder);
  }

  begin(state: State): void {
    this.die = state.die[0] ?? 0;
    this.plate = state.plate[0] ?? 0;
    this.fins = state.fins;
    this.case.begin(state.case);
    this.read[0] = state.read[0] ?? 0;
  }

  stride(h: number): void {
    const { pasteKW, pipeKW, dieJK, plateJK, finsJK } = this.ladder;
    const g = GAMMA * h;
    const paste = pasteKW[0] ?? 1;
    const pipe = pipeKW[0] ?? 1;
    this.g = g;
    this.toPlate = g / ((dieJK[0] ?? 1) * paste);
    this.ofDie = g / ((plateJK[0] ?? 1) * paste);
    this.ofFins = g / ((plateJK[0] ?? 1) * pipe);
    const intoFins = g / (finsJK * pipe);
    this.plateOwn = 1 + this.ofDie / (1 + this.toPlate) + this.ofFins;
    this.finsOwn = intoFins;
    this.sensor.stride(h);
    this.case.stride(h);
  }

  step(w: number, _none: number, roomC: number, lossWK: number): void {
    const { toPlate, ofDie, ofFins, plateOwn, finsOwn, ladder } = this;
    const out = (this.g * lossWK) / ladder.finsJK;
    const heat = (this.g * w) / (ladder.dieJK[0] as number);
    const air = out * (roomC + this.case.step(w));
    const dieOwn = 1 + toPlate;
    const own = 1 + finsOwn + out - (finsOwn * ofFins) / plateOwn;
    const d0 = this.die;
    const p0 = this.plate;
    const f0 = this.fins;
    let d = d0;
    let p = p0;
    let f = f0;
    for (let stage = 0; stage < 2; stage++) {
      const rD = (stage ? d0 + SECOND * (d - d0) : d0) + heat;
      const rP = (stage ? p0 + SECOND * (p - p0) : p0) + (ofDie * rD) / dieOwn;
      const rF = (stage ? f0 + SECOND * (f - f0) : f0) + air;
      f = (rF + (finsOwn * rP) / plateOwn) / own;
      p = (rP + ofFins * f) / plateOwn;
      d = (rD + toPlate * p) / dieOwn;
    }
    this.die = d;
    this.plate = p;
    this.fins = f;
    const instant = (ladder.instantKW[0] as number) * w;
    this.read[0] = this.sensor.next(this.read[0] as number, d0 + instant, d + instant);
  }
}
