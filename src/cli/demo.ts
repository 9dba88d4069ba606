import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { database } from "../data/base/connection";
import { demoText, loadDemo } from "../demo/load";
import { workInPlace } from "../server/job/summaryMaker";
import { bringUpToDate } from "../server/job/makeSummaries";
import { lanternRow } from "../demo/scenario";

/** ovrant demo [--files DIR]: loads the demo data into an empty database, or writes the logs to try the import with. */
export async function demoCommand(args: string[]): Promise<void> {
  const { values } = parseArgs({ args, options: { files: { type: "string" } } });
  if (values.files) {
    mkdirSync(values.files, { recursive: true });
    for (const job of lanternRow)
      for (const run of [job.ship?.before, job.ship?.after]) {
        if (!run) continue;
        writeFileSync(join(values.files, run.name), demoText(job.rig, run));
        process.stdout.write(`${join(values.files, run.name)} (room ${run.recipe.roomC ?? ""} °C)\n`);
      }
    return;
  }
  workInPlace();
  const db = await database();
  const loaded = await loadDemo(db, new Date());
  // the first page shows how all of it stands
  await bringUpToDate();
  process.stdout.write(
    loaded
      ? "Demo data loaded: Lantern Row Playhouse.\n"
      : "The database holds machines already; nothing was changed.\n",
  );
  await db.destroy();
}
