import Database from "better-sqlite3";
import { dropSums } from "./sums";

/** What a restore takes back, so that nothing of then opens the workshop of now. */
export interface TakenBack {
  /** Benches that join anew, and tags that are given another PIN. */
  benches: number;
  tags: number;
}

/**
 * Takes every credential out of a database that is put in the place of another: a device sent away since, a PIN or a
 * passphrase changed since would be good again. The seal is made anew when it is next asked for.
 */
export function joinAnew(path: string): TakenBack {
  const db = new Database(path, { fileMustExist: true });
  try {
    // one file, with no journal beside it
    db.pragma("journal_mode = DELETE");
    const has = (table: string) =>
      db.prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?").get(table) !== undefined;
    const taken = { benches: 0, tags: 0 };
    const now = new Date().toISOString();
    db.transaction(() => {
      dropSums(db);
      if (has("keeping")) db.prepare("DELETE FROM keeping WHERE key IN ('seal', 'passphrase')").run();
      if (has("benches"))
        taken.benches = db.prepare("UPDATE benches SET left_at = ? WHERE left_at IS NULL").run(now).changes;
      if (has("people"))
        taken.tags = db
          .prepare(
            "UPDATE people SET pin_hash = '', epoch = epoch + 1, wrong = 0, rests_until_ms = 0 WHERE left_at IS NULL",
          )
          .run().changes;
    })();
    return taken;
  } finally {
    db.close();
  }
}
