"use client";
import { words } from "@/core/base/words";
import { OctagonMinus, TriangleAlert } from "lucide-react";
import {
  BARREL_MM,
  beadMm,
  NOZZLE_MM,
  PATTERNS,
  strokeLengthMm,
  strokesOf,
  type PasteStop,
  type PatternTrial,
  type Stroke,
} from "@/core/handwork/paste";
import { isExpired, leftOf, type Shelf } from "@/core/workshop/stock";
import { Pick } from "@/ui/kit/controls/Pick";
import { DiePicture } from "./DiePicture";
import type { PasteWork } from "./usePasteBench";

export const patternName = (p: string): string => PATTERNS.find(([v]) => v === p)?.[1] ?? p;

interface SuggestedWordsProps {
  hard: PasteStop | undefined;
  best: PatternTrial | null;
  share: number | null;
}

/** What the trials of all patterns came to. */
export function SuggestedWords({ hard, best, share }: SuggestedWordsProps) {
  return (
    <p className="text-sub leading-6.25" aria-live="polite">
      {hard ? null : best ? (
        <>
          Lay {best.pattern === "film" ? "a film by card" : best.pattern === "five" ? "five dots" : `a ${best.pattern}`}
          , <b className="font-bold">{best.volumeMm3.toFixed(1)} mm³</b>:{" "}
          <b className="font-bold">{words.share(best.wetted)}</b> wetted,{" "}
          <b className="font-bold whitespace-nowrap">{Math.round(best.meanUm)} µm</b>
          {best.trapped > 0.005 ? `, ${words.share(best.trapped)} air trapped` : ""}.
        </>
      ) : (
        `Trying patterns for this chip, ${words.share(share ?? 0)}`
      )}
    </p>
  );
}

/** The paste as it is to be laid, to scale, with what it measures and weighs. */
export function LaidPicture({ work }: { work: PasteWork }) {
  const { laid, face, chosen, setStrokes, volumeMm3, grams } = work;
  const strokesLaid = strokesOf(laid, face.widthMm, face.heightMm);
  const bead = strokesLaid.length ? beadMm(volumeMm3, strokesLaid) : 0;
  const longMm = strokeLengthMm(strokesLaid);
  return (
    <div className="mt-2.5 grid grid-cols-[1fr_112px] gap-3">
      <div className="h-33">
        <DiePicture
          laid={laid}
          widthMm={face.widthMm}
          heightMm={face.heightMm}
          figures
          label={`${patternName(chosen)} on a die of ${face.widthMm} by ${face.heightMm} mm`}
          {...(chosen === "own" ? { onStroke: (s: Stroke) => setStrokes((all) => [...all, s]) } : {})}
        />
      </div>
      <dl
        className="text-note leading-4.75 [&>dd]:num [&>dd]:mb-1.5 [&>dd]:text-lead [&>dd]:font-bold
        [&>dt]:text-ink-2"
      >
        {chosen === "film" ? (
          <>
            <dt>film, laid</dt>
            <dd>{Math.round((volumeMm3 / (face.widthMm * face.heightMm)) * 1000)} µm</dd>
          </>
        ) : (
          <>
            <dt>{longMm > 0 ? "bead, wide" : strokesLaid.length > 1 ? "each drop, across" : "drop, across"}</dt>
            <dd>{bead.toFixed(1)} mm</dd>
            {longMm > 0 ? (
              <>
                <dt>{strokesLaid.length > 1 ? "each stroke, long" : "long"}</dt>
                <dd>{Math.round(longMm / strokesLaid.length)} mm</dd>
              </>
            ) : null}
          </>
        )}
      </dl>
      <details className="col-span-2 text-note">
        <summary className="link min-h-7.5 cursor-pointer">Weigh it, or meter it by the plunger</summary>
        <p className="num pt-1 text-body">
          {Math.round(1000 * grams)} mg; {(volumeMm3 / ((Math.PI * BARREL_MM ** 2) / 4)).toFixed(2)} mm of the plunger
          in a barrel of {BARREL_MM} mm.
        </p>
      </details>
    </div>
  );
}

/** The patterns as small pictures. */
export function PatternPicker({ work }: { work: PasteWork }) {
  const { chosen, setPattern, volumeMm3, face } = work;
  return (
    <div role="radiogroup" aria-label="Pattern to lay" className="mt-2.5 grid grid-cols-3 gap-2">
      {PATTERNS.map(([value, name]) => (
        <button
          key={value}
          type="button"
          role="radio"
          aria-checked={value === chosen}
          onClick={() => setPattern(value)}
          className={`rounded-tight border-[2.5px] p-1 text-center text-note ${
            value === chosen ? "border-ink font-strong" : "border-line hover:border-ink-3"
          }`}
        >
          <span className="block h-8.5">
            <DiePicture
              laid={{
                pattern: value,
                volumeMm3,
                nozzleMm: NOZZLE_MM,
                strokes:
                  value === "own"
                    ? [
                        [
                          [-face.widthMm * 0.3, face.heightMm * 0.2],
                          [0, -face.heightMm * 0.25],
                          [face.widthMm * 0.3, face.heightMm * 0.15],
                        ],
                      ]
                    : [],
              }}
              widthMm={face.widthMm}
              heightMm={face.heightMm}
              label=""
            />
          </span>
          {name}
        </button>
      ))}
    </div>
  );
}

/** Which paste from the shelf. */
export function LotField({ work, shelf }: { work: PasteWork; shelf: Shelf }) {
  const { lotId, setLotId, setPattern, lots } = work;
  const options = lots.map((l) => ({
    value: String(l.id),
    name: `${l.name}, ${leftOf(l).toFixed(1)} g${isExpired(l, shelf.today) ? ", past its date" : ""}`,
    disabled: isExpired(l, shelf.today),
  }));
  return (
    <div className="mt-2.5 text-body">
      <span aria-hidden className="mb-1 block text-ink-2">
        Paste
      </span>
      <Pick
        label="Paste"
        value={lotId === null ? "" : String(lotId)}
        options={[{ value: "", name: "None from the shelf: calculate with grey paste" }, ...options]}
        onChange={(v) => (setLotId(v ? Number(v) : null), setPattern(null))}
        className="min-h-12 w-full px-2 text-body"
      />
    </div>
  );
}

interface StopsProps {
  stops: PasteStop[];
}

/** What bars a paste here, and what to mind. */
export function Stops({ stops }: StopsProps) {
  return (
    <>
      {stops.map((s) =>
        s.hard ? (
          <section key={s.title} aria-label={s.title} className="mt-2.5 border-[3px] border-stop p-3">
            <h2 className="flex items-center gap-2 text-sub font-bold text-stop-ink">
              <OctagonMinus aria-hidden size={24} /> {s.title}
            </h2>
            <p className="mt-1 text-body leading-5.5">{s.say}</p>
          </section>
        ) : (
          <p
            key={s.title}
            className="caution-band mt-2.5 flex gap-2 px-3 py-2 text-body
              leading-5.5"
          >
            <TriangleAlert aria-hidden size={20} className="mt-0.5 shrink-0" /> {s.title}. {s.say}
          </p>
        ),
      )}
    </>
  );
}
