"use client";
import { useState } from "react";
import { padKPa, usualCurves, type PadCurve, type PadCurves, type Softness } from "@/core/handwork/pads";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";

const CLASSES: readonly Softness[] = ["soft", "medium", "firm"];
const FIELDS: readonly (readonly [keyof PadCurve, string, number])[] = [
  ["modulusKPa", "Stiffness, kPa", 1],
  ["least", "At least, %", 100],
  ["target", "Aim at, %", 100],
  ["most", "At most, %", 100],
  ["limit", "Limit, %", 100],
];
/** Size of a curve, px. */
const W = 150;
/** Its height, px. */
const H = 66;

/** How pads of each softness press back, with the curve drawn as it is typed. */
export function CurvesForm({ start }: { start: PadCurves }) {
  const [text, setText] = useState(() => textOf(start));
  const [said, setSaid] = useState("");
  const [problem, setProblem] = useState("");
  const curves = Object.fromEntries(
    CLASSES.map((c) => [
      c,
      Object.fromEntries(FIELDS.map(([key, , k]) => [key, Number((text[c]?.[key] ?? "").replace(",", ".")) / k])),
    ]),
  ) as unknown as PadCurves;
  const keep = async () => {
    setSaid("");
    const sent = await send<null>("PUT", "/api/pad-curves", curves);
    setProblem(sent.ok ? "" : sent.problem.message);
    if (sent.ok) setSaid("Curves kept");
  };
  return (
    <form
      aria-label="How pads press back"
      className="mt-10 max-w-260 border-t-[1.5px] border-line pt-5"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <h2 className="text-head font-bold">How pads press back</h2>
      <p className="mt-1 max-w-190 text-body text-ink-2">
        Ours are relaxed pads, some minutes after they were pressed. Take a maker&apos;s curve where there is one:
        thickness and forces are reckoned by it.
      </p>
      {CLASSES.map((c) => (
        <fieldset key={c} className="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2 border-t border-line-2 pt-3">
          <legend className="contents">
            <span className="w-21 self-center text-sub font-strong">{c}</span>
          </legend>
          {FIELDS.map(([key, label]) => (
            <label key={key} className="text-note">
              <span className="block text-ink-2">{label}</span>
              <input
                inputMode="decimal"
                aria-label={`${label}, ${c} pads`}
                value={text[c]?.[key] ?? ""}
                onChange={(e) => setText({ ...text, [c]: { ...text[c], [key]: e.target.value } })}
                className="field num min-h-11 w-27 px-2 text-lead"
              />
            </label>
          ))}
          <Curve curve={curves[c]} />
        </fieldset>
      ))}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <Button type="submit" look="main">
          Keep these curves
        </Button>
        <Button onClick={() => setText(textOf(usualCurves))}>Back to ours</Button>
        <span role="status" className="text-lead text-ink-2">
          {said}
        </span>
        {problem ? (
          <span role="alert" className="text-lead text-stop-ink">
            {problem}
          </span>
        ) : null}
      </div>
    </form>
  );
}

const textOf = (curves: PadCurves): Record<string, Record<string, string>> =>
  Object.fromEntries(
    CLASSES.map((c) => [
      c,
      Object.fromEntries(FIELDS.map(([key, , k]) => [key, String(Math.round(curves[c][key] * k * 100) / 100)])),
    ]),
  );

/** Pressure over the share pressed, to 200 kPa, the bounds as a band. */
function Curve({ curve }: { curve: PadCurve }) {
  const ok = Object.values(curve).every((v) => Number.isFinite(v) && v > 0);
  const y = (kPa: number) => H - 4 - Math.min(1, kPa / 200) * (H - 8);
  const x = (share: number) => share * W;
  return (
    <svg aria-hidden width={W} height={H} viewBox={`0 0 ${W} ${H}`} className="border border-line bg-sheet">
      {ok ? (
        <>
          <rect
            x={x(curve.least)}
            y={0}
            width={Math.max(0, x(curve.most) - x(curve.least))}
            height={H}
            fill="var(--copper-wash)"
          />
          <path d={`M${x(curve.target)} 0V${H}`} stroke="var(--copper)" strokeWidth={1.5} />
          <path
            d={`M${Array.from({ length: 50 }, (_, i) => i / 60)
              .map((s) => `${x(s).toFixed(1)} ${y(padKPa(curve, s)).toFixed(1)}`)
              .join("L")}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={2}
          />
        </>
      ) : null}
    </svg>
  );
}
