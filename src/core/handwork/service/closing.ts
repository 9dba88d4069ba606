import { words } from "../../base/words";
import { lawOf, roundTurns } from "../fasten";
import { coverScrews } from "./opening";
import { act, type ServiceContext, type Step } from "./step";
import { fanPlugsOf, screwMarkOf, tightenOrder } from "./stripping";
import { NOT_BITING, screwForm } from "./words";
import { stepKey } from "./stepKey";

/** How a screw of the drawing presses, and by which thread it is turned. */
const screwLaw = ({ map }: ServiceContext, id: string): Parameters<typeof roundTurns>[0] => {
  const s = map?.part(id);
  return s?.kind === "screw"
    ? { law: lawOf(s), thread: s.thread, ...(map ? { springMm: map.layout.figures.springMm } : {}) }
    : { law: "sprung", thread: "" };
};

/** Everything back in its order: heatsink, plugs, seals, battery plug last, cover, screws by length, first start. */
export function closeSteps(ctx: ServiceContext): Step[] {
  return [
    ...plateSteps(ctx),
    ...plugSteps(ctx),
    ...sealSteps(ctx),
    ...batterySteps(ctx),
    ...coverSteps(ctx),
    ...coverScrewSteps(ctx),
    ...firstStartSteps(),
  ];
}

/** The heatsink down, its screws started, then tightened in rounds. */
function plateSteps(ctx: ServiceContext): Step[] {
  const steps: Step[] = [];
  ctx.plans.forEach((plan, k) => {
    const order = tightenOrder(ctx, plan);
    const a = ctx.plans.length > 1 ? `${k + 1}` : "";
    steps.push(
      act(
        "close",
        stepKey("close", `lower${a}`),
        {
          title: "Lower the heatsink",
          say: "Straight down, once. Lifting it again traps air in the paste.",
          parts: order,
        },
        "It lies flat",
      ),
      act(
        "close",
        stepKey("close", `start${a}`),
        { title: "Start every screw", say: "A few turns each, so that all of them bite. None tight.", parts: order },
        "All of them bite",
      ),
    );
    for (let r = 1; r <= plan.fractions.length; r++) {
      order.forEach((id, i) => {
        const mark = screwMarkOf(ctx, id, i + 1);
        const before = order[i - 1];
        steps.push(
          act(
            "close",
            stepKey("tighten", r, id),
            {
              mark,
              title: `Heatsink screw ${mark}`,
              sub: `round ${r} of ${plan.fractions.length}${
                before ? `, after screw ${screwMarkOf(ctx, before, i)}` : ""
              }`,
              say: `${words.capital(roundTurns(screwLaw(ctx, id), plan.fractions, r))}${
                r === plan.fractions.length ? "" : ", then stop"
              }.`,
              parts: [id],
              run: `heatsink screws, round ${r}`,
              trouble: NOT_BITING,
            },
            r === plan.fractions.length ? `Screw ${mark} is home` : `Screw ${mark} is there`,
          ),
        );
      });
    }
  });
  return steps;
}

/** What was unplugged and lifted goes back: fan plugs, tapes, cables. */
function plugSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  for (const p of fanPlugsOf(ctx))
    steps.push(
      act(
        "close",
        stepKey("plug", p.id),
        {
          mark: p.forWhat,
          title: `Plug of blower ${p.forWhat}`,
          sub: "the part everyone forgets",
          say: "Push it in level until it clicks. Its wires in their route, none over the fins.",
          parts: [p.id],
        },
        `${p.forWhat} is plugged in`,
      ),
    );
  for (const t of map?.ofKind("tape") ?? [])
    steps.push(
      act(
        "close",
        stepKey("on", t.id),
        {
          title: "Tape",
          sub: t.forWhat ? `over ${t.forWhat}` : "",
          say: "Back in its place, pressed down.",
          parts: [t.id],
        },
        "It holds",
      ),
    );
  const others = (map?.ofKind("plug") ?? []).filter((p) => p.forWhat !== "battery" && !fanPlugsOf(ctx).includes(p));
  if (others.length || map?.ofKind("cable").length)
    steps.push(
      act(
        "close",
        stepKey("close", "cables"),
        {
          title: "Cables and plugs",
          say:
            (others.length ? `Look at ${words.listed(others.map((p) => p.forWhat || "the plug"))}. ` : "") +
            "Every cable in its route: under its tabs, over nothing that presses.",
          parts: [...others.map((p) => p.id), ...(map?.ofKind("cable").map((c) => c.id) ?? [])],
        },
        "All routes are right",
      ),
    );
  return steps;
}

/** Foam and shields. */
function sealSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  for (const [i, g] of (map?.ofKind("gasket") ?? []).entries())
    steps.push(
      act(
        "close",
        stepKey("on", g.id),
        {
          title: `Foam ${i + 1}`,
          sub: g.forWhat ? `seals ${g.forWhat}` : "",
          say:
            ctx.journal.of(`foam-was:${g.id}`).value === "whole"
              ? "In its place, not folded."
              : "A new strip of the same height, in its place.",
          parts: [g.id],
        },
        "It is in place",
      ),
    );
  for (const s of map?.ofKind("shield") ?? [])
    steps.push(
      act(
        "close",
        stepKey("on", s.id),
        { title: "Shield", say: "On its clips, all round.", parts: [s.id] },
        "It is on",
      ),
    );
  return steps;
}

/** The battery plug, last. */
function batterySteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  const battery = (map?.ofKind("plug") ?? []).filter((p) => p.forWhat === "battery");
  for (const p of battery)
    steps.push(
      act(
        "close",
        stepKey("plug", p.id),
        {
          mark: "!",
          title: "Battery plug last",
          say: "Every tool out of the machine. Then the battery plug.",
          parts: [p.id],
        },
        "The battery is plugged in",
      ),
    );
  if (battery.length === 0)
    steps.push(
      act(
        "close",
        stepKey("plug", "battery"),
        { mark: "!", title: "Battery plug last", say: "Every tool out of the machine. Then the battery plug." },
        "The battery is plugged in",
      ),
    );
  return steps;
}

/** The cover and its clips. */
function coverSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  steps.push(
    act(
      "close",
      stepKey("close", "cover"),
      {
        title: "Put the cover on",
        say: "From the port side. Press all round until no gap is left.",
        mind: "A gap is a cable under the edge, or a clip that missed.",
      },
      "No gap is left",
    ),
  );
  const clips = (map?.ofKind("clip").length ?? 0) - Number(ctx.journal.of(stepKey("open", "clips")).value || "0");
  if (clips > 0)
    steps.push(
      act("close", stepKey("close", "clips"), {
        title: "Clips of the cover",
        say: `Press along the edge and count the clicks. ${clips} should hold. How many do?`,
        parts: map?.ofKind("clip").map((c) => c.id) ?? [],
        ask: { kind: "number", unit: "clips", expects: clips, min: 0, max: 60 },
      }),
    );
  return steps;
}

/** Its screws, each into the hole of its length, and the empty tray. */
function coverScrewSteps(ctx: ServiceContext): Step[] {
  const steps: Step[] = [];
  const cover = [...coverScrews(ctx)].reverse();
  const lengths = [...new Set(cover.map((s) => s.lengthMm))].sort((a, b) => a - b);
  cover.forEach((s, i) => {
    const button = `Screw ${cover.length - i} is in`;
    const after =
      s.under === "foot" ? "Then its foot back over it." : s.under === "label" ? "Then the label down." : "";
    // where the tray holds one length only, there is no wrong one to take
    const asks = lengths.length > 1 && !s.captive;
    steps.push(
      act(
        "close",
        stepKey("in", s.id),
        {
          mark: String(cover.length - i),
          title: s.captive ? "Captive screw" : "Cover screw",
          sub: screwForm(s),
          say: `${s.lengthMm} mm: this hole takes no other length.${after ? ` ${after}` : ""}${
            asks ? " Which one is in your hand?" : ""
          }`,
          parts: [s.id],
          run: asks ? `cover screws of ${s.lengthMm} mm` : "cover screws",
          trouble: NOT_BITING,
          ...(asks ? { ask: { kind: "length", lengths, fitsMm: s.lengthMm, button } } : {}),
        },
        button,
      ),
    );
  });
  if (cover.length)
    steps.push(
      act("close", stepKey("close", "left"), {
        title: "Look at the tray",
        say: "Nothing should be left on it. How many pieces lie there?",
        ask: { kind: "number", unit: "pieces", expects: 0, min: 0, max: 60 },
      }),
    );
  return steps;
}

/** The first start. */
function firstStartSteps(): Step[] {
  const steps: Step[] = [];
  steps.push(
    act(
      "close",
      stepKey("close", "first"),
      {
        title: "First start",
        say: "The fans must turn. Set the clock if it is wrong.",
        mind: "After the battery was unplugged a black or flickering screen for some tens of seconds is normal.",
      },
      "It starts, the fans turn",
    ),
  );
  return steps;
}
