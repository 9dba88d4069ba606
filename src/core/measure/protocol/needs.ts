import { channelOf, type Run } from "../log";
import { words } from "../../base/words";
import type { RunState } from "./phase";
import type { Recipe } from "./recipe";
import { isSteady, steadyForS } from "./steady";

/** One thing a run still needs, or has, before it can be judged. */
export interface Need {
  code: "settled" | "jump" | "fans" | "steady" | "drop";
  name: string;
  met: boolean;
  /** False for what only makes the verdict surer. */
  needed: boolean;
  /** Short, as it stands at the right: "1:58 left". */
  figure: string;
  says: string;
  /** Until it is met if all goes on as now, s; null where nothing tells. */
  leftS: number | null;
  /** How much of it is there, 0 to 1. */
  share: number;
}

export interface SoFar {
  run: Run;
  state: RunState;
  recipe: Recipe;
  /** Load the airflow takes to show itself, s, by the judge's own rule; null while nothing tells. */
  enoughS: number | null;
}

/** Taken while no fit tells how slow the machine is, s. */
const USUAL_ENOUGH_S = 480;
/** How long fans, power and room must hold still, s. */
const STEADY_S = 90;
/** A rise at load on is caught with readings so near, s, and of at least so much, K. */
const CATCH_STEP_S = 2.6;
const CATCH_S = 8;
const JUMP_K = 3;
/** Cool-down from which contact is read once more, s. */
const DROP_S = 60;

/**
 * What the run still needs before it can be judged, the slowest first.
 *
 * @example
 * needsOf({ run, state, recipe, enoughS: 420 })[0]; // settled: { figure: "1:58 left", leftS: 118, … }
 */
export function needsOf(so: SoFar): Need[] {
  return [settled(so), jump(so), fans(so), steady(so), drop(so)];
}

/** Whether all that is needed is there. */
export const isEnough = (needs: readonly Need[]): boolean => needs.every((n) => n.met || !n.needed);

/** When the run can be judged, s of load, if all goes on as now; null where nothing tells. */
export function enoughAtS(needs: readonly Need[], state: RunState): number | null {
  const open = needs.filter((n) => n.needed && !n.met);
  if (open.some((n) => n.leftS === null)) return null;
  return state.loadedS + Math.max(0, ...open.map((n) => n.leftS ?? 0));
}

const need = (code: Need["code"], name: string, more: Partial<Need>): Need => ({
  code,
  name,
  met: false,
  needed: true,
  figure: "",
  says: "",
  leftS: null,
  share: more.met ? 1 : 0,
  ...more,
});

function settled({ state, enoughS }: SoFar): Need {
  const name = "Slow part settled";
  const takes = enoughS ?? USUAL_ENOUGH_S;
  const says = enoughS === null ? "Airflow needs some minutes of load" : `Airflow takes ${words.clock(takes)} of load`;
  const leftS = Math.max(0, takes - state.loadedS);
  const share = Math.min(1, state.loadedS / takes);
  if (state.loadOnS === null) return need("settled", name, { figure: "waits for the load", says, leftS });
  if (leftS <= 0) return need("settled", name, { met: true, figure: words.clock(state.loadedS), says });
  // the load is over: what is missing does not come any more
  const over = state.phase === "cool" || state.phase === "done";
  return need("settled", name, {
    figure: over ? `${words.clock(leftS)} short` : `${words.clock(leftS)} left`,
    says: over ? `Airflow would have taken ${words.clock(takes)} of load` : says,
    leftS: over ? null : leftS,
    share,
  });
}

function jump({ run, state }: SoFar): Need {
  const name = "Jump at load on caught";
  const at = state.loadOnS;
  if (at === null) return need("jump", name, { figure: "waits for the load", says: "Tells contact", leftS: 0 });
  const chips = (["cpu", "gpu"] as const).flatMap((c) => channelOf(run, `${c}.temperature`)?.values ?? []);
  if (chips.length === 0)
    return need("jump", "Chips not read", { needed: false, says: "The verdict will be told in work alone" });
  let [riseK, gapS, last] = [0, 0, at - CATCH_S];
  for (const values of chips) {
    let from = NaN;
    for (let i = 0; i < values.length; i++) {
      const t = run.timeS[i] ?? 0;
      const v = values[i] ?? NaN;
      if (!Number.isFinite(v) || t > at + CATCH_S) continue;
      if (t <= at) from = v;
      else riseK = Math.max(riseK, v - from || 0);
      if (values === chips[0] && t > at - CATCH_S) {
        gapS = Math.max(gapS, t - last);
        last = t;
      }
    }
  }
  if (state.loadedS < CATCH_S && state.phase === "load")
    return need("jump", name, { figure: "now", says: "Tells contact", leftS: CATCH_S - state.loadedS });
  if (gapS > CATCH_STEP_S)
    return need("jump", "Jump at load on missed", {
      needed: false,
      figure: `${words.number(gapS)} s apart`,
      says: "Readings are too far apart there: contact will be less sure",
    });
  return riseK >= JUMP_K
    ? need("jump", name, { met: true, figure: words.kelvin(riseK).replace("+", "") })
    : need("jump", "No jump at load on", {
        needed: false,
        figure: words.kelvin(riseK).replace("+", ""),
        says: "The load came slowly, or the sensor lags: contact will be less sure",
      });
}

function fans({ run, state }: SoFar): Need {
  const name = `Fans steady for ${STEADY_S} s`;
  const channel = run.channels.find((c) => /^fan\d+\.(speed|duty)$/.test(c.key));
  if (!channel)
    return need("fans", "Fans not logged", { needed: false, says: "A usual fan curve will be taken", figure: "" });
  const forS = steadyForS(run.timeS, channel.values, { share: 0.05, least: 60, fromS: state.loadOnS ?? 0 });
  return held("fans", name, state, forS);
}

function steady({ run, state, recipe }: SoFar): Need {
  const power = run.channels.filter((c) => /^(cpu|gpu)\.power$/.test(c.key));
  const room = channelOf(run, "room.temperature");
  const parts = [power.length ? "Power" : "", room ? "room" : ""].filter(Boolean);
  if (parts.length === 0)
    return need("steady", "Power not logged", {
      needed: false,
      says: "Equal work is taken from load and clock, where they are logged",
    });
  // a file copy comes and goes
  const share = recipe.drive ? 0.3 : 0.08;
  const fromS = state.loadOnS ?? 0;
  const forS = Math.min(
    ...power.map((c) => steadyForS(run.timeS, c.values, { share, least: 1, fromS })),
    ...(room ? [steadyForS(run.timeS, room.values, { share: 0, least: 1, fromS })] : []),
  );
  return held("steady", words.capital(`${parts.join(" and ")} steady`.toLowerCase()), state, forS);
}

function held(code: Need["code"], name: string, state: RunState, forS: number): Need {
  if (state.loadOnS === null) return need(code, name, { figure: "waits for the load", leftS: STEADY_S });
  return isSteady(forS, STEADY_S)
    ? need(code, name, { met: true, figure: words.clock(forS) })
    : need(code, name, {
        figure: forS < 10 ? "changing" : words.clock(forS),
        leftS: STEADY_S - forS,
        share: forS / STEADY_S,
      });
}

function drop({ state, recipe }: SoFar): Need {
  const name = "Drop at load off";
  const says = "Not needed, makes contact surer";
  const base = { needed: false, says };
  if (state.loadOffS === null) {
    const inS = state.loadOnS === null ? recipe.idleS + recipe.loadS : (state.leftS ?? 0);
    return need("drop", name, {
      ...base,
      figure: state.phase === "paused" ? "" : `in ${words.clock(inS)}`,
      leftS: inS,
    });
  }
  const coolS = recipe.coolS - (state.leftS ?? 0);
  return coolS >= DROP_S || state.phase === "done"
    ? need("drop", name, { ...base, met: coolS >= DROP_S, figure: words.clock(Math.max(0, coolS)) })
    : need("drop", name, { ...base, figure: words.clock(coolS), leftS: DROP_S - coolS, share: coolS / DROP_S });
}
