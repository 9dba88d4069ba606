import { CaseAir } from "./caseAir";
import type { Ladder } from "./parameters";
import { GAMMA, SECOND, Sensor } from "./stage";
import type { State } from "./start";

/** Coefficients of one chip's die and plate in a step. */
interface Side {
  toPlate: number;
  dieOwn: number;
  ofDie: number;
  ofFins: number;
  ofOther: number;
  intoFins: number;
  heat: number;
}

/** Dies and plates of two chips on shared fins, °C. */
export class TwoChips {
  readonly read = new Float64Array(2);
  private d1 = 0;
  private d2 = 0;
  private p1 = 0;
  private p2 = 0;
  private fins = 0;
  private readonly case: CaseAir;
  private readonly sensors: [Sensor, Sensor];
  private g = 0;
  private a!: Side;
  private b!: Side;
  /** The two plates' equations, solved for both: own terms, determinant, and plates per kelvin of the fins. */
  private own1 = 0;
  private own2 = 0;
  private det = 0;
  private per1 = 0;
  private per2 = 0;

  constructor(private readonly ladder: Ladder) {
    this.case = new CaseAir(ladder);
    this.sensors = [new Sensor(ladder.lagS[0] ?? 0.1), new Sensor(ladder.lagS[1] ?? 0.1)];
  }

  begin(state: State): void {
    [this.d1, this.d2] = state.die as [number, number];
    [this.p1, this.p2] = state.plate as [number, number];
    this.fins = state.fins;
    this.case.begin(state.case);
    this.read.set(state.read);
  }

  stride(h: number): void {
    this.g = GAMMA * h;
    const a = this.side(0);
    const b = this.side(1);
    this.a = a;
    this.b = b;
    this.own1 = 1 + a.ofDie / a.dieOwn + a.ofFins + a.ofOther;
    this.own2 = 1 + b.ofDie / b.dieOwn + b.ofFins + b.ofOther;
    this.det = this.own1 * this.own2 - a.ofOther * b.ofOther;
    this.per1 = (this.own2 * a.ofFins + a.ofOther * b.ofFins) / this.det;
    this.per2 = (this.own1 * b.ofFins + b.ofOther * a.ofFins) / this.det;
    for (const s of this.sensors) s.stride(h);
    this.case.stride(h);
  }

  private side(i: number): Side {
    const { pasteKW, pipeKW, dieJK, plateJK, finsJK, linkWK } = this.ladder;
    const { g } = this;
    const paste = pasteKW[i] ?? 1;
    const pipe = pipeKW[i] ?? 1;
    const die = dieJK[i] ?? 1;
    const plate = plateJK[i] ?? 1;
    return {
      toPlate: g / (die * paste),
      dieOwn: 1 + g / (die * paste),
      ofDie: g / (plate * paste),
      ofFins: g / (plate * pipe),
      ofOther: (g * linkWK) / plate,
      intoFins: g / (finsJK * pipe),
      heat: g / die,
    };
  }

  step(w1: number, w2: number, roomC: number, lossWK: number): void {
    const { a, b, ladder, own1, own2, det, per1, per2 } = this;
    const out = (this.g * lossWK) / ladder.finsJK;
    const air = out * (roomC + this.case.step(w1 + w2));
    const finsOwn = 1 + a.intoFins * (1 - per1) + b.intoFins * (1 - per2) + out;
    const d10 = this.d1;
    const d20 = this.d2;
    const p10 = this.p1;
    const p20 = this.p2;
    const f0 = this.fins;
    let d1 = d10;
    let d2 = d20;
    let p1 = p10;
    let p2 = p20;
    let f = f0;
    for (let stage = 0; stage < 2; stage++) {
      const rD1 = (stage ? d10 + SECOND * (d1 - d10) : d10) + a.heat * w1;
      const rD2 = (stage ? d20 + SECOND * (d2 - d20) : d20) + b.heat * w2;
      const rP1 = (stage ? p10 + SECOND * (p1 - p10) : p10) + (a.ofDie * rD1) / a.dieOwn;
      const rP2 = (stage ? p20 + SECOND * (p2 - p20) : p20) + (b.ofDie * rD2) / b.dieOwn;
      const v1 = (own2 * rP1 + a.ofOther * rP2) / det;
      const v2 = (own1 * rP2 + b.ofOther * rP1) / det;
      const rF = (stage ? f0 + SECOND * (f - f0) : f0) + air;
      f = (rF + a.intoFins * v1 + b.intoFins * v2) / finsOwn;
      p1 = v1 + per1 * f;
      p2 = v2 + per2 * f;
      d1 = (rD1 + a.toPlate * p1) / a.dieOwn;
      d2 = (rD2 + b.toPlate * p2) / b.dieOwn;
    }
    this.d1 = d1;
    this.d2 = d2;
    this.p1 = p1;
    this.p2 = p2;
    this.fins = f;
    const i1 = (ladder.instantKW[0] as number) * w1;
    const i2 = (ladder.instantKW[1] as number) * w2;
    this.read[0] = this.sensors[0].next(this.read[0] as number, d10 + i1, d1 + i1);
    this.read[1] = this.sensors[1].next(this.read[1] as number, d20 + i2, d2 + i2);
  }
}
