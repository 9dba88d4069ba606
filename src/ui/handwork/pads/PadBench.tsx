"use client";
import type { ReactNode } from "react";
import { words } from "@/core/base/words";
import type { Chip, CoolingMap, Pad } from "@/core/drawing/parts";
import { STIFFER_THAN_LABEL, type PlateForces } from "@/core/handwork/pads";
import type { ServiceContext, Step } from "@/core/handwork/service";
import type { Shelf } from "@/core/workshop/stock";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { GapField, GapWords } from "./GapField";
import { chipForces, Section } from "./Section";
import { balanceWords } from "./SectionForces";
import { ThicknessRows } from "./ThicknessRows";
import { usePadBench, type PadBenchWork, type Tried } from "./usePadBench";

interface Props {
  job: { ctx: ServiceContext; map: CoolingMap; shelf: Shelf };
  step: Step;
  pad: Pad;
  chip: Chip;
  onGap: (mm: string) => void;
  onThickness: (mm: string) => void;
  below: ReactNode;
  children: (main: ReactNode, answer: ReactNode) => ReactNode;
}

/** Pads that take more than this of a plate's force, or a film edge over this, are told. */
const MUCH = 0.35;
const THICK_UM = 80;

/** Thickness of one pad: the cut across it, what each thickness does, and who carries the screws' force. */
export function PadBench({ job, step, pad, chip, onGap, onThickness, below, children }: Props) {
  const { ctx, map, shelf } = job;
  const work = usePadBench({ ctx, map, step, pad, shelf, onGap });
  const { rows, fit, chosen, at, bearer, warnings } = work;
  const plate = map.part(bearer.body)?.tag ?? "";
  const give = () => onThickness(String(chosen));
  useKeys({
    " ": give,
    ...Object.fromEntries(rows.map((r, i) => [String(i + 1), () => work.pick(r.option.thicknessMm)])),
  });
  const compared = [...new Set([fit && fit.thicknessMm !== chosen ? fit.thicknessMm : chosen, chosen])];
  const main = (
    <div className="flex h-full flex-col overflow-y-auto bg-sheet">
      <div className="relative min-h-75 flex-1">
        <div className="absolute inset-0 p-2">
          <Section map={map} pad={pad} chip={chip} tried={at(chosen)} plate={plate} over={bearer.over} />
        </div>
        <p className="absolute top-2 left-4 text-note leading-5 text-ink-2">
          Across to scale, height 10 times
          <br />- · - where the plate should lie &nbsp; ···· pad before it is pressed
        </p>
        <p className="absolute right-4 bottom-2 left-4 text-note leading-5 text-ink-2">
          {balanceWords(chipForces(at(chosen), chip), plate, bearer.heldBy === "plate" ? "" : pad.tag)}
        </p>
      </div>
      <div className="shrink-0 border-t border-line px-5 py-3">{below}</div>
    </div>
  );
  const answer = (
    <div>
      <GapField pad={pad} gap={work.gap} field={work.field} />
      <GapWords pad={pad} plate={plate} work={work} />
      <ThicknessRows pad={pad} rows={rows} chosen={chosen} onPick={work.pick} />
      {bearer.heldBy === "plate" ? (
        <div className="mt-1.5 flex flex-col gap-1">
          {compared.map((t) => (
            <ForceShares key={t} title={`${pad.tag} at ${t} mm`} forces={at(t).forces} />
          ))}
          {work.stiff ? <Stiffer tried={work.stiff} than={at(chosen)} /> : null}
        </div>
      ) : (
        <Unborne pad={pad} bearer={bearer} />
      )}
      {warnings.map((w) => (
        <p key={w.code} className="caution-band mt-2 px-3 py-2 text-body leading-5.5">
          {w.say}
        </p>
      ))}
      <Button look="main" className="mt-2 min-h-16 w-full px-4 text-title" keyCap="Space" onClick={give}>
        Use {chosen} mm for {pad.tag}
      </Button>
    </div>
  );
  return children(main, answer);
}

/** A pad whose force no screw of a plate bears: what lies over it, and what holds that. */
function Unborne({ pad, bearer }: { pad: Pad; bearer: PadBenchWork["bearer"] }) {
  const over = bearer.over || "nothing drawn";
  return (
    <p className="mt-2 text-body leading-5.5">
      {bearer.heldBy === "posts"
        ? `${pad.tag} lies under ${over}, which stands on its own posts: its force is what the gap gives, and no die ` +
          "loses by it."
        : `${pad.tag} lies under ${over}, and nothing in the drawing holds that down. Its force is what the gap ` +
          "gives; draw the screws that hold it, if there are some."}
    </p>
  );
}

/** Labels are kind: what a pad several times as stiff would do, where the label alone is known. */
function Stiffer({ tried, than }: { tried: Tried; than: Tried }) {
  const bad = tried.forces.padsShare > MUCH || tried.edgeUm > THICK_UM;
  if (tried.forces.padsShare < than.forces.padsShare + 0.02) return null;
  const said =
    `Pads are often stiffer than labelled. At ${STIFFER_THAN_LABEL} times, new ones take ` +
    `${words.share(tried.forces.padsShare)} and the film is up to ${Math.round(tried.edgeUm)} µm.`;
  return bad ? (
    <p className="caution-band mt-1 px-3 py-2 text-body leading-5.5">{said} Weigh one, or take a softer sheet.</p>
  ) : (
    <p className="text-note leading-5 text-ink-2">{said}</p>
  );
}

/** Who bears the screws' force: die and pads. */
function ForceShares({ title, forces }: { title: string; forces: PlateForces }) {
  const share = Math.round(100 * forces.padsShare);
  return (
    <div>
      <p className="flex justify-between text-note">
        <span>{title}: pads take</span>
        <span className="num font-bold">{share} %</span>
      </p>
      <div className="flex h-5.5 border-[1.5px] border-ink">
        <span
          className="num grid items-center overflow-hidden bg-paste px-1.5 text-tag font-bold
            whitespace-nowrap text-on-paste"
          style={{ width: `${100 - share}%` }}
        >
          die {forces.chipsN.toFixed(0)} N
        </span>
        <span
          className="bg-[repeating-linear-gradient(135deg,var(--d-pad)_0_4px,var(--d-padl)_4px_5px)]"
          style={{ width: `${share}%` }}
        />
      </div>
    </div>
  );
}
