import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  changeWords,
  isByItself,
  leftMs,
  madePassphrase,
  may,
  needOf,
  passphraseProblem,
  pinProblem,
  ROLES,
  slower,
  spoken,
  unslowed,
  wordsOf,
} from "./index";

describe("what a request needs", () => {
  it.each([
    ["GET", "/join", "nothing"],
    ["GET", "/probe.sh", "nothing"],
    ["GET", "/offline/sw.js", "nothing"],
    ["GET", "/load", "look"],
    ["GET", "/load/0123456789ab", "run"],
    ["GET", "/load/0123456789ab/more", "manage"],
    ["GET", "/_next/data/BUILD/network.json", "manage"],
    ["GET", "/_next/data/BUILD/api/tables/journal.json", "manage"],
    ["GET", "/network.rsc", "manage"],
    ["GET", "/network.segments/_tree.segment.rsc", "manage"],
    ["GET", "/network/", "manage"],
    ["HEAD", "/api/backup", "manage"],
    ["GET", "/jobs/3/verdict.rsc", "manage"],
    ["GET", "/_next/static/chunks/a.js", "nothing"],
    ["POST", "/api/trust/join", "nothing"],
    ["GET", "/locked", "bench"],
    ["POST", "/api/trust/stop", "bench"],
    ["POST", "/api/trust/signin", "bench"],
    ["POST", "/api/v1/runs/4/samples", "run"],
    ["POST", "/api/v1/runs/4/end", "run"],
    ["GET", "/api/v1/runs", "run"],
    ["GET", "/owner/Fe26.2*1*a_b-c~2", "owner"],
    ["GET", "/", "look"],
    ["GET", "/jobs/3/verdict", "look"],
    ["GET", "/calendar.ics", "look"],
    ["POST", "/api/jobs/3/journal", "work"],
    ["POST", "/api/runs", "work"],
    ["POST", "/api/practice/tries/2/presses", "work"],
    ["POST", "/api/jobs/3/sign", "close"],
    ["POST", "/api/jobs/3/owner", "close"],
    ["POST", "/api/materials/lots", "close"],
    ["PUT", "/api/settings", "manage"],
    ["PUT", "/api/ways", "manage"],
    ["POST", "/api/import", "manage"],
    ["POST", "/api/backup", "manage"],
    ["GET", "/api/tables/journal", "manage"],
    ["POST", "/api/trust/people", "manage"],
    ["GET", "/network", "manage"],
    ["GET", "/audit", "manage"],
    ["DELETE", "/api/something-new", "manage"],
  ])("%s %s: %s", (method, path, need) => {
    const n = needOf(method, path);
    expect(n.of === "person" ? n.right : n.of).toBe(need);
  });

  it("whatever no rule names is a technician's to change, and to look at", () => {
    const method = fc.constantFrom("GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS");
    const before = fc.constantFrom("/zz", "/api/zz", "/_next/data", "/_next/image", "/network", "/audit");
    fc.assert(
      fc.property(before, fc.webPath(), method, (start, path, asked) => {
        expect(needOf(asked, start + path)).toEqual({ of: "person", right: "manage" });
      }),
    );
  });

  it("nothing but a run's own routes goes by its token", () => {
    for (const path of ["/api/v1/jobs/3/runs", "/api/v1/runs/3/other", "/api/live/3", "/api/v1/runs/x/samples"])
      expect(needOf("POST", path).of).toBe("person");
  });

  it("the audit says what was changed, of which job", () => {
    expect(changeWords("POST", "/api/jobs/12/journal")).toBe("bench steps, job 12");
    expect(changeWords("POST", "/api/unheard-of")).toBe("the workshop");
    expect(changeWords("POST", "/api/trust/lock")).toBe("signed out");
    // these write down themselves who they let in, and who may
    expect(
      ["signin", "people", "people/3", "passphrase", "pin"].map((p) => changeWords("POST", `/api/trust/${p}`)),
    ).toEqual(["", "", "", "", ""]);
  });

  it("what a page asks by itself keeps no bench open", () => {
    expect(
      ["/api/live", "/api/live/3/events", "/api/trust/going", "/api/trust/here", "/_next/static/a.js"].every((p) =>
        isByItself("GET", p),
      ),
    ).toBe(true);
    expect(isByItself("POST", "/api/live/3")).toBe(false);
    expect(["/jobs/3/strip", "/api/jobs/3/journal", "/machines"].some((p) => isByItself("GET", p))).toBe(false);
  });
});

describe("roles", () => {
  it("each may what the next may, and more", () => {
    const rights = ["look", "work", "close", "manage"] as const;
    const table = ROLES.map((role) => rights.filter((r) => may(role, r)).length);
    expect(table).toEqual([4, 2, 1]);
    expect(may("desk", "work")).toBe(false);
    expect(may("learner", "close")).toBe(false);
  });
});

describe("wrong answers", () => {
  it("every fifth rests, each time longer, never over an hour", () => {
    let s = unslowed;
    const rests: number[] = [];
    for (let i = 0; i < 40; i++) {
      const next = slower(s, 0);
      if (next.restsUntilMs !== s.restsUntilMs || next.wrong % 5 === 0) rests.push(next.restsUntilMs / 60_000);
      s = next;
    }
    expect(rests).toEqual([5, 10, 20, 40, 60, 60, 60, 60]);
    expect(leftMs(s, 59 * 60_000)).toBe(60_000);
    expect(leftMs(s, 61 * 60_000)).toBe(0);
  });

  it("four are free, the fifth rests for five minutes", () => {
    const after = (n: number) => Array.from({ length: n }).reduce<typeof unslowed>((s) => slower(s, 1_000), unslowed);
    expect(after(0)).toEqual({ wrong: 0, restsUntilMs: 0 });
    expect(after(4)).toEqual({ wrong: 4, restsUntilMs: 0 });
    expect(after(5)).toEqual({ wrong: 5, restsUntilMs: 301_000 });
  });

  it("a thousand a day at the very most get a four-digit PIN in years, not days", () => {
    let [s, now, tried] = [unslowed, 0, 0];
    const day = 24 * 3_600_000;
    while (now < 30 * day) {
      s = slower(s, now);
      tried++;
      now += 1_000 + leftMs(s, now);
    }
    expect(tried).toBeLessThan(4_000);
  });
});

describe("a passphrase", () => {
  it("is the same however it is spaced and written", () => {
    expect(spoken("  Babebi dodudi-fafefi ")).toBe("babebi dodudi fafefi");
    expect(wordsOf("")).toBe(0);
    expect(wordsOf("a b-c")).toBe(3);
  });

  it("that is made up is good enough, and no two are alike", () => {
    let at = 0.123;
    const random = () => (at = (at * 9301.7 + 0.49297) % 1);
    const made = Array.from({ length: 50 }, () => madePassphrase(random));
    expect(made.map(passphraseProblem).filter(Boolean)).toEqual([]);
    expect(new Set(made).size).toBe(50);
  });

  it.each([
    ["one two three", /Six words/],
    ["a b c d e f", /twenty letters/],
    ["word word word word word word", /different/],
    [`${"abcdefg ".repeat(40)}`, /different|letters at most/],
  ])("%s is refused", (text, why) => {
    expect(passphraseProblem(text)).toMatch(why);
  });

  it("of six words and twenty letters may be, one letter less may not, and one word may come twice", () => {
    expect(passphraseProblem("abc def ghi jkl mn o")).toBeNull();
    expect(passphraseProblem("abc def ghi jkl m o")).toMatch(/twenty letters/);
    expect(passphraseProblem("abcd abcd ghij jklm mnop opqr")).toBeNull();
    expect(passphraseProblem("abcd abcd abcd jklm mnop opqr")).toMatch(/different/);
  });

  it.each(["1234", "4321", "0000", "9999", "123", "12345", "12a4", ""])("the PIN %s is refused", (pin) => {
    expect(pinProblem(pin)).not.toBeNull();
  });

  it.each(["4712", "8080", "1357", "4457", "1224"])("the PIN %s may be", (pin) => expect(pinProblem(pin)).toBeNull());
});
