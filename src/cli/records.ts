import { closeSync, openSync, readSync } from "node:fs";
import { access, writeFile } from "node:fs/promises";
import { parseArgs } from "node:util";
import { bad, describeProblem } from "../core/base/result";
import { words } from "../core/base/words";
import { holdsOf } from "../data/base/backup";
import { database, databaseTrouble } from "../data/base/connection";
import { brokenWords } from "./backup";
import { backgroundOver } from "../server/base/background/task";
import { bundleOf } from "../server/record/bundle";
import { takeBundle } from "../server/record/intake";
import { reportFile } from "../server/record/report";
import { verified } from "../server/record/verify";
import { Unusable } from "./unusable";

/** The job's number and the one file a command is given. */
function jobAndFile(args: string[], command: string): { jobId: number; to: string } {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { job: { type: "string" } } });
  const [to] = positionals;
  if (!to || positionals.length > 1 || !/^\d{1,9}$/.test(values.job ?? ""))
    throw new Unusable(`usage: ovrant ${command}`);
  return { jobId: Number(values.job), to };
}

const written = async (to: string, bytes: Uint8Array): Promise<void> => {
  await writeFile(to, bytes).catch((e: NodeJS.ErrnoException) => {
    throw new Unusable(`${to}: It cannot be written (${e.code ?? "unknown"}). Choose a folder that can be written to.`);
  });
};

/** Does work on the database and closes it: a command that leaves it open never ends. */
async function onDatabase<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } finally {
    await backgroundOver();
    await (await database()).destroy();
  }
}

const isThere = (path: string): Promise<void> =>
  access(path).catch(() => {
    throw new Unusable(`${path}: There is no such file. Check the path.`);
  });

/** ovrant report --job ID OUT.pdf: the report of a job. */
export async function reportCommand(args: string[]): Promise<void> {
  const { jobId, to } = jobAndFile(args, "report --job ID OUT.pdf");
  const made = await onDatabase(() => reportFile(jobId));
  if (!made.ok) throw new Unusable(describeProblem(made.problem));
  await written(to, made.value.bytes);
  process.stdout.write(`${to}: report of job ${jobId}.\n`);
}

/** ovrant export --job ID OUT.zip: a whole job. */
export async function exportCommand(args: string[]): Promise<void> {
  const { jobId, to } = jobAndFile(args, "export --job ID OUT.zip");
  const made = await onDatabase(() => bundleOf(jobId));
  if (!made) throw new Unusable(`There is no job ${jobId}. The address of its page tells its number.`);
  await written(to, made.bytes);
  process.stdout.write(`${to}: job ${jobId}, ${words.number(made.bytes.length / 1024)} kB.\n`);
}

/** ovrant import FILE.zip: takes a job in; one that is here already stays, and differences are told. */
export async function importCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { json: { type: "boolean", default: false } },
  });
  const [path] = positionals;
  if (!path || positionals.length > 1) throw new Unusable("usage: ovrant import FILE.zip [--json]");
  await isThere(path);
  const taken = await onDatabase(() => takeBundle(path)).catch((e: unknown) => {
    const trouble = databaseTrouble(e);
    if (trouble) return bad(trouble);
    throw e;
  });
  if (values.json) return void process.stdout.write(`${JSON.stringify(taken)}\n`);
  if (!taken.ok) throw Unusable.of(path, taken.problem);
  const { what, jobId, tag, number, differences } = taken.value;
  const lines = {
    new: [`${path}: job ${number} of ${tag} is here now, as job ${jobId}.`],
    same: [`${path}: job ${number} of ${tag} was here already, the same, as job ${jobId}.`],
    differs: [
      `${path}: job ${number} of ${tag} is here as job ${jobId} and differs; it was left as it is.`,
      ...differences.map((d) => `  ${d.part}: ${d.says}`),
    ],
  }[what];
  process.stdout.write(`${lines.join("\n")}\n`);
}

/** The first bytes of a database: a back-up, or the workshop's own. */
const HEAD = "SQLite format 3\0";

function isDatabase(path: string): boolean {
  const head = Buffer.alloc(HEAD.length);
  try {
    const fd = openSync(path, "r");
    readSync(fd, head, 0, HEAD.length, 0);
    closeSync(fd);
  } catch {
    return false;
  }
  return head.toString("latin1") === HEAD;
}

/** A database or a back-up: every log, picture and document against its hash. */
function verifyDatabase(path: string): void {
  const looked = holdsOf(path);
  if (!looked.ok) throw new Unusable(describeProblem(looked.problem));
  if (looked.value.broken.length)
    throw new Unusable([`${path} is not whole.`, ...brokenWords(looked.value)].join("\n"));
  process.stdout.write(`${path}: whole. Every log and every signed document is as its hash says.\n`);
}

/** ovrant verify FILE: whether a bundle, a job's document, a database or a back-up changed by accident. */
export async function verifyCommand(args: string[]): Promise<void> {
  const { positionals } = parseArgs({ args, allowPositionals: true, options: {} });
  const [path] = positionals;
  if (!path || positionals.length > 1) throw new Unusable("usage: ovrant verify FILE");
  if (isDatabase(path)) return verifyDatabase(path);
  await isThere(path);
  const looked = await verified(path, path);
  if (!looked.ok) throw Unusable.of(path, looked.problem);
  const { sha256, revision, since, logs, photos } = looked.value;
  const lines = [
    `${path}: as it was written. ${revision === null ? "Not signed." : `Signed as revision ${revision}.`}`,
    `SHA-256 ${sha256}`,
    `${words.counted(logs, "log")} and ${words.counted(photos, "photo")} as their hashes say.`,
    ...(since.length ? [`Changed since it was signed: ${since.join(", ")}.`] : []),
    "This tells a change by accident; it proves nothing against somebody who means to deceive.",
  ];
  process.stdout.write(`${lines.join("\n")}\n`);
}
