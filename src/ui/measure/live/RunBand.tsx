import { words } from "@/core/base/words";
import type { LiveView } from "@/core/measure/protocol";

/** The run as one band: idle, load, cool-down to their lengths; copper as far as the load has come. */
export function RunBand({ view }: { view: LiveView }) {
  const { recipe, state, began } = view;
  const parts = [
    { name: "Idle", s: recipe.idleS, done: state.loadOnS !== null || state.phase === "done" },
    { name: "Load", s: recipe.loadS, done: state.loadOffS !== null },
    { name: "Cool-down", s: recipe.coolS, done: state.phase === "done" },
  ].filter((p) => p.s > 0);
  const at = !began ? -1 : state.phase === "cool" ? 2 : state.phase === "done" ? 3 : state.loadOnS === null ? 0 : 1;
  return (
    <div
      className="grid gap-x-[3px] px-5 pt-3 pb-8"
      style={{ gridTemplateColumns: parts.map((p) => `minmax(92px, ${p.s}fr)`).join(" ") }}
    >
      {parts.map((p, i) => (
        <div key={p.name} className="relative min-w-0">
          <p
            className={
              i === at
                ? "text-sub leading-7 font-bold whitespace-nowrap"
                : "text-lead leading-7 whitespace-nowrap text-ink-2"
            }
          >
            {p.name} <span className="num pl-1.5 font-medium">{words.clock(p.s)}</span>
          </p>
          <Segment view={view} name={p.name} s={p.s} now={i === at} done={i < at} />
        </div>
      ))}
    </div>
  );
}

interface SegmentProps {
  view: LiveView;
  name: string;
  s: number;
  now: boolean;
  done: boolean;
}

/** One phase of the band: done, how far, or what will be. */
function Segment({ view, name, s, now, done }: SegmentProps) {
  const { state, enoughAtS } = view;
  const gone = now ? (name === "Load" ? state.loadedS : s - (state.leftS ?? s)) : done ? s : 0;
  const share = Math.min(1, Math.max(0, gone / s));
  const mark = name === "Load" && !view.enough && enoughAtS !== null && enoughAtS < s ? enoughAtS / s : null;
  const load = name === "Load";
  const says = done ? (load ? loadDone(view) : "done") : now && state.phase === "paused" ? "paused" : "";
  return (
    <div className={`relative mt-1 h-8 border-2 border-ink ${done && !load ? "bg-ink" : "bg-sheet"}`}>
      {load || !done ? (
        <div
          className={`absolute inset-y-0 left-0 ${load ? "bg-copper-fill" : "bg-ink"}`}
          style={{ width: `${100 * (done && load ? Math.min(1, state.loadedS / s) : share)}%` }}
        />
      ) : null}
      <span
        className={`absolute inset-0 grid place-items-center truncate px-1 text-body font-medium
          ${done && !load ? "text-sheet" : ""}`}
      >
        <span className={load && says ? "bg-sheet px-2 leading-5" : ""}>
          {says || (!now && !done && name === "Cool-down" ? "starts by itself" : "")}
        </span>
      </span>
      {mark !== null && !done && says === "" ? (
        <>
          <div
            aria-hidden
            className="absolute inset-y-[-2px] border-l-2 border-dashed border-ink"
            style={{ left: `${100 * mark}%` }}
          />
          <p
            className="absolute top-8.5 text-note whitespace-nowrap"
            style={{ left: `${100 * Math.max(mark, now ? share + 0.012 : 0)}%` }}
          >
            enough to judge at <b className="num font-strong">{words.clock(enoughAtS ?? 0)}</b>
          </p>
        </>
      ) : null}
      {now ? (
        <>
          <div
            aria-hidden
            className="absolute inset-y-[-6px] w-1 bg-ink"
            style={{ left: `calc(${100 * share}% - 2px)` }}
          />
          <p
            data-testid="run-clock"
            className="num absolute top-9 text-title leading-6 font-strong"
            style={
              share > 0.2 ? { right: `calc(${100 * (1 - share)}% + 10px)` } : { left: `calc(${100 * share}% + 10px)` }
            }
          >
            {words.clock(gone)}
          </p>
        </>
      ) : null}
    </div>
  );
}

const loadDone = ({ state }: LiveView): string => (state.stopped ? `stopped at ${words.clock(state.loadedS)}` : "done");
