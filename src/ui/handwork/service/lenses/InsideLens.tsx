import { useMemo } from "react";
import { centreOf, partsWords, type CoolingMap, type Part } from "@/core/drawing/parts";
import { type ServiceContext, type Step } from "@/core/handwork/service";
import { Drawing } from "@/ui/drawing/underside/Drawing";
import { Chosen, Hidden } from "@/ui/drawing/underside/Marks";
import { PadMarks } from "@/ui/handwork/paste/PadMarks";
import { DustLayer } from "./DustLayer";
import { fitted } from "@/ui/drawing/underside/useView";
import { greyMetal } from "./CoverLens";
import { Prints, ScrewMark, GradeTag, Flag, around } from "./marks";
import { type LensProps, Sheet } from "./Sheet";
import { isStep, stepKey, stepPart } from "@/core/handwork/service";

/** The opened underside with the step's parts marked, and near where it works on the heatsink. */
export function InsideLens({ stage, ctx, map, step, size }: LensProps) {
  const { view, dusty, targets, near, heat, done, middleY } = useInsideView({ step, map, ctx, size });
  return (
    <Sheet
      size={size}
      view={view}
      style={dusty ? greyMetal : undefined}
      label={`Underside of ${map.layout.model}, opened${targets.length ? `; marked: ${partsWords(targets)}` : ""}`}
    >
      <Drawing layout={map.layout} />
      <Hidden layout={map.layout} />
      {stage === "strip" || stage === "clean" ? <DustLayer ctx={ctx} map={map} air={dusty} /> : null}
      {stage === "strip" || stage === "clean" ? <Prints ctx={ctx} map={map} /> : null}
      {stage === "paste" ? <PadMarks ctx={ctx} map={map} scale={view.scale} /> : null}
      {near
        ? heat.map((p) => {
            const [x, y] = centreOf(p);
            const next = targets.length === 1 && targets[0]?.id === p.id;
            const stamp = p.kind === "screw" ? p.stamp : "";
            return (
              <ScrewMark
                key={p.id}
                p={p}
                x={x}
                y={y}
                next={next}
                done={done}
                view={view}
                middleY={middleY}
                stamp={stamp}
              />
            );
          })
        : targets.map((p) => <Chosen key={p.id} part={p} scale={view.scale} />)}
      {stage === "strip" || stage === "clean"
        ? [...map.ofKind("fins"), ...map.ofKind("blower")].map((p) =>
            ctx.journal.isDone(stepKey("dust", p.id)) && !targets.includes(p) ? (
              <GradeTag
                key={p.id}
                part={p}
                grade={Number(ctx.journal.of(stepKey("dust", p.id)).value)}
                view={view}
                width={size.width}
              />
            ) : null,
          )
        : null}
      {!near && targets.length === 1 && targets[0] && step?.mark ? (
        <Flag part={targets[0]} text={step.mark} scale={view.scale} base={map.layout.base} />
      ) : null}
    </Sheet>
  );
}

interface InsideGiven {
  step: Step | null;
  map: CoolingMap;
  ctx: ServiceContext;
  size: { width: number; height: number };
}

/** What of the open machine is shown, and what is marked in it. */
function useInsideView({ step, map, ctx, size }: InsideGiven) {
  const targets = useMemo(() => (step?.parts ?? []).flatMap((id) => map.part(id) ?? []), [step, map]);
  const near =
    step !== null && /^(tighten|loosen|strip:look|close:lower|close:start)/.test(step.key) && targets.length > 0;
  const heat = ctx.plans.flatMap((p) => p.order).flatMap((id) => map.part(id) ?? []);
  const middleY = heat.reduce((t, p) => t + centreOf(p)[1] / heat.length, 0);
  // with lint in question the metal goes grey, so that lint is the only warm colour
  const dusty =
    step !== null &&
    (/^(dust|bays|bearing):/.test(step.key) ||
      (step.stage === "clean" && targets.some((t) => t.kind === "fins" || t.kind === "blower")));
  const cooling = dusty ? [...map.ofKind("fins"), ...map.ofKind("blower")] : [];
  const view = cooling.length
    ? around(cooling, size, 12, true)
    : near && heat.length
      ? around(heat, size)
      : fitted(map.layout.base, size, 8, 8);
  const done = (p: Part) => {
    const round = isStep(step?.key, "tighten") ? stepPart(step?.key) : undefined;
    const back = isStep(step?.key, "loosen") ? stepPart(step?.key) : undefined;
    return round
      ? ctx.journal.isDone(stepKey("tighten", round, p.id))
      : back
        ? ctx.journal.isDone(stepKey("loosen", back, p.id))
        : false;
  };
  return { view, dusty, targets, near, heat, done, middleY };
}
