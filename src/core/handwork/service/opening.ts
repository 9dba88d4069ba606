import { isKind, type Screw } from "../../drawing/parts";
import { act, type ServiceContext, type Step } from "./step";
import { byRows, REACH, RELEASES, screwForm, STUCK } from "./words";
import { stepKey } from "./stepKey";

/**
 * Screws of the cover in the order they come out: plain ones round by rows, hidden ones, captive ones last since they
 * lift the edge.
 */
export function coverScrews(ctx: ServiceContext): Screw[] {
  const own = (ctx.map?.ofKind("screw") ?? []).filter((s) => s.forWhat === "cover");
  const rank = (s: Screw) => (s.captive ? 2 : s.under !== "nothing" ? 1 : 0);
  return [0, 1, 2].flatMap((r) => byRows(own.filter((s) => rank(s) === r)));
}

export function intakeSteps(): Step[] {
  const ask = (key: string, title: string, say: string, more: Partial<Step>): Step =>
    act("intake", key, { title, say, ...more });
  return [
    ask(
      stepKey("intake", "battery"),
      "Battery, from outside",
      "Look along the base and at the touchpad. Does anything bulge or lift?",
      {
        ask: {
          kind: "choose",
          options: [
            ["flat", "Flat"],
            ["swollen", "It bulges"],
            ["unknown", "Cannot be told"],
          ],
        },
        caution:
          "Swollen, dented, hot or smelling: stop. Do not press or puncture it, move it away from anything that " +
          "burns, follow local rules for damaged lithium batteries.",
      },
    ),
    ask(
      stepKey("intake", "damage"),
      "Damage that was there",
      "Corners, hinges, ports, screen. Write down what is broken already; leave it empty if nothing is.",
      { ask: { kind: "text" }, optional: true },
    ),
    ask(stepKey("intake", "warranty"), "Warranty", "Until when does it run? Leave it empty if there is none.", {
      ask: { kind: "date" },
      optional: true,
    }),
    ask(stepKey("intake", "seal"), "Seals", "Is there a seal over a screw?", {
      ask: {
        kind: "choose",
        options: [
          ["none", "No seal"],
          ["whole", "Whole"],
          ["cut", "Cut before us"],
        ],
      },
      mind: "Cutting a whole seal may end the warranty. The maker's terms and local law decide.",
    }),
    ask(stepKey("intake", "backup"), "Back-up", "Has the owner saved what matters?", {
      ask: {
        kind: "choose",
        options: [
          ["done", "Saved"],
          ["declined", "Declined"],
        ],
      },
    }),
    ask(stepKey("intake", "adapter"), "Adapter", "What does its label say, in watts?", {
      ask: { kind: "number", unit: "W", min: 10, max: 600 },
      caution: "Never open an adapter. Mains work is for licensed people.",
    }),
  ];
}

/** The way in: off, over, cover screws out and counted, cover lifted, battery unplugged, drained, shields off. */
export function openSteps(ctx: ServiceContext): Step[] {
  return [...turnOverSteps(), ...coverScrewSteps(ctx), ...liftSteps(ctx), ...unplugSteps(ctx), ...drainSteps(ctx)];
}

/** Shut down and turned over. */
function turnOverSteps(): Step[] {
  return [
    act(
      "open",
      stepKey("open", "off"),
      {
        title: "Shut it down",
        say: "Shut down fully: neither sleep nor hibernation. Adapter out.",
        mind: "A machine that sleeps wakes when the battery plug moves.",
      },
      "It is off",
    ),
    act(
      "open",
      stepKey("open", "flip"),
      {
        title: "Turn it over",
        say: "Lid closed, base up, hinge away from you.",
        caution: "Heatsinks stay hot after a run: wait until they are under 40 °C.",
      },
      "It lies on its lid",
    ),
  ];
}

/** Cover screws one by one, then the tray is counted. */
function coverScrewSteps(ctx: ServiceContext): Step[] {
  const screws = coverScrews(ctx);
  const loose = screws.filter((s) => !s.captive);
  const steps: Step[] = [];
  screws.forEach((s, i) => {
    const { say, mind } = REACH[s.under];
    steps.push(
      act(
        "open",
        stepKey("out", s.id),
        {
          mark: String(i + 1),
          title: s.under === "nothing" ? (s.captive ? "Captive screw" : "Cover screw") : `Under the ${s.under}`,
          sub: screwForm(s),
          say: s.captive ? "Turn it until it spins. It stays in the cover and lifts the edge." : say,
          ...(mind ? { mind } : {}),
          parts: [s.id],
          run: "cover screws",
          trouble: STUCK,
        },
        `Screw ${i + 1} is out`,
      ),
    );
  });
  if (screws.length)
    steps.push(
      act("open", stepKey("open", "tray"), {
        title: "Count the tray",
        say: `${loose.length} should lie there${
          loose.length < screws.length ? `; ${screws.length - loose.length} stay in the cover` : ""
        }. How many do?`,
        mind: "One too few hides under a foot, a label or a plug, and breaks the cover.",
        parts: screws.map((s) => s.id),
        ask: { kind: "number", unit: "screws", expects: loose.length, min: 0, max: 60 },
      }),
    );
  return steps;
}

/** The cover freed and lifted off, broken clips counted. */
function liftSteps(ctx: ServiceContext): Step[] {
  const steps: Step[] = [];
  steps.push(
    act(
      "open",
      stepKey("open", "pry"),
      {
        title: "Free the cover",
        say:
          "Pick in at the front edge, 3 mm deep. Left and right up to the ports, then both sides to the " +
          "hinge. Listen for the clips.",
        mind: "The cover hooks over the ports, and seals hang on the speakers. Plastic only.",
      },
      "All clips are free",
    ),
    act(
      "open",
      stepKey("open", "lift"),
      {
        title: "Lift it off",
        say: "Front edge up first, then off. Lay it aside, inside up.",
        mind: "If it will not come, a screw is left.",
      },
      "The cover is off",
    ),
  );
  const clips = ctx.map?.ofKind("clip") ?? [];
  if (clips.length)
    steps.push(
      act("open", stepKey("open", "clips"), {
        title: "Clips of the cover",
        say: `The drawing has ${clips.length}. How many broke, now or before?`,
        mind: "A broken one leaves a gap. Look for its piece: it must not stay inside.",
        parts: clips.map((c) => c.id),
        ask: { kind: "number", unit: "broken", expects: 0, min: 0, max: clips.length },
      }),
    );
  return steps;
}

/** The battery plug, before any tool goes in. */
function unplugSteps(ctx: ServiceContext): Step[] {
  const plugs = ctx.map?.ofKind("plug").filter((p) => p.forWhat === "battery") ?? [];
  const steps: Step[] = [];
  for (const p of plugs)
    steps.push(
      act(
        "open",
        stepKey("unplug", p.id),
        {
          mark: "!",
          title: "Battery plug first",
          sub: "always, before any tool goes in",
          say: `${RELEASES[p.release]}.`,
          caution: "No tool inside before this plug is out.",
          parts: [p.id],
        },
        "The battery is unplugged",
      ),
    );
  if (plugs.length === 0)
    steps.push(
      act(
        "open",
        stepKey("unplug", "battery"),
        {
          mark: "!",
          title: "Battery plug first",
          sub: "always, before any tool goes in",
          say: "Find its plug, see how it moves, and take it out with plastic.",
          caution: "No tool inside before this plug is out.",
        },
        "The battery is unplugged",
      ),
    );
  return steps;
}

/** Drained by the power button, shields off. */
function drainSteps(ctx: ServiceContext): Step[] {
  const steps: Step[] = [];
  steps.push(
    act(
      "open",
      stepKey("open", "drain"),
      {
        title: "Drain it",
        say: "Press the power button and hold it for ten seconds.",
        caution: "Strap and mat from here on: static kills boards.",
      },
      "Drained",
    ),
  );
  for (const p of ctx.map?.layout.parts ?? [])
    if (isKind(p, "shield"))
      steps.push(
        act(
          "open",
          stepKey("off", p.id),
          { title: "Shield", say: `Lift it off its ${p.clips} clips.`, parts: [p.id] },
          "It is off",
        ),
      );
  return steps;
}

/** Keys of the steps that unplug the battery. */
export const batteryKeys = (ctx: ServiceContext): string[] => unplugSteps(ctx).map((s) => s.key);
