import { leftMs, slower, spoken, unslowed, type Missed, type Slowed } from "../../../core/workshop/trust";
import { bad, ok, type Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { readSetting } from "../../../data/base/settingsStore";
import { addAudit, closeBench, insertBench, reopenBench } from "../../../data/workshop/trust";
import { check } from "../../../input/check";
import { JoinInput, SignInInput } from "../../../input/trust";
import { serverProblem } from "../../base/http/problems";
import { writing } from "../../base/http/write";
import { isSecret } from "./hash";
import { checkPin } from "./pinDoor";
import { trustProblem } from "./problems";
import { OneAtATime } from "./oneAtATime";
import { AHEAD_MS, type Session } from "./caller";
import { steadyMs } from "../../base/steadyClock";
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

/** Strangers wait for strangers: nobody who is known waits for them. */
const joining = new OneAtATime(10);

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

/** A session that begins, and what wrong PINs were given for its tag meanwhile. */
export interface Begun {
  session: Session;
  missed: Missed | null;
}

/** Somebody signs in at a bench by a tag and its PIN. */
export async function signIn(body: unknown, benchId: number, nowMs = steadyMs()): Promise<Result<Begun>> {
  const checked = check(SignInInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { person: personId, pin } = checked.value;
  const inside = await checkPin({ personId, pin, benchId }, nowMs);
  if (!inside.ok) return inside;
  const { person, bench, missed } = inside.value;
  // a lock that lies ahead of the clock was kept before it was turned back: nothing of then is let in any more
  const closedMs = bench?.closedMs ?? 0;
  const beganMs = closedMs > nowMs + AHEAD_MS ? nowMs : Math.max(nowMs, closedMs + 1);
  return writing(async (tx) => {
    if (beganMs <= closedMs) await reopenBench(tx, benchId, beganMs - 1);
    await addAudit(tx, { who: person.initials, bench: bench?.name ?? "", what: "signed in" });
    const session = { person: person.id, epoch: person.epoch, bench: benchId, beganMs, lastMs: beganMs };
    return ok({ session, missed });
  });
}

/**
 * Locks a bench: who was signed in there is out. The cookie alone would not do: an answer still under way can seal it
 * anew after it was taken back.
 */
export const lock = (benchId: number, nowMs = steadyMs()): Promise<Result<null>> =>
  writing(async (tx) => {
    await closeBench(tx, benchId, nowMs);
    return ok(null);
  });

/** For tests: joins as if nobody had tried. */
export function forgetJoins(): void {
  heldJoins.clear();
}
