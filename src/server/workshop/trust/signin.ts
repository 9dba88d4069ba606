import { leftMs, ROUND, slower, spoken, unslowed, type Slowed } from "../../../core/workshop/trust";
import { bad, ok, type Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { readSetting } from "../../../data/base/settingsStore";
import { addAudit, closeBench, findBench, findPerson, insertBench, setSlowed } from "../../../data/workshop/trust";
import { check } from "../../../input/check";
import { JoinInput, SignInInput } from "../../../input/trust";
import { serverProblem } from "../../base/http/problems";
import { writing } from "../../base/http/write";
import { isSecret } from "./hash";
import { trustProblem } from "./problems";
import type { Session } from "./caller";
import { processWide } from "../../../core/base/processWide";

/** Under this name the passphrase's hash is kept. */
export const PASSPHRASE = "passphrase";

/** Wrong passphrases, by who asks, and of all together: in memory, since those who are known never need it. */
interface Joins {
  wrong: Map<string, Slowed>;
  all: { hour: number; wrong: number };
}
const heldJoins = processWide<Joins>("joins");
const joinsNow = (): Joins => heldJoins.orMake(() => ({ wrong: new Map(), all: { hour: 0, wrong: 0 } }));
const MOST_KNOWN = 2_000;
const MOST_AN_HOUR = 60;
const HOUR_MS = 3_600_000;

/** One slow hash at a time: guesses wait for one another, and no more than so many wait. */
class Turns {
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;

  constructor(private readonly most: number) {}

  async take<T>(work: () => Promise<Result<T>>): Promise<Result<T>> {
    if (this.waiting >= this.most) return bad(trustProblem.crowded());
    this.waiting++;
    const next = this.last.then(work, work).finally(() => this.waiting--);
    this.last = next.catch(() => undefined);
    return next;
  }
}

/** Strangers wait for strangers: nobody who is known waits for them. */
const joining = new Turns(10);
const signing = new Turns(40);

/**
 * A device joins the workshop by its passphrase, and is a bench from then on.
 * @param from the address it asks from
 */
export async function join(body: unknown, from: string, nowMs = Date.now()): Promise<Result<{ bench: number }>> {
  const checked = check(JoinInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { passphrase, name } = checked.value;
  const hash = await readSetting<string>(await database(), "keeping", PASSPHRASE);
  if (hash === null) return bad(trustProblem.noPassphrase());
  return joining.take(async (): Promise<Result<{ bench: number }>> => {
    const joins = joinsNow();
    const before = joins.wrong.get(from) ?? unslowed;
    const hour = Math.floor(nowMs / HOUR_MS);
    if (joins.all.hour !== hour) joins.all = { hour, wrong: 0 };
    const left = leftMs(before, nowMs);
    if (left > 0) return bad(trustProblem.rests(left, "This device"));
    if (joins.all.wrong >= MOST_AN_HOUR) return bad(trustProblem.rests((hour + 1) * HOUR_MS - nowMs, "Joining"));
    if (!(await isSecret(spoken(passphrase), hash))) {
      if (joins.wrong.size > MOST_KNOWN) joins.wrong.clear();
      joins.wrong.set(from, slower(before, nowMs));
      joins.all.wrong++;
      return bad(trustProblem.wrongPassphrase());
    }
    joins.wrong.delete(from);
    return writing(async (tx) => {
      const bench = await insertBench(tx, name);
      await addAudit(tx, { who: "", bench: name, what: "joined the workshop" });
      return ok({ bench });
    });
  });
}

/** Wrong PINs at one bench, whatever the tag, that make a round: one forgetful hand does not close it for all. */
const BENCH_ROUND = 20;

/** Somebody signs in at a bench by a tag and its PIN. Wrong ones slow the tag down, the bench later, nothing else. */
export async function signIn(body: unknown, benchId: number, nowMs = Date.now()): Promise<Result<Session>> {
  const checked = check(SignInInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { person: id, pin } = checked.value;
  return signing.take(async (): Promise<Result<Session>> => {
    const db = await database();
    const [person, bench] = [await findPerson(db, id), await findBench(db, benchId)];
    if (!bench) return bad(trustProblem.noBench());
    if (!person) return bad(trustProblem.noPerson());
    const [tagLeft, benchLeft] = [leftMs(person, nowMs), leftMs(bench, nowMs)];
    if (tagLeft > 0) return bad(trustProblem.rests(tagLeft, `Tag ${person.initials}`));
    if (benchLeft > 0) return bad(trustProblem.rests(benchLeft, "Signing in at this bench"));
    const right = await isSecret(pin, person.pinHash);
    const tag = right ? unslowed : slower(person, nowMs);
    const rests = leftMs(tag, nowMs);
    const what = right ? "signed in" : rests > 0 ? "gave five wrong PINs" : null;
    await writing(async (tx) => {
      await setSlowed(tx, "people", id, tag);
      await setSlowed(tx, "benches", benchId, right ? unslowed : slower(bench, nowMs, BENCH_ROUND));
      if (what) await addAudit(tx, { who: person.initials, bench: bench.name, what });
      return ok(null);
    });
    const beganMs = Math.max(nowMs, bench.closedMs + 1);
    if (right) return ok({ person: id, epoch: person.epoch, bench: benchId, beganMs, lastMs: beganMs });
    return bad(
      rests > 0
        ? trustProblem.rests(rests, `Tag ${person.initials}`)
        : trustProblem.wrongPin(ROUND - (tag.wrong % ROUND)),
    );
  });
}

/**
 * Locks a bench: who was signed in there is out. The cookie alone would not do: an answer still under way can seal it
 * anew after it was taken back.
 */
export const lock = (benchId: number, nowMs = Date.now()): Promise<Result<null>> =>
  writing(async (tx) => {
    await closeBench(tx, benchId, nowMs);
    return ok(null);
  });

/** For tests: joins as if nobody had tried. */
export function forgetJoins(): void {
  heldJoins.clear();
}
