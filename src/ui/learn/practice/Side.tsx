"use client";
import type { Layout } from "@/core/drawing/parts";
import type { PracticeStep, Shown, ShownRun, TryView } from "@/core/learn/practice";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import { SmallUnderside } from "@/ui/drawing/underside/SmallUnderside";
import { LookPicture } from "./LookPicture";

interface Props {
  view: TryView;
  layout: Layout | null;
  shown: Shown | null;
  step: PracticeStep | undefined;
  /** Strands are out of sight until it is said what is wrong. */
  hidden: boolean;
  busy: boolean;
  acts: { hide: (hidden: boolean) => void; log: () => void; name: () => void };
}

/** Beside the strands: what the owner says, the machine as it lies, and what is known by now. */
export function Side({ view, layout, shown, step, hidden, busy, acts }: Props) {
  const unread = shown?.runs.findIndex((r) => !r.read) ?? -1;
  const saw = step?.saw ?? null;
  return (
    <div className="flex flex-1 flex-col px-5 pt-4">
      <h2 className="text-step leading-8.5 font-bold">What is wrong?</h2>
      <p className="mt-1 text-lead leading-5.5">
        <q>{view.complaint}</q>{" "}
        <span className="text-ink-2">
          {view.opened ? "Somebody had it open before." : "Never opened as far as anybody knows."}
        </span>
      </p>
      <div className="mt-3 min-h-33">
        {saw ? (
          <figure>
            <LookPicture look={saw.look} signs={saw.signs} words={saw.words} />
            <figcaption className="mt-1 text-note text-ink-2">{words.capital(saw.words)}.</figcaption>
          </figure>
        ) : (
          <Machine view={view} layout={layout} open={shown?.state.open ?? false} />
        )}
      </div>
      <Known runs={shown?.runs ?? []} />
      {unread >= 0 ? (
        <section className="border-t border-line-2 py-2">
          <h3 className="text-lead font-strong">Not looked at yet</h3>
          <p className="text-note text-ink-2">
            The log of run {unread + 1} has {words.listed(shown?.runs[unread]?.more ?? [])}.
          </p>
        </section>
      ) : null}
      {shown?.state.uses.length ? (
        <section className="border-t border-line-2 py-2">
          <h3 className="text-lead font-strong">Used up</h3>
          <p className="text-note text-ink-2">{shown.state.uses.join(", ")}</p>
        </section>
      ) : null}
      <label className="flex min-h-11 cursor-pointer items-center gap-2.5 border-t border-line-2 text-note">
        <input
          type="checkbox"
          className="size-5 accent-(--copper)"
          checked={hidden}
          onChange={(e) => acts.hide(e.target.checked)}
        />
        Hide the strands until I say what is wrong
      </label>
      <div className="flex-1" />
      <div className="sticky bottom-0 -mx-5 grid grid-cols-1 gap-2.5 bg-sheet px-5 pt-3 pb-4">
        {shown?.runs.length ? (
          <Button big keyCap="L" disabled={busy} onClick={acts.log}>
            Look into the log of run {unread >= 0 ? unread + 1 : shown.runs.length}
          </Button>
        ) : null}
        <Button look="main" big keyCap="Enter" className="min-h-17 text-title" disabled={busy} onClick={acts.name}>
          Say what is wrong
        </Button>
      </div>
    </div>
  );
}

/** The machine as it lies: closed from below, or open. */
function Machine({ view, layout, open }: { view: TryView; layout: Layout | null; open: boolean }) {
  const widthMm = layout?.base.widthMm ?? 358;
  const scale = 276 / (widthMm + 12);
  return (
    <div
      role="img"
      aria-label={`The ${view.model} ${open ? "opened" : "closed"}, from below`}
      className="overflow-hidden *:h-auto *:max-w-full"
    >
      {open && layout ? (
        <SmallUnderside layout={layout} pxPerMm={scale} />
      ) : (
        <BaseOutline form={view.form} pxPerMm={scale} />
      )}
    </div>
  );
}

/** What the last plain run says of the chip that stands out. */
function Known({ runs }: { runs: readonly ShownRun[] }) {
  const run = runs.findLast((r) => r.kind === "run") ?? runs.at(-1);
  const t = run?.triage;
  const chip = t?.chips.find((c) => c.chip === t.lead) ?? t?.chips[0];
  if (!t || !chip)
    return (
      <section className="mt-3 border-t border-line-2 py-2">
        <h3 className="text-lead font-strong">Known by now</h3>
        <p className="text-note text-ink-2">What the owner says. A load run tells contact from airflow.</p>
      </section>
    );
  const powerW = t.matched.powerW[chip.chip] ?? 0;
  return (
    <section className="mt-3 border-t border-line-2 py-2">
      <h3 className="text-lead font-strong">Known by now</h3>
      {t.word === "fan" ? <p className="text-note text-ink-2">A blower stands under load.</p> : null}
      {t.word === "fan"
        ? null
        : chip.paths.map((p) => (
            <p key={p.path} className="text-note text-ink-2">
              <span className={p.path === "contact" ? "text-paste" : "text-air"}>{words.capital(p.path)}</span>{" "}
              <b className="num font-strong text-ink">{words.kelvinPerWatt(p.seenKW ?? 0)}</b>, good ones{" "}
              <span className="num">
                {words.number(p.good.low / powerW, 2)} to {words.number(p.good.high / powerW, 2)}
              </span>
              .
            </p>
          ))}
      <p className="text-note text-ink-2">
        {words.capital(words.chip(chip.chip))}, <span className="num">{words.watts(powerW)}</span>.
      </p>
    </section>
  );
}
