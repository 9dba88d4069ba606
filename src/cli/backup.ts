import { parseArgs } from "node:util";
import { words } from "../core/base/words";
import { describeProblem } from "../core/base/result";
import { backUp, restore, type Holds } from "../data/base/backup";
import type { TakenBack } from "../data/base/joinAnew";
import { databasePath } from "../data/base/connection";
import { erasedIn } from "../data/workshop/erasure";
import { Unusable } from "./unusable";

/** ovrant backup FILE: a whole copy of the database while it is in use, read back before it counts. */
export async function backupCommand(args: string[]): Promise<void> {
  const { positionals } = parseArgs({ args, allowPositionals: true, options: {} });
  const [to] = positionals;
  if (!to || positionals.length > 1) throw new Unusable("usage: ovrant backup FILE");
  const made = await backUp(databasePath(), to);
  if (!made.ok) throw new Unusable(describeProblem(made.problem));
  const lines = [`${to}: ${told(made.value)}, read back whole.`, ...brokenWords(made.value)];
  process.stdout.write(`${lines.join("\n")}\n`);
}

/** ovrant restore FILE [--dry-run] [--replace]: puts a copy in the place of the database, which is put aside. */
export async function restoreCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      "dry-run": { type: "boolean", default: false },
      replace: { type: "boolean", default: false },
      broken: { type: "boolean", default: false },
    },
  });
  const [from] = positionals;
  if (!from || positionals.length > 1)
    throw new Unusable("usage: ovrant restore FILE [--dry-run] [--replace] [--broken]");
  const path = databasePath();
  const stamp = new Date().toISOString().slice(0, 19).replace(/[:T]/g, "-");
  const done = await restore(from, path, {
    dryRun: values["dry-run"],
    replace: values.replace,
    broken: values.broken,
    stamp,
    erase: erasedIn,
  });
  if (!done.ok) throw new Unusable(describeProblem(done.problem));
  const { copy, was, aside, joins, erased } = done.value;
  const lines = [`The copy holds ${told(copy)}.`, ...brokenWords(copy)];
  if (was) lines.push(`In its place stands ${told(was)}.`, ...differences(was, copy));
  if (values["dry-run"]) lines.push(`Nothing was changed. ${aside ? `It would be put aside as ${aside}.` : ""}`.trim());
  else lines.push(aside ? `Restored; what stood there is ${aside}.` : `Restored as ${path}.`);
  if (erased)
    lines.push(
      `${words.counted(erased, "machine")} of the copy ${words.agreeing(erased, "was", "were")} erased since: ` +
        `${joins ? "erased in it again" : "to be erased in it again"}.`,
    );
  lines.push(joins ? joinsAnew(joins) : JOIN_ANEW);
  process.stdout.write(`${lines.join("\n")}\n`);
}

/** What of it is not what it was: told piece by piece. */
export function brokenWords({ broken }: Holds): string[] {
  const were = words.agreeing(broken.length, "it was", "they were");
  return broken.length ? [`Not what ${were}, take from an earlier copy: ${broken.join("; ")}.`] : [];
}

/** What a restore asks of the workshop's network: said before and after. */
const JOIN_ANEW =
  "Benches on the network join anew and tags get new PINs then: a device or a PIN that was taken back since would be " +
  "good again.";

const joinsAnew = ({ benches, tags }: TakenBack): string =>
  benches + tags === 0
    ? "Nobody had joined on the network: nothing to set anew."
    : `Set the passphrase anew under Bench network; ${words.counted(benches, "bench")} to join, ` +
      `${words.counted(tags, "tag")} to be given a PIN. Links for owners are to be made anew.`;

/** "12 machines, 40 jobs, 62 runs, last written 2031-03-04 10:12". */
const told = ({ rows, newest }: Holds): string =>
  [
    words.counted(rows.machines ?? 0, "machine"),
    words.counted(rows.jobs ?? 0, "job"),
    words.counted(rows.runs ?? 0, "run"),
    newest ? `last written ${newest.slice(0, 16).replace("T", " ")}` : "nothing written yet",
  ].join(", ");

/** Every table that would hold more or less. */
const differences = (was: Holds, copy: Holds): string[] =>
  [...new Set([...Object.keys(was.rows), ...Object.keys(copy.rows)])].sort().flatMap((table) => {
    const more = (copy.rows[table] ?? 0) - (was.rows[table] ?? 0);
    return more === 0
      ? []
      : [`  ${table}: ${was.rows[table] ?? 0} → ${copy.rows[table] ?? 0} (${words.signed(more, 0)})`];
  });
