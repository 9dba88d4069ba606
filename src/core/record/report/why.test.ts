import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "../../../samples/layouts";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { aJobFile, type Answered } from "../../../testing/jobFiles";
import { rigVerdict } from "../../../testing/rigRuns";
import { PRINT, stepKey } from "../../handwork/service";
import type { ChipVerdict, Figure } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import { benchNotesOf } from "./benchNotes";
import { saidIn } from "./form";
import { textsIn } from "./languages";
import { reportOf, workIn } from "./report";
import { apartOf, whyOf } from "./why";

const speech = { t: textsIn("en"), said: saidIn({ language: "en", unit: "C", zone: "UTC" }) };
const improved = rigVerdict({ faults: { clog: 2.4 } }, {});
const lead = improved.chips[0] as ChipVerdict;
const layout = tessalyK15Layout();
const ids = (kind: string) => layout.parts.filter((p) => p.kind === kind).map((p) => p.id);
const cpu = layout.parts.find((p) => p.kind === "chip" && p.role === "cpu")?.id ?? "";
const [fins = "", otherFins = ""] = ids("fins");

const path = (finding: string, K: number, [low, high] = [K - 1, K + 1]) => ({
  finding,
  change: { K, low, high } satisfies Figure,
});
const same = path("same", 0);
const chipOf = (contact: object, airflow: object, more: Partial<ChipVerdict> = {}): ChipVerdict => {
  const paths = [
    { ...lead.paths[0], ...contact },
    { ...lead.paths[1], ...airflow },
  ] as unknown as ChipVerdict["paths"];
  const K = paths.reduce((s, p) => s + (p.change?.K ?? 0), 0);
  return { ...lead, change: { K, low: K, high: K }, bound: null, throttled: { before: 0, after: 0 }, ...more, paths };
};
const why = (contact: object, airflow: object, answers: readonly Answered[] = [], more: Partial<ChipVerdict> = {}) =>
  whyOf(improved, chipOf(contact, airflow, more), workIn(aJobFile({ drawing: layout, answers })), speech);
const said = (w: ReturnType<typeof why>) => w.items.map((i) => `${i.lead} ${i.text}`.trim());

const dust = (id: string, grade: number): Answered => ({ step: stepKey("dust", id), value: String(grade) });
const cleaned = (id: string): Answered => ({ step: stepKey("clean", id), value: "brush;swab=2", stage: "clean" });
const was = (state: string): Answered => ({ step: stepKey("paste-was", cpu), value: state });
const renewed: Answered = { step: stepKey("paste", cpu), value: "", stage: "paste" };

describe("what the air's way is said to have gained", () => {
  const air = (...answers: Answered[]) => why(same, path("better", -9), answers);
  const NOTHING = "The way of the air holds back 9 degrees less. Nothing was recorded of why.";

  it("is nothing but its figure where nobody recorded a cause", () => {
    expect(said(air())).toEqual([NOTHING]);
    expect(air().title).toBe("What the figures say");
    // graded clean, dust that was left lying, another thing that was found
    expect(said(air(dust(fins, 0), dust(otherFins, 1)))).toEqual([NOTHING]);
    expect(said(air(dust(fins, 4)))).toEqual([NOTHING]);
    expect(said(air({ step: stepKey("strip", "pipes"), value: "kink" }))).toEqual([NOTHING]);
    expect(said(air({ step: stepKey("bearing", ids("blower")[0] ?? ""), value: "stiff" }))).toEqual([NOTHING]);
    expect(said(air(dust(fins, 1), cleaned(fins)))).toEqual([NOTHING]);
  });

  it("is what both logs show of a fan that was weak or stood, in each language, and never dust alone beside it", () => {
    const mended = (code: string) =>
      ({
        ...improved,
        matched: { ...improved.matched, fanRpm: 1_802, fanRpmAfter: 3_398 },
        reasons: [{ code, level: "note", message: "", seen: { run: "before" } }],
      }) as unknown as Verdict;
    const air = (v: Verdict, language: "en" | "de" | "fr", answers: readonly Answered[] = []) => {
      const spoken = { t: textsIn(language), said: saidIn({ language, unit: "C", zone: "UTC" }) };
      return said(whyOf(v, chipOf(same, path("better", -9)), workIn(aJobFile({ drawing: layout, answers })), spoken));
    };
    const words = air(mended("fan-weak"), "en").join(" ").replace(/\s/g, " ");
    expect(words).toBe(
      "The way of the air holds back 9 degrees less. The fan turns at 3,400 instead of 1,800 rpm for the same heat.",
    );
    expect(air(mended("fan-weak"), "de")[0]).toMatch(/mit 3.400 statt 1.800 U\/min/);
    expect(air(mended("fan-weak"), "fr")[0]).toMatch(/à 3.400 au lieu de 1.800 tr\/min/);
    expect(air(mended("fan-stopped"), "en")[0]).toContain("A fan that stood still turns now.");
    const both = air(mended("fan-weak"), "en", [dust(fins, 3), cleaned(fins)])[0];
    expect(both).toMatch(/^The way of the air holds back 9 degrees less\. The fan turns .* Dust/);
  });

  it("is dust where dust was graded and cleaned away, and that alone", () => {
    expect(said(air(dust(fins, 2), cleaned(fins)))).toEqual([
      "Dust blocked the air: 9 degrees. Dust lay in the fins, and less air came through.",
    ]);
    expect(said(air(dust(fins, 4), cleaned(fins)))[0]).toMatch(/^Dust blocked the air: 9 degrees\. .* lay a mat\./);
    expect(air(dust(fins, 3), cleaned(fins)).title).toBe("One thing was wrong");
    // a felted blower is no mat between it and the fins
    const blower = ids("blower")[0] ?? "";
    expect(said(air(dust(blower, 4), cleaned(blower), dust(fins, 0), cleaned(fins)))).toEqual([
      expect.stringMatching(/^Dust blocked the air: 9 degrees\. Dust lay on the blades and in the housing/),
    ]);
    // the felt that was left lying is not what went
    expect(said(air(dust(fins, 4), dust(otherFins, 2), cleaned(otherFins)))[0]).not.toContain("mat");
  });

  it("is cleaning where that was done and nobody wrote down how it was", () => {
    expect(said(air(cleaned(fins)))).toEqual([
      "The way of the air holds back 9 degrees less. It was cleaned; how dusty it was, nobody wrote down.",
    ]);
  });
});

describe("what the contact is said to have gained", () => {
  const contact = (...answers: Answered[]) => why(path("better", -6), same, answers);

  it("is nothing but its figure where no paste was renewed, whatever else was found", () => {
    for (const answers of [[], [was("dry")], [{ step: stepKey("pad-was", ids("pad")[0] ?? ""), value: "torn" }]])
      expect(said(contact(...answers))).toEqual([
        "The way from the chip to the copper holds back 6 degrees less. Nothing was recorded of why.",
      ]);
  });

  it.each([
    ["dry", "had gone dry and hard"],
    ["pumped", "had been pumped out to its rim"],
    ["little", "Hardly any paste lay"],
  ])("is a film that had failed where it was found so: %s", (state, words) => {
    const told = contact(was(state), renewed);
    expect(said(told)[0]).toMatch(/^The paste had failed: 6 degrees\./);
    expect(said(told)[0]).toContain(words);
    expect(told.title).toBe("One thing was wrong");
  });

  it("is a renewed film where the old one looked sound, ran over, or was not looked at", () => {
    expect(said(contact(was("even"), renewed))[0]).toMatch(/less\. The paste was renewed; the old film had looked/);
    for (const answers of [[renewed], [was("over"), renewed]])
      expect(said(contact(...answers))[0]).toMatch(/what was wrong with the old film, nobody wrote down\.$/);
    const torn: Answered = { step: stepKey("pad-was", ids("pad")[0] ?? ""), value: "torn" };
    expect(said(contact(torn, renewed))[0]).not.toMatch(/failed|dry|hard/);
  });

  it("is a film that touched part of the chip where its print said so", () => {
    const cells = PRINT.columns * PRINT.rows;
    const print = (wet: number): Answered => ({
      step: stepKey("print", cpu),
      value: "w".repeat(wet) + "b".repeat(cells - wet),
    });
    expect(said(contact(print(cells / 2), renewed))[0]).toMatch(/touched 50\s% of the chip\.$/);
    expect(said(contact(print(cells), renewed))[0]).toMatch(/^The way from the chip/);
  });
});

describe("both paths", () => {
  const all = [dust(fins, 3), cleaned(fins), was("dry"), renewed];

  it("count as two things that were wrong where both were found, and never where one got worse", () => {
    expect(why(path("better", -6), path("better", -4), all).title).toBe("Two things were wrong");
    expect(why(path("better", -6), path("better", -4), all.slice(0, 2)).title).toBe("What the figures say");
    const against = why(path("worse", 16), path("better", -30), all);
    expect(against.title).toBe("What the figures say");
    expect(said(against)[1]).toBe("Heat leaves the chip worse than before: 16 degrees.");
  });

  it("sum to the whole as it stands above them, in either unit", () => {
    for (const unit of ["C", "F"] as const)
      for (const [c, a] of [
        [-6.4, -7.4],
        [-0.6, -9.9],
        [-3.5, -3.5],
      ] as const) {
        const own = { t: speech.t, said: saidIn({ language: "en", unit, zone: "UTC" }) };
        const chip = chipOf(path("better", c), path("better", a));
        const work = workIn(aJobFile({}));
        const shown = whyOf(improved, chip, work, own).items.map((i) => Number(/(\d+) degrees/.exec(i.lead)?.[1]));
        expect(shown.reduce((s, n) => s + n, 0)).toBe(Number(own.said.degrees(c + a)));
      }
  });

  it("say on the ladder what they say beside it", () => {
    const chip = chipOf(path("better", -12.6), path("better", -23.8));
    const verdict = { ...improved, chips: [chip] };
    const report = reportOf(
      { file: aJobFile({ verdict }), sha256: "", signOff: null, workshop: "", curves: null },
      { language: "en", unit: "C", zone: "UTC" },
    );
    expect(report.why?.items.map((i) => /(\d+) degrees/.exec(i.lead)?.[1])).toEqual(["23", "13"]);
    expect(report.ladder?.svg).toMatch(/−13<.*−23</s);
    expect(report.headline).toContain("36 degrees");
  });

  it("are told by their own figures where the whole is known of one side alone", () => {
    const bound = why(path("better", -6), path("better", -4), all, { change: null });
    expect(bound.items.map((i) => Number(/(\d+) degrees/.exec(i.lead)?.[1]))).toEqual([4, 6]);
  });

  it("are told air first, what was won before what was lost, and what could not be told", () => {
    const order = (a: object, b: object) => why(a, b, all).items.map((i) => `${i.path} ${i.lead || i.text}`);
    expect(order(path("better", -6), path("better", -4))).toEqual([
      expect.stringMatching(/^airflow .* 4 degrees/),
      expect.stringMatching(/^contact .* 6 degrees/),
    ]);
    expect(order(path("better", -6), path("worse", 3))).toEqual([
      expect.stringMatching(/^contact .* 6 degrees/),
      "airflow Air passes worse than before: 3 degrees.",
    ]);
    expect(order({ finding: "unknown", change: null }, { finding: "unknown", change: null })).toEqual([
      "airflow Whether the air passes better the measurement could not tell.",
      "contact Whether the paste carries better the measurement could not tell.",
    ]);
    expect(order(same, same)).toEqual([]);
  });
});

describe("how sure it is", () => {
  it("tells ranges near end first, from nothing where an interval spans it, and why figures are less sure", () => {
    const sure = (contact: object, more: Partial<ChipVerdict> = {}) =>
      why(contact, path("better", -4, [-6, -3]), [], more).sure;
    expect(sure(path("better", -9, [-12, -7]))).toEqual([
      "Air between 3 and 6, paste between 7 and 12 degrees, each at 90 %.",
    ]);
    expect(sure(path("same", 1, [-1.2, 3]))[0]).toContain("paste between 0 and 3 degrees");
    expect(sure({ finding: "unknown", change: null })).toEqual([]);
    const throttled = { throttled: { before: 0.03, after: 0 } };
    expect(sure(same, throttled)[1]).toMatch(/^The first run was slowed/);
    expect(sure(same, { throttled: { before: 0.02, after: 1 } })).toHaveLength(1);
    expect(sure(same, { ...throttled, bound: lead.change } as unknown as Partial<ChipVerdict>)[1]).toMatch(/^One run/);
  });

  it("explains the ladder where both runs stand on it", () => {
    expect(why(same, same).note).toContain("5 degrees a rung");
    expect(why(same, same, [], { before: null }).note).toBe("");
  });
});

describe("two runs that cannot be compared", () => {
  const apart = rigVerdict({ machine: wrenfell14 }, { machine: { ...tessalyK15, cores: 4 } });

  it("say why in plain words, in each language, and claim nothing", () => {
    for (const language of ["en", "de", "fr"] as const) {
      const file = aJobFile({
        verdict: apart,
        drawing: layout,
        answers: [dust(fins, 4), cleaned(fins), was("dry"), renewed],
      });
      const report = reportOf(
        { file, sha256: "", signOff: null, workshop: "", curves: null },
        { language, unit: "C", zone: "UTC" },
      );
      const because = Object.values(textsIn(language).apart.because);
      expect(report.why?.items.length).toBeGreaterThan(0);
      expect(because).toContain(report.why?.items[0]?.text);
      expect(report.why?.items.some((i) => i.lead !== "" || i.path)).toBe(false);
      expect(report.statements).toEqual([]);
    }
  });

  it("tell what was logged all the same, and one reason where several bar it alike", () => {
    const reasons = [
      { code: "no-room-temperature", level: "blocks", message: "" },
      { code: "no-room-temperature", level: "blocks", message: "" },
      { code: "as-logged", level: "note", message: "", data: { chip: "cpu", beforeC: 97, afterC: 82 } },
      { code: "log-gaps", level: "caution", message: "" },
    ] as unknown as Verdict["reasons"];
    expect(apartOf({ ...apart, reasons }, speech).items.map((i) => i.text.replace(/\s/g, " "))).toEqual([
      "The room temperature of a run is not known.",
      "As logged, the hottest of the processor was 97 °C before and 82 °C after.",
    ]);
    const odd = [{ code: "of-a-later-judge", level: "blocks", message: "" }] as unknown as Verdict["reasons"];
    expect(apartOf({ ...apart, reasons: odd }, speech).items).toEqual([{ lead: "", text: speech.t.apart.other }]);
  });
});

describe("what else the bench has to say", () => {
  const notes = (more: Parameters<typeof aJobFile>[0]["more"], verdict: Verdict | null = null) =>
    benchNotesOf(aJobFile({ more }), verdict, speech).map((l) => l.replace(/\s/g, " "));

  it("is its closing note, the part that was ordered, and the word that is waited for", () => {
    expect(notes({ closingNote: "Hinge is loose" })).toEqual(["Hinge is loose."]);
    const waits = { for: "part", what: "blower B1", until: "2031-03-09", limit: null, since: "" } as const;
    expect(notes({ waits })).toEqual(["A part is on order: blower B1, expected 9 March 2031."]);
    expect(notes({ waits: { ...waits, until: null } })).toEqual(["A part is on order: blower B1."]);
    expect(notes({ waits: { ...waits, for: "word", what: "May it cost 40 more?" } })).toEqual([
      "Your word is asked: May it cost 40 more?",
    ]);
    expect(notes({})).toEqual([]);
  });

  it("is the drive where it got cooler or reads near its limit, and not where neither is so", () => {
    const other = (beforeC: number | null, afterC: number | null, limitC = 80, key = "drive.temperature") =>
      notes({}, { ...improved, others: [{ key, name: "", beforeC, afterC, limitC }] } as unknown as Verdict);
    expect(other(88, 55)).toEqual(["The drive read 88 °C before and 55 °C after."]);
    expect(other(null, 79)).toEqual(["The drive read 79 °C after."]);
    expect(other(56, 55)).toEqual([]);
    expect(other(88, null)).toEqual([]);
    expect(other(50, 40, 90, "memory.temperature")).toEqual(["The memory read 50 °C before and 40 °C after."]);
    expect(other(48, 41, 45, "base.temperature")).toEqual(["The base read 48 °C before and 41 °C after."]);
  });
});

describe("a drive that was the complaint", () => {
  const sound = rigVerdict({}, {});
  const others = [
    { key: "drive.temperature", name: "drive", beforeC: 88, afterC: 55, limitC: 70 },
  ] as Verdict["others"];
  const titled = (language: "en" | "de" | "fr", unit: "C" | "F", v: Verdict) => {
    const file = aJobFile({ verdict: v });
    const report = { file, sha256: "", signOff: null, workshop: "", curves: null };
    return reportOf(report, { language, unit, zone: "UTC" }).headline;
  };
  it("is the headline of the report, in its language and unit; no 'as warm as before'", () => {
    expect(titled("en", "C", { ...sound, others })).toBe("Its drive runs 33 degrees cooler, its chips are as before.");
    expect(titled("en", "F", { ...sound, others })).toContain("59 degrees cooler");
    expect(titled("de", "C", { ...sound, others })).toBe("Laufwerk 33 Grad kühler, die Chips wie vorher.");
    expect(titled("fr", "C", { ...sound, others })).toContain("33 degrés de moins");
    expect(titled("en", "C", sound)).toBe("Your laptop is as warm as before.");
  });
});
