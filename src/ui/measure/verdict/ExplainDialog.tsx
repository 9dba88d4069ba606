"use client";
import { ticks } from "d3-array";
import { words } from "@/core/base/words";
import type { FitView } from "@/core/measure/judge";
import type { ChipId } from "@/core/measure/thermal";
import type { ExplainedChip } from "@/core/measure/says";
import { extent } from "@/ui/kit/charts/rows";
import { Strip } from "@/ui/kit/charts/Strip";
import { useAsked } from "@/ui/kit/controls/asked";
import { Button } from "@/ui/kit/controls/Button";
import { Refusal } from "@/ui/kit/controls/useSubmit";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

interface Props {
  jobId: number;
  /** The verdict explained: another one is another answer. */
  verdictId: number;
  chip: ChipId;
  onClose: () => void;
}

/** How a chip's figures were found: the fit over the measurement, what it leaves, the spectrum, the arithmetic. */
export function ExplainDialog({ jobId, verdictId, chip, onClose }: Props) {
  const { value: all, problem } = useAsked<ExplainedChip[]>(`/api/jobs/${jobId}/explain?of=${verdictId}`);
  const own = all?.find((c) => c.chip === chip);
  return (
    <FormDialog
      title={`How this was found: ${words.chip(chip)}`}
      width="widest"
      onClose={onClose}
      beside={
        <Button onClick={onClose} keyCap="Esc">
          Close
        </Button>
      }
    >
      <Refusal problem={problem} />
      <div className="mt-3 grid min-h-140 grid-cols-1 gap-6 lg:grid-cols-[minmax(0,1fr)_400px]">
        <div className="flex min-w-0 flex-col gap-4">
          {own ? (
            <>
              <Fit title="Run before" fit={own.before} ghost />
              <Fit title="Run after" fit={own.after} />
              <Spectrum before={own.before} after={own.after} />
            </>
          ) : null}
        </div>
        <ol className="flex flex-col gap-3">
          {own?.steps.map((s, i) => (
            <li key={i} className="border-t border-line pt-2 first:border-t-0">
              <h3 className="text-lead font-bold">{s.title}</h3>
              <p className="text-body leading-5.5">{s.text}</p>
            </li>
          ))}
        </ol>
      </div>
    </FormDialog>
  );
}

/** Width of the picture, px. */
const W = 620;

function Fit({ title, fit, ghost = false }: { title: string; fit: FitView; ghost?: boolean }) {
  const [low, high] = extent([{ points: fit.measured }, { points: fit.fitted }], 3);
  const end = fit.measured[fit.measured.length - 1]?.t ?? 1;
  const start = fit.measured[0]?.t ?? 0;
  const off = Math.max(2, ...fit.residual.map((p) => Math.max(Math.abs(p.min), Math.abs(p.max))));
  return (
    <section aria-label={title}>
      <h3 className="text-lead font-bold">
        {title}{" "}
        <span className="pl-2 text-note font-regular text-ink-2">
          measured grey, fit black; it leaves {fit.rmsK.toFixed(2)} K
        </span>
      </h3>
      <div
        className="overflow-x-auto"
        tabIndex={0}
        role="group"
        aria-label={`${title}: measured and fitted temperature`}
      >
        <Strip
          y={{ domain: [Math.floor(low), Math.ceil(high)], ticks: ticks(low, high, 3) }}
          width={W}
          height={118}
          span={[start, end]}
          lines={[
            { key: "measured", label: "", unit: "°C", points: fit.measured, colour: "var(--room)" },
            { key: "fitted", label: "", unit: "°C", points: fit.fitted, ghost, colour: "var(--ink)" },
          ]}
        />
        <Strip
          y={{ domain: [-off, off], ticks: [-Math.floor(off), 0, Math.floor(off)] }}
          width={W}
          height={66}
          span={[start, end]}
          xTicks
          lines={[{ key: "residual", label: "", unit: "K", points: fit.residual, colour: "var(--ink-2)" }]}
        />
      </div>
    </section>
  );
}

/** Height in K per time constant: before hollow, after solid, in the colour of the path. */
function Spectrum({ before, after }: { before: FitView; after: FitView }) {
  const taus = [...new Set([...before.spectrum, ...after.spectrum].map((l) => l.tauS))].sort((a, b) => a - b);
  const top = Math.max(1, ...[...before.spectrum, ...after.spectrum].map((l) => l.K));
  const step = W / Math.max(6, taus.length);
  const bar = (fit: FitView, tau: number) => fit.spectrum.filter((l) => l.tauS === tau).reduce((s, l) => s + l.K, 0);
  return (
    <section aria-label="Time constants">
      <h3 className="text-lead font-bold">
        Time constants{" "}
        <span className="pl-2 text-note font-regular text-ink-2">K each holds: before hollow, after solid</span>
      </h3>
      <div
        className="overflow-x-auto"
        tabIndex={0}
        role="group"
        aria-label={`Heights per time constant: ${taus
          .map((t) => `${t} s: ${bar(before, t).toFixed(1)} K ` + `before, ${bar(after, t).toFixed(1)} K after`)
          .join("; ")}`}
      >
        <svg aria-hidden width={W} height={128}>
          {taus.map((tau, i) => {
            const contact = [...before.spectrum, ...after.spectrum].find((l) => l.tauS === tau)?.path === "contact";
            const colour = contact ? "var(--paste)" : "var(--air)";
            const x = i * step + step / 2;
            const hb = (bar(before, tau) / top) * 84;
            const ha = (bar(after, tau) / top) * 84;
            return (
              <g key={tau}>
                <rect
                  x={x - 18}
                  y={100 - hb}
                  width={15}
                  height={hb}
                  fill="none"
                  stroke={colour}
                  strokeWidth={1.6}
                  strokeDasharray="4 2.5"
                />
                <rect x={x + 2} y={100 - ha} width={15} height={ha} fill={colour} />
                <text
                  x={x}
                  y={119}
                  textAnchor="middle"
                  fontSize="var(--text-tag)"
                  fill="var(--ink-2)"
                  fontFamily="var(--font-num)"
                >
                  {tau}s
                </text>
              </g>
            );
          })}
          <path d={`M0 100.5h${W}`} stroke="var(--ink-3)" />
        </svg>
      </div>
    </section>
  );
}
