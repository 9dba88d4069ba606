import { expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { entryOf } from "../../../testing/journal";
import { golden, summed } from "../../../testing/golden";
import { CoolingMap, isPasted } from "../../drawing/parts";
import { USUAL_PASTE } from "../paste";
import { cleaningWays } from "./cleaning";
import { baysOfGrade, gradeOfShare, shareClosed } from "./dust";
import {
  aluminiumAt,
  contextOf,
  countsOut,
  estimateMinutes,
  faceOf,
  foundIn,
  gapOf,
  plansOf,
  pressingOver,
  progressOf,
  SERVICE_STAGES,
  stackOf,
  stepsOf,
  usualProcedure,
  type Entry,
  type ServiceContext,
  type Step,
  type Procedure,
} from "./index";

const layouts = demoLayouts();
/** Drawings with their orders of tightening, made once. */
const made = new Map<string, { map: CoolingMap; plans: ReturnType<typeof plansOf> }>();
const drawn = (layout: (typeof layouts)[number], rounds: number) => {
  const key = `${layout.model} ${rounds}`;
  const map = made.get(key)?.map ?? new CoolingMap(layout);
  const known = made.get(key) ?? { map, plans: plansOf(map, rounds) };
  made.set(key, known);
  return known;
};
const context = (
  layout: (typeof layouts)[number],
  entries: Entry[] = [],
  procedure: Procedure = usualProcedure,
): ServiceContext => {
  const { map, plans } = drawn(layout, procedure.rounds);
  return contextOf(
    { layout, entries, procedure, plans, model: layout.model, hasBeforeRun: true, today: "2031-03-04" },
    map,
  );
};
/** A list as what it holds by its place: lists are thinned where they are long. */
const whole = <T>(of: readonly T[], name: (v: T, i: number) => string = (_, i) => String(i)) =>
  Object.fromEntries(of.map((v, i) => [name(v, i), v]));

/** What a step says and asks. */
const told = (s: Step) => [
  s.key,
  s.title,
  s.sub,
  s.say,
  s.caution ?? "",
  s.optional ?? false,
  s.ask,
  s.run ?? "",
  s.parts,
];

/** Everything found in some state, by turns, and everything done. */
const lived = (layout: (typeof layouts)[number], turn: number, procedure: Procedure = usualProcedure): Entry[] => {
  const entries: Entry[] = [];
  for (const stage of SERVICE_STAGES) {
    // some answers bring further steps: once more round for those
    for (let round = 0; round < 3; round++) {
      const ctx = context(layout, entries, procedure);
      for (const step of stepsOf(stage, ctx)) {
        if (ctx.journal.isSettled(step.key)) continue;
        entries.push({ ...entryOf(step.key, answered(step, entries.length + turn)), stage });
      }
    }
  }
  return entries;
};

/** An answer to a step, by turns. */
function answered({ ask }: Step, n: number): string {
  if (ask.kind === "grade") return String(n % 5);
  if (ask.kind === "choose") return ask.options[n % ask.options.length]?.[0] ?? "";
  if (ask.kind === "bays") return baysOfGrade(ask.grade);
  return ask.kind === "print" ? ask.start : "";
}

const key = (s: Step) => s.key;

it.each(layouts.map((l) => [l.model, l] as const))(
  "steps of every stage of the %s are as kept",
  async (model, layout) => {
    const all = lived(layout, 1);
    const said = SERVICE_STAGES.map((stage) => ({
      stage,
      before: Object.fromEntries(stepsOf(stage, context(layout)).map((s) => [key(s), `${s.title}: ${s.say}`])),
      behind: summed(stepsOf(stage, context(layout)).map(told)),
      after: summed(stepsOf(stage, context(layout, all)).map((s) => [key(s), s.title, s.say, s.sub])),
    }));
    await expect(golden(said)).toMatchFileSnapshot(`golden/steps-${model.toLowerCase().replace(/\W+/g, "-")}.txt`);
  },
);

it("other ways of working give the steps that are kept", async () => {
  const [layout] = layouts;
  if (!layout) throw new Error("no layout");
  const others: Partial<Procedure>[] = [
    { pads: "always-new", rounds: 2 },
    { loosen: "any", rounds: 4 },
    { smallGrease: "redo" },
  ];
  const said = others.map((o) => {
    const procedure = { ...usualProcedure, ...o };
    const all = lived(layout, 2, procedure);
    return SERVICE_STAGES.map((stage) =>
      summed(stepsOf(stage, context(layout, all, procedure)).map((s) => [key(s), s.say])),
    );
  });
  await expect(golden(said)).toMatchFileSnapshot("golden/ways.txt");
});

it("what was found, counted, and is still to do stands as kept", async () => {
  const said = layouts.flatMap((layout) =>
    [0, 1, 2, 3].map((turn) => {
      const all = lived(layout, turn);
      return [all.slice(0, Math.floor(all.length / 2)), all].map((entries) => {
        const ctx = context(layout, entries);
        return {
          found: foundIn(ctx).words,
          behind: summed(foundIn(ctx)),
          counts: summed(countsOut(ctx)),
          progress: summed(progressOf(ctx)),
          minutes: summed(estimateMinutes(ctx, [])),
        };
      });
    }),
  );
  await expect(golden(whole(said))).toMatchFileSnapshot("golden/found.txt");
});

it("what presses a chip, lies under a pad, and how each kind of part is cleaned stands as kept", async () => {
  const said = layouts.map((layout) => {
    const ctx = context(layout, lived(layout, 1));
    const chips = ctx.map?.ofKind("chip").filter(isPasted) ?? [];
    return {
      chips: chips.map((c) => ({
        face: summed(faceOf(ctx, c)),
        warm: summed(faceOf(ctx, c, 33)),
        planned: summed(pressingOver(ctx, c, "planned")),
        oneSide: summed(pressingOver(ctx, c, "one-side")),
        aluminium: aluminiumAt(ctx, c),
      })),
      pads: (ctx.map?.ofKind("pad") ?? []).map((p) => {
        const stack = stackOf(ctx, p, USUAL_PASTE);
        return [gapOf(ctx, p), stack.pads.map((x) => [x.tag, x.body ?? x.heldBy ?? "", x.gapMm]), stack.screws.length];
      }),
    };
  });
  const cleaning = (["blower", "fins", "chip"] as const).map((kind) =>
    [0, 1, 2, 3, 4].map((grade) => [
      cleaningWays(kind, grade, usualProcedure, false),
      cleaningWays(kind, grade, usualProcedure, true),
    ]),
  );
  const grades = [0, 0.04, 0.06, 0.14, 0.16, 0.34, 0.36, 0.64, 0.66, 1].map(gradeOfShare);
  const bays = [0, 1, 2, 3, 4].map((g) => [baysOfGrade(g), shareClosed(baysOfGrade(g))]);
  await expect(golden({ said, cleaning, grades, bays })).toMatchFileSnapshot("golden/bench.txt");
});
