import { words } from "../../base/words";
import { isPasted, type Chip, type Pad } from "../../drawing/parts";
import { act, type ServiceContext, type Step } from "./step";
import { usualPrint } from "./print";
import { byRows, chipWord, RELEASES, STUCK } from "./words";
import { stepKey } from "./stepKey";

export const PASTE_STATES = [
  ["even", "Even film"],
  ["dry", "Dry, cracked"],
  ["pumped", "Pumped out"],
  ["little", "Hardly any"],
  ["over", "Run over"],
] as const;
const FOAM_STATES = [
  ["whole", "Whole"],
  ["torn", "Torn, flat"],
  ["missing", "Missing"],
] as const;
export const PAD_STATES = [
  ["whole", "Whole, soft"],
  ["torn", "Torn"],
  ["oily", "Oily or hard"],
  ["missing", "Missing"],
] as const;

/** Heatsink screws in the order they are loosened: by the ways, from the plan or the stamps. */
export function loosenOrder(ctx: ServiceContext): string[] {
  return ctx.plans.flatMap((p) => {
    const tight = tightenOrder(ctx, p);
    return ctx.procedure.loosen === "stamped" ? tight : [...tight].reverse();
  });
}

/** The order one assembly is tightened in, by the ways. */
export const tightenOrder = (ctx: ServiceContext, plan: ServiceContext["plans"][number]): string[] =>
  ctx.procedure.tighten === "stamped" ? (plan.stamped?.order ?? plan.order) : plan.order;

/** What is written on a screw, else its place in the order. */
export function screwMarkOf(ctx: ServiceContext, id: string, place: number): string {
  const s = ctx.map?.part(id);
  return s?.kind === "screw" && s.stamp ? s.stamp : String(place);
}

export function stripSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  const fanPlugs = fanPlugsOf(ctx);
  for (const p of fanPlugs)
    steps.push(
      act(
        "strip",
        stepKey("unplug", p.id),
        {
          mark: p.forWhat,
          title: `Plug of blower ${p.forWhat}`,
          say: `${RELEASES[p.release]}. With a pick under its lip, not by the wires.`,
          parts: [p.id],
        },
        `${p.forWhat} is unplugged`,
      ),
    );
  for (const t of map?.ofKind("tape") ?? [])
    steps.push(
      act(
        "strip",
        stepKey("off", t.id),
        {
          title: "Tape",
          sub: t.forWhat ? `over ${t.forWhat}` : "",
          say: "Peel it slowly and stick it to the edge of the mat.",
          parts: [t.id],
        },
        "It is off",
      ),
    );
  const order = loosenOrder(ctx);
  const rounds = ctx.procedure.loosen === "any" ? 1 : 2;
  for (let r = 1; r <= rounds; r++) {
    order.forEach((id, i) =>
      steps.push(
        act(
          "strip",
          stepKey("loosen", r, id),
          {
            mark: screwMarkOf(ctx, id, order.length - i),
            title: `Heatsink screw ${screwMarkOf(ctx, id, order.length - i)}`,
            sub: rounds === 1 ? "any order" : `round ${r} of ${rounds}`,
            say: r < rounds ? "Half a turn, no more." : "Turn until it springs free.",
            parts: [id],
            run: `heatsink screws, round ${r}`,
            trouble: STUCK,
          },
          r < rounds ? "Half a turn back" : "It is free",
        ),
      ),
    );
  }
  if (order.length) {
    steps.push(
      act(
        "strip",
        stepKey("strip", "look"),
        {
          title: "One more look",
          say:
            "Is any screw left? Does a cable run over the assembly? Then steady and straight up, by hand, " +
            "until the paste lets go.",
          mind: "No lever, and do not bend the board. Warm it a little if the paste holds.",
          caution: "Fins and shields cut.",
          parts: order,
        },
        "The heatsink is off",
      ),
    );
  }
  steps.push(...inspectSteps(ctx));
  return steps;
}

/** Plugs of the blowers, which everyone forgets. */
export const fanPlugsOf = (ctx: ServiceContext) => {
  const blowers = new Set(ctx.map?.ofKind("blower").map((b) => b.tag) ?? []);
  return (ctx.map?.ofKind("plug") ?? []).filter((p) => blowers.has(p.forWhat));
};

export const pastedChips = (ctx: ServiceContext): Chip[] => ctx.map?.ofKind("chip").filter((c) => isPasted(c)) ?? [];

/** What a pad lies on, in words. */
export function padOn(ctx: ServiceContext, pad: Pad): string {
  const chips = ctx.map?.beside(pad.id, "chip") ?? [];
  return words.listed([...new Set(chips.map(chipWord))]) || "nothing drawn";
}

function inspectSteps(ctx: ServiceContext): Step[] {
  return [...pasteAndPadSteps(ctx), ...finSteps(ctx), ...blowerSteps(ctx), ...soundnessSteps(ctx)];
}

/** Old paste, its print on the plate, pads and foam. */
function pasteAndPadSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  for (const c of pastedChips(ctx)) {
    steps.push(
      act("strip", stepKey("paste-was", c.id), {
        title: `Paste on ${chipWord(c)}`,
        say: "Look at both faces before you wipe. Which is it?",
        parts: [c.id],
        ask: { kind: "choose", options: PASTE_STATES },
      }),
    );
    const state = ctx.journal.of(stepKey("paste-was", c.id)).value;
    if (state && state !== "even")
      steps.push(
        act("strip", stepKey("print", c.id), {
          title: `Print of ${chipWord(c)}`,
          sub: "the plate as it faces you",
          say: "Tap the cells the paste did not reach.",
          parts: [c.id],
          ask: { kind: "print", start: usualPrint(state) },
          optional: true,
        }),
      );
  }
  for (const p of byRows(map?.ofKind("pad") ?? []))
    steps.push(
      act("strip", stepKey("pad-was", p.id), {
        mark: p.tag,
        title: `Pad ${p.tag}`,
        sub: `on ${padOn(ctx, p)}, ${p.thicknessMm} mm`,
        say: "It may stick to the other side. How is it?",
        parts: [p.id],
        ask: { kind: "choose", options: PAD_STATES },
        run: "pads",
      }),
    );
  for (const [i, g] of (map?.ofKind("gasket") ?? []).entries())
    steps.push(
      act("strip", `foam-was:${g.id}`, {
        title: `Foam ${i + 1}`,
        sub: g.forWhat ? `seals ${g.forWhat}` : "",
        say: "It keeps the air in its way. How is it?",
        parts: [g.id],
        ask: { kind: "choose", options: FOAM_STATES },
      }),
    );
  return steps;
}

/** Dust in each fin stack, and how much of its inlet is closed. */
function finSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  for (const f of map?.ofKind("fins") ?? []) {
    steps.push(
      act("strip", stepKey("dust", f.id), {
        mark: f.tag,
        title: "Fin stack",
        sub: `fed by ${
          map
            ?.beside(f.id, "blower")
            .map((b) => b.tag)
            .join(" and ") || "no blower"
        }`,
        say: `Look into the inlet of ${f.tag || "the stack"} from the blower's side. Which picture is it?`,
        parts: [f.id],
        ask: { kind: "grade", of: "fins" },
      }),
    );
    const grade = Number(ctx.journal.of(stepKey("dust", f.id)).value || "0");
    if (grade > 0)
      steps.push(
        act("strip", stepKey("bays", f.id), {
          mark: f.tag,
          title: "How much is closed",
          sub: `grade ${grade}`,
          say: "Tap each sixth of the inlet: open, half, closed.",
          parts: [f.id],
          ask: { kind: "bays", grade },
          optional: true,
        }),
      );
  }
  return steps;
}

/** Dust and bearing of each blower. */
function blowerSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  for (const b of map?.ofKind("blower") ?? []) {
    steps.push(
      act("strip", stepKey("dust", b.id), {
        mark: b.tag,
        title: "Blower",
        sub: "blades and housing",
        say: "How much lint lies on the blades and in the housing?",
        parts: [b.id],
        ask: { kind: "grade", of: "blower" },
      }),
    );
    steps.push(
      act("strip", stepKey("bearing", b.id), {
        mark: b.tag,
        title: `Bearing of ${b.tag}`,
        say: "Turn it with a finger and let it run out.",
        parts: [b.id],
        ask: {
          kind: "choose",
          options: [
            ["free", "Spins freely"],
            ["stiff", "Stiff"],
            ["rattles", "Rattles"],
          ],
        },
      }),
    );
  }
  return steps;
}

/** Pipes, fin edges and the battery. */
function soundnessSteps(ctx: ServiceContext): Step[] {
  const map = ctx.map;
  const steps: Step[] = [];
  const pipes = map?.ofKind("pipe") ?? [];
  if (pipes.length)
    steps.push(
      act("strip", stepKey("strip", "pipes"), {
        title: "Pipes and fins",
        say: "Run along every pipe and every fin edge. What do you find?",
        parts: pipes.map((p) => p.id),
        ask: {
          kind: "choose",
          options: [
            ["sound", "All sound"],
            ["bent", "Bent fins"],
            ["dent", "A dented pipe"],
            ["kink", "A kinked pipe"],
          ],
        },
      }),
    );
  steps.push(
    act("strip", stepKey("strip", "battery"), {
      title: "Battery, from inside",
      say: "Flat, dry, no smell, label readable?",
      parts: map?.ofKind("battery").map((b) => b.id) ?? [],
      ask: {
        kind: "choose",
        options: [
          ["sound", "Sound"],
          ["worn", "Worn"],
          ["swollen", "Swollen"],
        ],
      },
      caution: "Swollen: stop here. Do not press or puncture it; local rules for damaged lithium batteries hold.",
    }),
  );
  return steps;
}
