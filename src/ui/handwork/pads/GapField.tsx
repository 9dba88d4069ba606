import { words } from "@/core/base/words";
import type { Pad } from "@/core/drawing/parts";
import { GAP_WAYS, type Gap, type GapBy } from "@/core/handwork/pads";
import { Button } from "@/ui/kit/controls/Button";
import { Pick } from "@/ui/kit/controls/Pick";
import type { PadBenchWork } from "./usePadBench";

const WAYS = GAP_WAYS.map(([value]) => ({ value, name: value === "old" ? "old pad" : value }));

/** How the gap was measured, and what it measured, mm. */
export function GapField({ pad, gap, field }: { pad: Pad; gap: Gap; field: PadBenchWork["field"] }) {
  const { text, setText, by, setBy, wrong, keep } = field;
  return (
    <div className="text-body">
      <span className="mb-0.5 block text-ink-2">Gap of {pad.tag}, mm, and how it was measured</span>
      <span className="flex gap-1.5">
        <input
          value={text}
          inputMode="decimal"
          aria-label={by === "old" ? `Old ${pad.tag} measures, mm` : `Gap of ${pad.tag}, mm`}
          placeholder={gap.by === "none" ? "mm" : words.number(gap.mm, 2)}
          aria-invalid={wrong}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === "Enter" && keep()}
          className="field num min-h-12 w-full min-w-0 px-3 text-title"
        />
        <Pick<GapBy>
          label={`How the gap of ${pad.tag} was measured`}
          value={by}
          options={WAYS}
          onChange={setBy}
          className="min-h-12 w-25 px-2 text-body"
        />
        <Button onClick={keep} disabled={wrong || text.trim() === ""}>
          Use it
        </Button>
      </span>
      {wrong ? (
        <p role="alert" className="mt-1 text-body text-stop-ink">
          From 0.1 to 6 mm
        </p>
      ) : null}
    </div>
  );
}

/** The gap, how sure it is, and the thickness that fits it. */
export function GapWords({ pad, plate, work }: { pad: Pad; plate: string; work: PadBenchWork }) {
  const { gap, told, fit, atEnds, straddle, at } = work;
  const n = (v: number) => words.number(v, 2);
  const mm = (v: number) => words.millimetres(v, 2);
  const span = `${n(gap.lowMm)} to ${n(gap.highMm)}`;
  if (gap.by === "none")
    return (
      <p className="mt-2.5 text-body leading-5.5" aria-live="polite">
        <b className="font-bold">Not measured.</b> A {pad.softness} pad of {pad.thicknessMm}&nbsp;mm that did its work
        lay in {span}&nbsp;mm. Measure before another thickness is cut.
      </p>
    );
  return (
    <p className="mt-2 text-lead leading-5.5" aria-live="polite">
      The gap is <b className="font-bold">{mm(gap.mm)}</b>
      <span className="text-body text-ink-2"> ({span})</span>
      {gap.by === "heights" ? ", by the heights in the drawing" : ""}
      {gap.by === "old" && told && told.mm > gap.mm + 0.005
        ? `; an old pad springs back, ${n(told.mm)} reads high`
        : ""}
      .{" "}
      {fit ? (
        <>
          Take <b className="font-bold">{fit.thicknessMm} mm</b>: pads then take{" "}
          <b className="font-bold">{words.share(at(fit.thicknessMm).forces.padsShare)}</b> of the force on{" "}
          {plate || "the plate"}, the die the rest.
        </>
      ) : (
        <>No stock thickness fits it. {straddle ?? ""} Measure again, or change the softness on the map.</>
      )}
      {atEnds.map((e) => (
        <span key={e.gapMm} className="block text-body">
          Were it {mm(e.gapMm)}, {e.thicknessMm} mm would fit: a surer way tells.
        </span>
      ))}
    </p>
  );
}
