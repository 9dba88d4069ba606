import { describe, expect, it } from "vitest";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { tessalyK15Layout } from "../../../samples/layouts";
import { aJobFile, givenAt, type Answered } from "../../../testing/jobFiles";
import { eachReading, rigVerdict } from "../../../testing/rigRuns";
import type { Language } from "../../base/words";
import { asideText, stepKey } from "../../handwork/service";
import type { Verdict } from "../../measure/says";
import type { JobFile, SignOff } from "../jobfile";
import { reportOf, verdictIn } from "./report";
import type { ReportForm } from "./form";

const layout = tessalyK15Layout();
const tagged = (kind: string) => layout.parts.filter((p) => p.kind === kind);
const english: ReportForm = { language: "en", unit: "C", zone: "UTC" };
const made = (file: JobFile, form: Partial<ReportForm> = {}, signOff: SignOff | null = null) =>
  reportOf({ file, sha256: "0".repeat(64), signOff, workshop: "Lantern Row", curves: null }, { ...english, ...form });
const plain = (spans: readonly { text: string }[]) => spans.map((s) => s.text).join("");

const improved = rigVerdict({ faults: { clog: 2.4 } }, {});
const worse = rigVerdict({}, { faults: { contact: { cpu: 2.4 } } });
const unchanged = rigVerdict({}, { recipe: { roomC: 20 } });
const apart = rigVerdict({ machine: wrenfell14 }, { machine: { ...tessalyK15, cores: 4 } });
/** Power reads a fifth low in its run after: witnesses correct for that, and doubt the machine. */
const corrected = rigVerdict({ faults: { clog: 2.4 } }, { edit: (log) => eachReading(log, /power$/, (v) => v * 0.78) });
const leadOf = (v: Verdict) => v.chips.find((c) => c.chip === v.lead);

describe("the head of a report", () => {
  const coolerBy = Math.abs(leadOf(improved)?.change?.K ?? 0);

  it("says by how much it runs cooler, as the judge has it", () => {
    const said = made(aJobFile({ verdict: improved })).headline;
    expect(said).toContain(`runs ${coolerBy.toFixed(0)} degrees cooler`);
    expect(made(aJobFile({ verdict: improved }), { unit: "F" }).headline).toContain(`${(1.8 * coolerBy).toFixed(0)}`);
  });

  it.each([
    [worse, /warmer than before/, /^Verdict: worse\./],
    [unchanged, /as warm as before/, /^Verdict: no real change\./],
    [apart, /could not be compared/, /^Verdict: not comparable\.$/],
    [null, /What we found and what we did/, /^Not measured before and after\.$/],
  ] as const)("of another verdict claims no more than that", (verdict, headline, line) => {
    const report = made(aJobFile({ verdict }));
    expect(report.headline).toMatch(headline);
    expect(plain(report.verdict)).toMatch(line);
    expect(report.statements).toEqual([]);
  });

  it("tells how sure it is: both ends of the judge's interval, the near one first", () => {
    const change = leadOf(improved)?.change;
    const ends = [change?.low ?? 0, change?.high ?? 0].map(Math.abs).sort((a, b) => a - b);
    expect(plain(made(aJobFile({ verdict: improved })).verdict)).toContain(
      `between ${ends[0]?.toFixed(0)} and ${ends[1]?.toFixed(0)} degrees.`,
    );
  });

  it("is a draft until somebody signed, and says who did", () => {
    const signOff: SignOff = {
      revision: 3,
      at: "2031-03-05T00:00:00Z",
      by: { role: "Bench technician", initials: "MT" },
      checkedBy: { role: "Lead", initials: "HM" },
      sha256: "0".repeat(64),
    };
    const draft = made(aJobFile({}));
    expect([draft.head.draft, draft.foot.checked]).toEqual(["Draft, not signed", ""]);
    const signed = made(aJobFile({}), {}, signOff);
    expect(signed.head.draft).toBe("");
    expect(signed.head.record).toBe("record LR-2 / 2, revision 3");
    expect([signed.foot.by, signed.foot.checked].join()).toMatch(/Bench technician, MT.*Lead, HM/);
  });

  it("is of the day it was in the workshop", () => {
    const file = aJobFile({ more: { closedAt: "2031-03-05T02:30:00.000Z" } });
    expect(made(file, { zone: "America/Denver" }).head.service).toBe("Service of 4 March 2031");
    expect(made(file, { zone: "Europe/Vienna" }).head.service).toBe("Service of 5 March 2031");
  });
});

describe("the verdict a report stands by", () => {
  const file = (closedAt: string | null) =>
    aJobFile({
      more: {
        closedAt,
        verdicts: [givenAt("2031-03-01T00:00:00Z", worse), givenAt("2031-03-09T00:00:00Z", improved)],
      },
    });
  it("is the newest, of a closed job the newest given until it was closed", () => {
    expect(verdictIn(file(null))).toBe(improved);
    expect(verdictIn(file("2031-03-05T00:00:00Z"))).toBe(worse);
    // one given after all is better than none
    expect(verdictIn(file("2031-02-01T00:00:00Z"))).toBe(worse);
    expect(verdictIn(aJobFile({}))).toBeNull();
  });
});

describe("why it changed", () => {
  it("names the path that was won, and the ladder shows both runs of it", () => {
    const report = made(aJobFile({ verdict: improved }));
    expect(report.why?.items.map((i) => i.path)).toEqual(["airflow"]);
    expect(report.why?.items[0]?.lead).toContain(
      `${Math.abs(leadOf(improved)?.paths[1].change?.K ?? 0).toFixed(0)} degrees`,
    );
    expect(report.ladder?.svg).toMatch(/^<svg/);
    expect(report.ladder?.svg).toContain("Before");
    expect(report.ladder?.caption).toMatch(/\d+\sW/);
  });

  it("names a path that was lost, and none where nothing was judged", () => {
    expect(made(aJobFile({ verdict: worse })).why?.items.map((i) => i.lead)).toEqual([
      expect.stringMatching(/^Heat leaves the chip worse than before: \d+ degrees\.$/),
    ]);
    expect(made(aJobFile({ verdict: apart })).ladder).toBeNull();
    expect(made(aJobFile({})).why).toBeNull();
  });
});

describe("what was found", () => {
  const [fins, otherFins] = tagged("fins");
  const chip = layout.parts.find((p) => p.kind === "chip" && p.role === "cpu");
  const [pad] = tagged("pad");
  const answers: Answered[] = [
    { step: stepKey("dust", fins?.id ?? ""), value: "4" },
    { step: stepKey("dust", otherFins?.id ?? ""), value: "1" },
    { step: stepKey("clean", fins?.id ?? ""), value: "mat;swab=2", stage: "clean" },
    { step: stepKey("paste-was", chip?.id ?? ""), value: "dry" },
    { step: stepKey("pad-was", pad?.id ?? ""), value: "torn" },
  ];

  it("stands in lines, what weighs most first, with what was done; what was clean is left out", () => {
    const { lines, svg } = made(aJobFile({ drawing: layout, answers })).found;
    expect(lines[0]).toMatch(new RegExp(`${fins?.tag ?? "-"}.*lifted`));
    expect(lines.join("\n")).toMatch(/^Processor paste: dry, left/m);
    expect(lines.join("\n")).toMatch(new RegExp(`${pad?.tag ?? "-"}: .*torn.*left`, "i"));
    expect(lines.join("\n")).not.toContain(`${otherFins?.tag ?? "-"}:`);
    expect(svg).toMatch(/^<svg[^>]*viewBox="0 0 680 /);
  });

  it("is said to be nothing where nothing was written down, without a picture where nothing is drawn", () => {
    const { lines, svg, sub } = made(aJobFile({})).found;
    expect(lines).toHaveLength(1);
    expect([svg, sub]).toEqual(["", ""]);
  });

  it("tells the owner of two poor parts found on the way at most, the workshop of all", () => {
    const battery = (n: number): Answered => ({
      step: stepKey("way", `battery-${n}`),
      value: asideText("battery", { part: `B-${n}`, new: "60", now: "20" }),
    });
    const report = made(aJobFile({ drawing: layout, answers: [1, 2, 3].map(battery) }));
    const all = report.technical.notes.flatMap((n) => n.lines).join(" ");
    for (const n of [1, 2, 3]) expect(all).toContain(`B-${n}`);
    expect(plain(report.asides)).toMatch(/B-1.*B-2/);
    expect(plain(report.asides)).not.toContain("B-3");
  });
});

describe("its languages", () => {
  const answers: Answered[] = [{ step: stepKey("dust", tagged("fins")[0]?.id ?? ""), value: "3" }];
  /** Every text of it, pictures as their words. */
  const textsOf = (of: unknown): string[] =>
    typeof of === "string"
      ? [of.replace(/<[^>]*>/g, " ")]
      : of !== null && typeof of === "object"
        ? Object.values(of).flatMap(textsOf)
        : [];
  const all = (language: Language, verdict: Verdict | null) =>
    textsOf(made(aJobFile({ verdict, drawing: layout, answers }), { language })).join("\n");

  it.each(["de", "fr"] as const)("are not mixed: no English of ours stands in %s", (language) => {
    const english = /.*\b(degrees|between|the|of|cooler|warmer|before and after|both)\b.*/;
    for (const verdict of [improved, worse, unchanged, corrected, null])
      expect(english.exec(all(language, verdict))?.[0]).toBeUndefined();
  });

  it("name what was corrected, each in its own words", () => {
    const said = (["en", "de", "fr"] as const).map(
      (l) => /(Corrected for|Berichtigt um|Corrigé de).*/.exec(all(l, corrected))?.[0],
    );
    expect(said).toEqual([
      expect.stringContaining("power reading"),
      expect.stringContaining("Leistungsmessung"),
      expect.stringContaining("mesure de puissance"),
    ]);
  });

  it("say the same figure in each", () => {
    const K = Math.abs(leadOf(improved)?.change?.K ?? 0).toFixed(0);
    for (const language of ["en", "de", "fr"] as const)
      expect(made(aJobFile({ verdict: improved }), { language }).headline).toContain(K);
  });
});

describe("what comes next", () => {
  it("is the date and what it goes by, or that there is none", () => {
    expect(made(aJobFile({})).next.title).toContain("3 March 2032");
    const by = (due: Partial<JobFile["due"]>) =>
      made(aJobFile({ more: { due: { dueOn: "2032-03-03", why: "asked for", by: "hand", ...due } } })).next.text;
    expect(by({})).toContain("asked for");
    expect(new Set([by({}), by({ by: "drift" }), by({ by: "rule" })]).size).toBe(3);
    expect(made(aJobFile({ more: { due: { dueOn: null, why: "", by: "" } } })).next.text).toBe("");
  });
});
