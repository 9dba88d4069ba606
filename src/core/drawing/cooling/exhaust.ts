import { roomTrue, type RunConditions } from "../../measure/pair";
import type { CoolingMap } from "../parts/map";
import { AIR_JM3K, airOf, type Closed } from "./airflow";

/** Air of one outlet over the room, K, and how much of its inlet was closed; null where nobody graded it. */
export interface OutletRead {
  K: number;
  closed: number | null;
}

/** What was read at outlets in one run, by the part of their stack. */
export type Exhausts = ReadonlyMap<string, OutletRead>;

/** Tags of the stacks that air is blown out of: where a thermometer can be held. */
export const outletsOf = (map: CoolingMap): string[] =>
  map
    .ofKind("fins")
    .filter((f) => f.tag && map.beside(f.id, "blower").length > 0)
    .map((f) => f.tag);

/** Temperatures read at outlets, by tag, as the conditions of a run keep them. */
export const exhaustOf = (text: string): Map<string, number> =>
  new Map(
    text.split(";").flatMap((pair) => {
      const [, tag, C] = /^([A-Za-z0-9 ]{1,8})=(-?\d{1,3}(?:\.\d+)?)$/.exec(pair.trim()) ?? [];
      return tag && C ? [[tag, Number(C)] as const] : [];
    }),
  );

/** The same back as text; those that are none are left out. */
export const exhaustText = (read: ReadonlyMap<string, number>): string =>
  [...read].flatMap(([tag, C]) => (Number.isFinite(C) ? [`${tag}=${C}`] : [])).join(";");

/**
 * How much warmer the air of each outlet was than the room at the end of the load; empty while either is not known. An
 * outlet that is no warmer than its room was misread.
 * @param closed what is known of the inlets in that run
 */
export function exhaustRises(map: CoolingMap, conditions: RunConditions, closed: Closed): Map<string, OutletRead> {
  const room = roomTrue(conditions);
  const roomC = room.endC ?? room.startC;
  const read = exhaustOf(conditions.exhaust ?? "");
  return new Map(
    map.ofKind("fins").flatMap((f) => {
      const C = read.get(f.tag);
      return C === undefined || roomC === null || C - roomC < LEAST_K
        ? []
        : [[f.id, { K: C - roomC, closed: closed.get(f.id) ?? null }] as const];
    }),
  );
}
const LEAST_K = 1;

/** A thermometer in an air stream is off by this, K. */
const READ_OFF_K = 1;
/**
 * The flow of a stack by the drawing is off by this, as a sigma of a logarithm: its own where its inlet was graded and
 * where it was not, and all alike.
 */
const FLOW_OFF = 0.15;
/** The same where the inlet was not graded, a share. */
const UNGRADED_OFF = 0.4;
/** What all flows are off together, a share. */
const ALL_OFF = 0.25;

/** What was read at the outlets, as the fit of the heat lens takes it: logarithms of rises, and how they are off. */
export interface ExhaustRead {
  fins: string[];
  logK: number[];
  /** Sigma of each alone, and of all together. */
  own: number[];
  all: number;
  /** Heat per kelvin of the air that each stack lets through, W/K. */
  capacityWK: number[];
}

/** Outlets that were read, with the air the drawing and their graded inlets give them. */
export function exhaustRead(map: CoolingMap, rises: Exhausts, share: number): ExhaustRead {
  const closed = new Map([...rises].flatMap(([id, r]) => (r.closed === null ? [] : [[id, r.closed] as const])));
  const air = airOf(map, share, closed);
  const known = [...rises].flatMap(([fins, r]) => {
    const flow = air.get(fins)?.flowM3s ?? 0;
    return flow > 0 && r.K > 0 ? [{ fins, ...r, WK: flow * AIR_JM3K }] : [];
  });
  return {
    fins: known.map((e) => e.fins),
    logK: known.map((e) => Math.log(e.K)),
    own: known.map((e) => Math.hypot(e.closed === null ? UNGRADED_OFF : FLOW_OFF, READ_OFF_K / e.K)),
    all: ALL_OFF,
    capacityWK: known.map((e) => e.WK),
  };
}
