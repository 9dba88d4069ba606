import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  backupDue,
  backupName,
  backupWords,
  outlived,
  piecesDue,
  piecesWords,
  usualPlan,
  type BackupState,
} from "./keeping";

const day = 86_400_000;
const none: BackupState = { good: null, trouble: null };
const good = (at: string): BackupState => ({ good: { at, file: "", bytes: 1, says: "" }, trouble: null });
const now = Date.parse("2031-03-10T12:00:00Z");

describe("back-ups that are kept", () => {
  it("are the newest, and the newest of each month before; files of other names are never touched", () => {
    const names = [
      "ovrant-2030-12-30-10-00-00.db",
      "ovrant-2030-12-31-10-00-00.db",
      "ovrant-2031-01-15-10-00-00.db",
      "ovrant-2031-02-01-10-00-00.db",
      "ovrant-2031-02-27-10-00-00.db",
      "ovrant-2031-03-01-10-00-00.db",
      "ovrant-2031-03-02-10-00-00.db",
      "ovrant.db",
      "holiday.jpg",
      "ovrant-2031-03-02-10-00-00.db.half",
    ];
    expect(outlived(names, { ...usualPlan, keep: 2, keepMonths: 3 }).sort()).toEqual([
      "ovrant-2030-12-30-10-00-00.db",
      "ovrant-2030-12-31-10-00-00.db",
      "ovrant-2031-02-01-10-00-00.db",
    ]);
  });

  it("always hold the newest, and never more than the plan says", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 800 }), { maxLength: 60 }),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 0, max: 12 }),
        (days, keep, keepMonths) => {
          const names = days.map((d) => backupName(new Date(Date.UTC(2030, 0, 1) + d * day).toISOString()));
          const gone = outlived(names, { ...usualPlan, keep, keepMonths });
          const kept = names.filter((n) => !gone.includes(n));
          expect(kept.length).toBeLessThanOrEqual(keep + keepMonths);
          const newest = [...names].sort().at(-1);
          if (newest) expect(kept).toContain(newest);
        },
      ),
    );
  });
});

describe("the next back-up", () => {
  it(
    "is due after its days, at once where there is none, an " +
      "hour after one that failed, never where none is wished",
    () => {
      expect(backupDue(usualPlan, none, now)).toBe(true);
      expect(backupDue(usualPlan, good("2031-03-10T11:00:00Z"), now)).toBe(false);
      expect(backupDue(usualPlan, good("2031-03-09T11:59:00Z"), now)).toBe(true);
      expect(backupDue({ ...usualPlan, everyDays: 0 }, none, now)).toBe(false);
      const failed = (at: string): BackupState => ({ good: null, trouble: { at, says: "full" } });
      expect(backupDue(usualPlan, failed("2031-03-10T11:30:00Z"), now)).toBe(false);
      expect(backupDue(usualPlan, failed("2031-03-10T10:30:00Z"), now)).toBe(true);
    },
  );

  it("is asked for on the bench once the last good one is two turns old", () => {
    const began = "2031-01-01T00:00:00Z";
    expect(backupWords(usualPlan, good("2031-03-09T11:00:00Z"), began, now)).toBeNull();
    expect(backupWords(usualPlan, good("2031-03-07T11:00:00Z"), began, now)).toBe(
      "The last good back-up is 3 days old.",
    );
    expect(backupWords(usualPlan, none, began, now)).toBe("There is no back-up yet.");
    expect(backupWords(usualPlan, none, "2031-03-10T10:00:00Z", now)).toBeNull();
    expect(backupWords(usualPlan, { ...none, trouble: { at: began, says: "The disk is full." } }, began, now)).toBe(
      "There is no back-up yet. The disk is full.",
    );
    expect(backupWords({ ...usualPlan, everyDays: 0 }, none, began, now)).toBeNull();
  });
});

describe("what is read through in the quiet", () => {
  it("is told with what is broken and what was taken back", () => {
    const state = { at: "2031-03-02T10:00:00.000Z", pieces: 1204, bytes: 84_400_000, broken: 0, mended: [] };
    expect(piecesWords(state)).toBe("1,204 logs, readings, photos and documents, 84 MB: each as it was.");
    expect(piecesWords({ ...state, broken: 1 })).toContain("1 not what it was.");
    expect(piecesWords({ ...state, broken: 2, mended: ["log 12 from a.db", "photo 3 from b.db"] })).toMatch(
      /2 not what they were\. Taken back from back-ups: log 12 from a\.db; photo 3 from b\.db\.$/,
    );
    const day = 86_400_000;
    const then = Date.parse(state.at);
    expect([piecesDue(null, 0), piecesDue(state, then + day - 1), piecesDue(state, then + day)]).toEqual([
      true,
      false,
      true,
    ]);
  });
});
