import { beforeAll, describe, expect, it, vi } from "vitest";
import { UNREADABLE, dayInWords, dayIn, dayText } from "../../../core/base/days";
import { database } from "../../../data/base/connection";
import { loadDemo } from "../../../demo/load";
import { temporaryDatabase } from "../../../testing/bed";
import { backgroundOver } from "../../base/background/task";
import { historyView } from "../../job/history";
import { library } from "../../drawing/views/layout";
import { forecastsView } from "../../job/forecasts";
import { calendarOf } from "../calendar";
import { benchView } from "./bench";
import { dueView } from "./due";
import { stockView } from "./materials";
import { machineView } from "./machine";
import { rackView } from "./rack";
import { searchView } from "./search";

temporaryDatabase("stored");

const ODD = ["{", "2026-13-45T99:99", "", "null", "\u0000"];
beforeAll(async () => {
  await loadDemo(await database(), new Date(), ["LR-02", "LR-03", "LR-11"]);
  await backgroundOver();
  vi.spyOn(console, "error").mockImplementation(() => undefined);
}, 120_000);

/** The same view of every machine. */
async function everyMachine(view: (id: number) => Promise<unknown>): Promise<void> {
  for (const { id } of await (await database())("machines").select<{ id: number }[]>("id")) await view(id);
}

const LISTS = {
  bench: () => benchView(),
  due: () => dueView(1),
  rack: () => rackView({ way: "waits", word: "", from: "", shelf: null, page: 1 }),
  shelf: () => stockView(null),
  layouts: () => library(),
  forecasts: () => forecastsView(),
  search: () => searchView("LR"),
  machine: () => everyMachine(machineView),
  history: () => everyMachine(historyView),
  calendar: () => calendarOf({ origin: "http://localhost", machineId: null }),
};

/** Every view of many rows, with one of them odd; what each threw. */
async function thrown(): Promise<string[]> {
  const out: string[] = [];
  for (const [name, view] of Object.entries(LISTS))
    await view().catch((e: unknown) => out.push(`${name}: ${e instanceof Error ? e.message : "?"}`));
  return out;
}

describe("one stored value that cannot be read", () => {
  it.each([
    ["machines", "due_on"],
    ["machines", "due_by"],
    ["machines", "environment"],
    ["jobs", "waits_json"],
    ["jobs", "opened_at"],
    ["jobs", "closed_at"],
    ["stands", "told_json"],
    ["stands", "forecast_on"],
    ["stands", "forecast_json"],
    ["lots", "kind"],
    ["lots", "props_json"],
    ["lots", "opened_on"],
    ["lots", "best_before"],
    ["layout_revisions", "document_json"],
    ["layout_revisions", "kept_at"],
    ["layout_revisions", "created_at"],
    ["dues", "due_on"],
    ["runs", "conditions_json"],
    ["verdicts", "result_json"],
    ["journal", "value"],
    ["job_ways", "ways_json"],
    ["measures", "runs_json"],
  ])(
    "%s.%s takes down no page of many",
    async (table, column) => {
      const db = await database();
      expect(await thrown()).toEqual([]);
      const [row] = await db.raw<{ at: number; was: unknown }[]>(
        `SELECT rowid AS at, ${column} AS was FROM ${table} ORDER BY ${column} IS NULL, rowid DESC LIMIT 1`,
      );
      if (!row) throw new Error(`nothing in ${table}`);
      const put = (v: unknown) => db.raw(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`, [v as string, row.at]);
      for (const odd of ODD) {
        // an index over what is in it takes no such value at all
        if ((await put(odd).catch(() => null)) === null) continue;
        expect([odd, await thrown()]).toEqual([odd, []]);
      }
      await put(row.was);
      await backgroundOver();
    },
    60_000,
  );

  it("is told as such in its row", async () => {
    const db = await database();
    const lot = await db("lots").whereNull("retired_at").first<{ id: number; props_json: string }>("id", "props_json");
    await db("lots").where({ id: lot.id }).update({ props_json: "{" });
    expect((await stockView(null)).lots.find((l) => l.id === lot.id)?.name).toBe(`Lot ${lot.id} cannot be read`);
    await db("lots").where({ id: lot.id }).update({ props_json: lot.props_json });
    const revision = await db("layout_revisions").orderBy("id", "desc").first<{ id: number }>("id");
    await db("layout_revisions").where({ id: revision.id }).update({ document_json: "{" });
    const notes = (await library()).entries.flatMap((e) => e.revisions.map((r) => r.note));
    expect(notes).toContain("This revision cannot be read as it is stored.");
    expect(dayInWords("2026-13-45T99:99", "weekday")).toBe(UNREADABLE);
    expect(dayText("", "moment", "UTC")).toBe(UNREADABLE);
    expect(dayIn("UTC", "soon")).toBe("2000-01-01");
  });
});
