import type { Knex } from "knex";
import type { Entry } from "../../core/handwork/service";
import { bookingsOf, cuttingOf, unbook, uncut } from "../../data/workshop/materials";
import { stepKey } from "../../core/handwork/service";

const CUT_STEP = stepKey("paste", "cut");

/** What undone steps had booked or cut goes back with them. */
export async function giveBackUndone(tx: Knex, jobId: number, entries: readonly Entry[], now: string): Promise<void> {
  for (const e of entries) {
    if (e.act !== "undone") continue;
    for (const b of await bookingsOf(tx, jobId)) if (b.what === e.step) await unbook(tx, b.id, now);
    const cutting = e.step === CUT_STEP ? await cuttingOf(tx, jobId) : null;
    // one whose off-cut was cut up since stays cut: its pieces are used
    if (cutting) await uncut(tx, cutting.id, now);
  }
}
