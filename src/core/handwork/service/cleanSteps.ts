import { act, type ServiceContext, type Step } from "./step";
import { pastedChips } from "./stripping";
import { cleaningWays, METHODS, type Cleaning } from "./cleaning";
import { chipWord } from "./words";
import { stepKey } from "./stepKey";

const grade = (ctx: ServiceContext, id: string): number => Number(ctx.journal.of(stepKey("dust", id)).value || "0");

/** Whether the blowers come out to be cleaned, by the ways and what was found. */
export const fansOut = (ctx: ServiceContext): boolean =>
  ctx.procedure.fans === "always-out" ||
  (ctx.procedure.fans === "by-grade" && (ctx.map?.ofKind("fins") ?? []).some((f) => grade(ctx, f.id) >= 3));

const DUST =
  "Mask and eye protection. Unknown dust (mould, soot, droppings, workshop dust): outdoors or with extraction.";
const AIR = "Air can upright, in short bursts, with the window open. Hold the blades still.";
const ALCOHOL = "Alcohol burns: no flame, fresh air, and let it dry before any power.";

/** What to do and to mind for a way of cleaning. */
function wayWords(kind: "blower" | "fins" | "chip", c: Cleaning): Pick<Step, "say" | "caution"> & { mind?: string } {
  if (kind === "blower")
    return c.method === "out"
      ? {
          say:
            "Brush both sides of the blades and the housing. Lift the felt between blower and fins out in one " +
            "piece.",
          mind: "That felt is what really blocks.",
          caution: DUST,
        }
      : { say: "Hold the blades, brush, then short bursts of air from the fin side.", caution: AIR };
  if (kind === "fins")
    return {
      say:
        c.method === "mat"
          ? "Lift the mat off the inlet side, brush along the fins, then air from the outlet side. Light must " +
            "come through every gap."
          : "Brush along the fins, then air from the outlet side.",
      caution: c.method === "mat" ? DUST : AIR,
      mind: "Along the fins, never across.",
    };
  const wet = {
    alcohol: "lint-free cloth with alcohol, 90 % or more, then a dry pass",
    wipes: "wipes, then a dry pass",
    remover: "paste remover, then alcohol",
  }[c.method as "alcohol" | "wipes" | "remover"];
  return {
    say: `Chip and plate: ${wet}. Nothing left on either face, none in the small parts round the chip.`,
    caution: ALCOHOL,
  };
}

export function cleanSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const out = fansOut(ctx);
  const step = (
    kind: "blower" | "fins" | "chip",
    id: string,
    g: number,
    button: string,
    more: Pick<Step, "title"> & Partial<Step>,
  ): Step => {
    const ways = cleaningWays(kind, g, ctx.procedure, out);
    const way = ways[0] ?? { method: "brush" as const, uses: {} };
    const base = wayWords(kind, way);
    return act("clean", stepKey("clean", id), {
      ...base,
      parts: [id],
      ask: { kind: "clean", button, ways },
      sub: kind === "chip" ? METHODS[way.method] : `grade ${g}, ${METHODS[way.method]}`,
      ...more,
    });
  };
  const steps: Step[] = [];
  for (const b of map?.ofKind("blower") ?? []) {
    const g = grade(ctx, b.id);
    if (out || g > 0)
      steps.push(
        step("blower", b.id, g, `${b.tag} is clean`, {
          mark: b.tag,
          title: out ? `Blower ${b.tag}, taken out` : `Blower ${b.tag}, in place`,
        }),
      );
  }
  for (const f of map?.ofKind("fins") ?? []) {
    const g = grade(ctx, f.id);
    if (g > 0) steps.push(step("fins", f.id, g, `${f.tag} is clear`, { mark: f.tag, title: `Fin stack ${f.tag}` }));
  }
  for (const c of pastedChips(ctx))
    steps.push(
      step("chip", c.id, 0, "Both faces are bare", {
        title: `Old paste off ${chipWord(c)}`,
        parts: [c.id, ...(map?.spreadsOf(c).map((s) => s.id) ?? [])],
        ...(ctx.procedure.polish === "polish" ? { mind: "Polish the copper, then alcohol again." } : {}),
      }),
    );
  steps.push(
    act(
      "clean",
      stepKey("clean", "cover"),
      {
        title: "Cover and vents",
        say: "Soft brush over the mesh, from inside. If it is washed, fully dry.",
        optional: true,
      },
      "The vents are clear",
    ),
  );
  return steps;
}
