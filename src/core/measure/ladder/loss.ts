import type { Ladder } from "./parameters";
import type { Track } from "./track";

/** Loss of the fins in each step of one track; worked out again only when the fan's law or scale moves. */
export class LossMemo {
  private exponent = NaN;
  private scale = NaN;
  private blown = new Float64Array(0);

  /** Loss as a share of that at the reference speed: n^m over all fans, and what a standing fan leaves. */
  of(track: Track, { fanExponent, fanScale, still }: Ladder): Float64Array {
    if (fanExponent !== this.exponent || fanScale !== this.scale || this.blown.length !== track.h.length) {
      this.exponent = fanExponent;
      this.scale = fanScale;
      this.blown = blownShare(track, fanExponent, fanScale);
    }
    const out = new Float64Array(this.blown);
    for (let k = 0; k < out.length; k++) out[k] = (out[k] as number) + still;
    return out;
  }
}

function blownShare({ fans, h }: Track, exponent: number, scale: number): Float64Array<ArrayBuffer> {
  const out = new Float64Array(h.length);
  for (const share of fans) {
    let last = NaN;
    let pow = 0;
    for (let k = 0; k < out.length; k++) {
      const n = (share[k] as number) * scale;
      if (n !== last) {
        pow = n > 0 ? n ** exponent : 0;
        last = n;
      }
      out[k] = (out[k] as number) + pow / fans.length;
    }
  }
  return out;
}
