import { COMPLAINTS, DUST_PARTS, FAULTS, type Fault } from "../suspects";
import { caseProblem, LEVELS, LOGGED, SIZES, type PracticeCase } from "./case";
import { PRACTICE_KINDS } from "./kinds";

/** Letters that are not taken for one another when read aloud or written by hand. */
const LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
/** Bits by which a mistyped code is told. */
const CHECK_BITS = 7;
/** Letters of a code. */
const LENGTH = 9;
/** Form of the code, in its first bits. */
const VERSION = 1;

interface Part {
  bits: number;
  of: (c: PracticeCase) => number;
}

const faultParts = (at: 0 | 1): Part[] => {
  const one = (f: (fault: Fault) => number) => (c: PracticeCase) => {
    const fault = c.faults[at];
    return fault ? f(fault) : 0;
  };
  return [
    { bits: 4, of: one((f) => FAULTS.indexOf(f.kind)) },
    { bits: 3, of: one((f) => Math.round(f.size * SIZES)) },
    { bits: 1, of: one((f) => (f.chip === "gpu" ? 1 : 0)) },
    { bits: 2, of: one((f) => DUST_PARTS.indexOf(f.part)) },
  ];
};

const PARTS: readonly Part[] = [
  { bits: 2, of: () => VERSION },
  { bits: 2, of: (c) => PRACTICE_KINDS.indexOf(c.kind) },
  { bits: 2, of: (c) => LEVELS.indexOf(c.level) },
  { bits: 1, of: (c) => (c.opened ? 1 : 0) },
  { bits: 2, of: (c) => LOGGED.indexOf(c.logged) },
  { bits: 3, of: (c) => COMPLAINTS.indexOf(c.complaint) },
  ...faultParts(0),
  ...faultParts(1),
  { bits: 6, of: (c) => c.seed },
];

const MASK = (1n << 45n) - 1n;

/** Bits that hide what a code says from who only looks at it: drawn from its check. */
function veil(check: bigint): bigint {
  let x = check * 2862933555777941757n + 3037000493n;
  for (let i = 0; i < 4; i++) x = ((x ^ (x >> 21n)) * 1181783497276652981n) & ((1n << 64n) - 1n);
  return (x >> 10n) & (MASK >> BigInt(CHECK_BITS));
}

function checkOf(payload: bigint): bigint {
  let x = payload ^ (payload >> 17n);
  for (let i = 0; i < 3; i++) x = ((x ^ (x >> 13n)) * 2685821657736338717n) & ((1n << 64n) - 1n);
  return x >> BigInt(64 - CHECK_BITS);
}

/**
 * A case as nine letters, the same for everybody: "7KD-4QH-M2X".
 *
 * @example
 * caseOf(codeOf(drawCase("fair", 0.2)))?.level; // "fair"
 */
export function codeOf(c: PracticeCase): string {
  let payload = 0n;
  for (const { bits, of } of PARTS) payload = (payload << BigInt(bits)) | BigInt(of(c));
  const check = checkOf(payload);
  let value = ((payload ^ veil(check)) << BigInt(CHECK_BITS)) | check;
  let out = "";
  for (let i = 0; i < LENGTH; i++) {
    out = (LETTERS[Number(value & 31n)] ?? "0") + out;
    value >>= 5n;
  }
  return out.replace(/(...)(...)(...)/, "$1-$2-$3");
}

/** The case of a code, however it was written; null for one that nobody made. */
export function caseOf(code: string): PracticeCase | null {
  const letters = code.toUpperCase().replace(/[\s-]/g, "").replace(/O/g, "0").replace(/[IL]/g, "1").replace(/U/g, "V");
  if (letters.length !== LENGTH) return null;
  let value = 0n;
  for (const letter of letters) {
    const at = LETTERS.indexOf(letter);
    if (at < 0) return null;
    value = (value << 5n) | BigInt(at);
  }
  const check = value & ((1n << BigInt(CHECK_BITS)) - 1n);
  const payload = (value >> BigInt(CHECK_BITS)) ^ veil(check);
  return checkOf(payload) === check ? unpacked(payload) : null;
}

function unpacked(payload: bigint): PracticeCase | null {
  let left = payload;
  const read: number[] = [];
  for (const { bits } of [...PARTS].reverse()) {
    read.unshift(Number(left & ((1n << BigInt(bits)) - 1n)));
    left >>= BigInt(bits);
  }
  const [version, kind, level, opened, logged, complaint] = read.map((v) => v);
  const faults = [read.slice(6, 10), read.slice(10, 14)].flatMap(([k = 0, size = 0, chip, part = 0]): Fault[] => {
    const fault = FAULTS[k];
    const where = DUST_PARTS[part];
    return fault && fault !== "nothing" && where
      ? [{ kind: fault, size: size / SIZES, chip: chip ? "gpu" : "cpu", part: where }]
      : [];
  });
  const of = {
    kind: PRACTICE_KINDS[kind ?? 9],
    level: LEVELS[level ?? 9],
    complaint: COMPLAINTS[complaint ?? 9],
    logged: LOGGED[logged ?? 9],
  };
  if (version !== VERSION || left !== 0n || !of.kind || !of.level || !of.complaint || !of.logged) return null;
  const found = { ...of, faults, opened: opened === 1, seed: read[14] ?? 0 } as PracticeCase;
  return caseProblem(found) === null ? found : null;
}
