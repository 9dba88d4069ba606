import { randomLcg } from "d3-random";

/** What readers trip over: numbers at their ends, markup, formulas, paths, keys that mean something to the language. */
const TOKENS = [
  "1e309",
  "-0",
  "NaN",
  "9".repeat(400),
  "\u0000",
  "\uFFFF",
  "\u202E",
  "=cmd|' /C calc'!A0",
  "@SUM(1+1)",
  "<script>alert(1)</script>",
  "<!ENTITY x SYSTEM 'file:///etc/passwd'>",
  "&x;&x;&x;",
  "../../../etc/passwd",
  "C:\\x",
  '{"__proto__":{"x":1}}',
  '"constructor"',
  "[".repeat(5_000),
  '{"a":'.repeat(2_000),
  ",".repeat(3_000),
  "\n".repeat(3_000),
  '"',
  ";",
  "\t",
  "\uFEFF",
  "°C",
  "999999999999",
  "-1",
  "data:text/html,x",
  "javascript:alert(1)",
  "url(http://x.test/)",
] as const;

/** Chance that is the same for the same seed. */
export class Chance {
  private readonly next: () => number;

  constructor(seed: number) {
    this.next = randomLcg((seed % 1_000_003) / 1_000_003);
    for (let i = 0; i < 3; i++) this.next();
  }

  below(n: number): number {
    return Math.floor(this.next() * n);
  }

  of<T>(list: readonly T[]): T {
    return list[this.below(list.length)] as T;
  }
}

/** Bytes made odd: cut, doubled, flipped, with something from elsewhere in their middle, once or many times. */
export function mutated(chance: Chance, seeds: readonly Uint8Array[]): Uint8Array {
  let bytes: Buffer = Buffer.from(chance.of(seeds));
  for (let turns = 1 + chance.below(6); turns > 0; turns--) bytes = turned(chance, bytes, seeds);
  return bytes;
}

function turned(chance: Chance, bytes: Buffer, seeds: readonly Uint8Array[]): Buffer {
  const at = chance.below(bytes.length + 1);
  const to = Math.min(bytes.length, at + chance.below(200));
  switch (chance.below(8)) {
    case 0:
      return bytes.subarray(0, at);
    case 1:
      return Buffer.concat([bytes.subarray(0, at), bytes.subarray(to)]);
    case 2:
      return Buffer.concat([bytes.subarray(0, to), bytes.subarray(at, to), bytes.subarray(to)]);
    case 3: {
      const other = Buffer.from(chance.of(seeds));
      return Buffer.concat([bytes.subarray(0, at), other.subarray(chance.below(other.length + 1))]);
    }
    case 4: {
      const flipped = Buffer.from(bytes);
      for (let n = 1 + chance.below(20); n > 0 && flipped.length; n--)
        flipped[chance.below(flipped.length)] = chance.below(256);
      return flipped;
    }
    case 5:
      return Buffer.concat(Array.from({ length: 1 + chance.below(40) }, () => bytes.subarray(at, to)).concat(bytes));
    default:
      return Buffer.concat([bytes.subarray(0, at), Buffer.from(chance.of(TOKENS)), bytes.subarray(at)]);
  }
}
