import Papa from "papaparse";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { findByWords, matchOf } from "../../data/workshop/finds";
import { addMachine, findMachine } from "../../data/workshop/machines";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { saveEntries } from "../handwork/service";
import { changeFilters, filtersView } from "../workshop/filters";
import { takeList } from "../workshop/machineLists";
import { TABLES, tableRows } from "../workshop/tables";
import { searchView } from "../workshop/views/search";

temporaryDatabase("open-files");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const text = async (name: string) => {
  let out = "";
  for await (const piece of tableRows(name)) out += piece;
  return out;
};
const machine = { variant: "", environment: "lint", form: "fourteen", limitC: null };

describe("tables as CSV", () => {
  it("hold no cell that a table would run, whatever stands in the fields, and no row is torn", async () => {
    const db = await database();
    const hostile = fc.string({ unit: "binary-ascii", maxLength: 20 });
    let n = 0;
    await fc.assert(
      fc.asyncProperty(
        hostile,
        fc.constantFrom("=", "+", "-", "@", "\t", "\r", '"', ",", ";", "\n"),
        async (tail, head) => {
          await addMachine(
            db,
            { ...machine, tag: `X-${++n}`, model: head + tail, place: tail + head },
            "2031-01-01T00:00:00Z",
          );
        },
      ),
      { numRuns: 60 },
    );
    for (const name of Object.keys(TABLES)) {
      const { data, errors } = Papa.parse<string[]>((await text(name)).replace(/^\ufeff/, ""), { newline: "\r\n" });
      expect(errors.filter((e) => e.type !== "Delimiter")).toEqual([]);
      const width = TABLES[name]?.columns.length;
      for (const row of data.slice(0, -1)) {
        expect(row).toHaveLength(width ?? 0);
        for (const cell of row) expect(/^[=+\-@\t\r]/.test(cell) && !/^-?\d+(\.\d+)?$/.test(cell)).toBe(false);
      }
    }
  });
});

describe("a list of machines", () => {
  it(
    "is looked through before anything is stored, then its " + "good lines come in, and a known tag stays as it is",
    async () => {
      const good = 'tag,model,place,limit\nL-1,K15,"Row\n1, left",97\n';
      const csv = `${good}L-2,,Row,97\nL-3,K15,Row,900\nl-1,K15,Row,97\nL-4,K15,Row,\n`;
      const looked = value(await takeList(csv, false));
      expect(looked).toMatchObject({ fresh: 2, known: 0, stored: false });
      expect(looked.bad.map((b) => b.line)).toEqual([4, 5, 6]);
      expect(looked.bad[2]?.why).toEqual(["Tag l-1 stands in line 2 already."]);
      const before = (await (await database())("machines").count<{ n: number }[]>("* as n"))[0]?.n;
      expect(value(await takeList(csv, true))).toMatchObject({ fresh: 2, stored: true });
      expect((await (await database())("machines").count<{ n: number }[]>("* as n"))[0]?.n).toBe((before ?? 0) + 2);
      expect(value(await takeList(csv.replaceAll("K15", "Other"), true))).toMatchObject({ fresh: 0, known: 2 });
      const row = await (await database())("machines").where({ tag: "L-1" }).first<{ id: number }>("id");
      expect(await findMachine(await database(), row?.id ?? 0)).toMatchObject({ model: "K15", place: "Row\n1, left" });
    },
  );
  it("of its own tables comes back as it went out", async () => {
    const out = await text("machines");
    expect(value(await takeList(out, false)).fresh).toBe(0);
  });
});

describe("search", () => {
  it(
    "finds a word in a note, a complaint, a machine and " + "a lot, begun or without its accent, and marks it",
    async () => {
      const jobId = await jobOn("Wrenfell 14");
      value(
        await saveEntries(jobId, {
          entries: [
            {
              id: "abcdef".repeat(4),
              at: new Date().toISOString(),
              stage: "strip",
              step: "strip:look",
              act: "noted",
              value: "",
              reason: "Coin cell café-socket 2032",
            },
          ],
        }),
      );
      const view = await searchView("cafe so");
      expect(view.found.note).toHaveLength(0);
      const note = (await searchView("coin caf")).found.note[0];
      expect(note).toMatchObject({ ref: jobId, machine: { model: "Wrenfell 14" } });
      expect(note?.text).toContain("\u0001Coin\u0002");
      expect((await searchView("wrenf")).found.machine.length).toBeGreaterThan(0);
      await (await database())("jobs").where({ id: jobId }).update({ complaint: "whistles" });
      expect((await searchView("whist")).found.job.map((f) => f.ref)).toEqual([jobId]);
      expect((await searchView("")).count).toBe(0);
    },
  );
  it("finds a part come by on the way by its number as it stands now, not as it was before", async () => {
    const jobId = await jobOn("Calder Nook 13");
    let n = 0;
    const say = (act: string, value: string, reason = "") =>
      saveEntries(jobId, {
        entries: [
          {
            id: `fade0${n++}`.padEnd(24, "0"),
            at: new Date().toISOString(),
            stage: "open",
            step: "way:drive-k1",
            act,
            value,
            reason,
          },
        ],
      });
    const found = async (word: string) => (await searchView(word)).found.note.filter((f) => f.ref === jobId);
    value(await say("done", "Drive; Part number QX-777; Size 512 GB"));
    expect((await found("qx-777"))[0]?.text).toBe("Drive; Part number \u0001QX-777\u0002; Size 512 GB");
    value(await say("done", "Drive; Part number QX-778; Size 512 GB", "misread"));
    expect([await found("qx-777"), (await found("qx-778")).length]).toEqual([[], 1]);
    value(await say("undone", ""));
    expect(await found("qx-778")).toEqual([]);
  });
  it("takes any text for words, and asks the index nothing else", async () => {
    const db = await database();
    await fc.assert(
      fc.asyncProperty(fc.string({ maxLength: 60 }), async (words) => {
        await findByWords(db, words, 3);
      }),
      { numRuns: 60 },
    );
    expect(matchOf('coin "ce OR NEAR(')).toBe('"coin" "ce" "or" "near"*');
    expect(matchOf("  ")).toBe("");
  });
});

describe("saved filters", () => {
  it("stand once each, as they were kept", async () => {
    const filters = [
      { word: " lint ", way: "model" },
      { word: "LINT", way: "model" },
      { word: "lint", way: "place" },
    ];
    const kept = [
      { word: "lint", way: "model" },
      { word: "lint", way: "place" },
    ];
    expect(value(await changeFilters({ filters }))).toEqual(kept);
    expect(await filtersView()).toEqual(kept);
    for (const bad of [
      { filters: [{ word: "", way: "model" }] },
      { filters: [{ word: "x", way: "colour" }] },
      { filters: 3 },
    ])
      expect((await changeFilters(bad)).ok).toBe(false);
    expect(await filtersView()).toEqual(kept);
  });
});
