"use client";
import { words } from "@/core/base/words";
import type { ReactNode } from "react";
import { jobsLeft } from "@/core/handwork/paste";
import { leftOf } from "@/core/workshop/stock";
import { Button } from "@/ui/kit/controls/Button";
import { LaidPicture, LotField, patternName, PatternPicker, Stops, SuggestedWords } from "./PastePanel";
import { TrialsPane } from "./Trials";
import { usePasteBench, type PasteGiven } from "./usePasteBench";

interface Props extends PasteGiven {
  problem: string;
  children: (main: ReactNode, answer: ReactNode) => ReactNode;
}

/** Paste on one chip: how much, laid how, and what becomes of it under the plate; two trials side by side. */
export function PasteBench(p: Props) {
  const work = usePasteBench(p);
  const { hard, chosen, strokes, lot, grams, amount, face } = work;
  const expected =
    `Expect ${words.kelvinPerWatt(amount.resistanceKW, 3)}: ${amount.riseK.toFixed(1)} K ` +
    `at ${Math.round(face.powerW)} W.`;
  const answer = (
    <div>
      <SuggestedWords hard={hard} best={work.best} share={work.share} />
      <LaidPicture work={work} />
      <PatternPicker work={work} />
      {chosen === "own" ? (
        <p className="mt-1 text-note text-ink-2">
          Draw on the die above.{" "}
          {strokes.length ? (
            <button type="button" className="link min-h-7.5" onClick={() => work.setStrokes([])}>
              Wipe it off
            </button>
          ) : null}
        </p>
      ) : null}
      <LotField work={work} shelf={p.shelf} />
      {lot ? (
        <p className="mt-1 text-note text-ink-2">
          Takes {words.number(1000 * grams, 0)} mg, {words.number(1000 * work.lostG, 0)} of it left in the nozzle
          {chosen === "film" ? " and on the card" : ""}; holds about {jobsLeft(leftOf(lot), grams)} more like this.{" "}
          {expected}
        </p>
      ) : null}
      {amount.bondRangeUm ? (
        <p className="mt-1 text-note text-ink-2">
          Its film lies between {amount.bondRangeUm[0]} and {amount.bondRangeUm[1]} µm whatever the screws press: its
          skin and the faces hold it open. The trials take {Math.round(amount.bondLineUm)} µm.
        </p>
      ) : null}
      <Stops stops={work.stops} />
      {p.problem ? (
        <p role="alert" className="mt-2 text-body text-stop-ink">
          {p.problem}
        </p>
      ) : null}
      {hard ? null : (
        <Button look="main" className="mt-2.5 min-h-17 w-full px-4 text-title" keyCap="Space" onClick={work.lay}>
          {patternName(chosen)} {chosen === "five" ? "are" : "is"} on
        </Button>
      )}
    </div>
  );
  return p.children(<TrialsPane work={work} ctx={p.ctx} chip={p.chip} />, answer);
}
