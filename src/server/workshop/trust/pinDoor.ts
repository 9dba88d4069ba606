import { leftMs, ROUND, slower, type Missed } from "../../../core/workshop/trust";
import { bad, ok, type Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { addMiss, missesSince, takeMissed } from "../../../data/workshop/pinMisses";
import { addAudit, findBench, findPerson, setSlowed, type Bench, type Person } from "../../../data/workshop/trust";
import { writing } from "../../base/http/write";
import { steadyMs } from "../../base/steadyClock";
import { isSecret } from "./hash";
import { trustProblem } from "./problems";
import { OneAtATime } from "./oneAtATime";

/** Wrong PINs at one bench, whatever the tag, that make a round: one forgetful hand does not close it for all. */
const BENCH_ROUND = 20;
/** Wrong ones count for a day: nobody else's right one takes them back. ms */
const COUNTED_MS = 24 * 60 * 60_000;

const signing = new OneAtATime(40);

interface Asked {
  personId: number;
  pin: string;
  /** Null on the machine itself, which no wrong PIN closes. */
  benchId: number | null;
}

/** Somebody whose PIN was right, and what wrong ones were given for the tag since the last right one. */
export interface LetIn {
  person: Person;
  bench: Bench | null;
  missed: Missed | null;
}

/**
 * The one door every PIN is asked at: one after another, counted by tries, each wrong one in the audit. Five within a
 * day rest the tag, twenty the bench, each round twice as long; a right one opens and takes nothing back.
 */
export async function checkPin({ personId, pin, benchId }: Asked, nowMs = steadyMs()): Promise<Result<LetIn>> {
  return signing.take(async (): Promise<Result<LetIn>> => {
    const db = await database();
    const person = await findPerson(db, personId);
    const bench = benchId === null ? null : await findBench(db, benchId);
    if (benchId !== null && !bench) return bad(trustProblem.noBench());
    if (!person) return bad(trustProblem.noPerson());
    if (person.pinHash === "") return bad(trustProblem.noPin(person.initials));
    const tagLeft = leftMs(person, nowMs);
    if (tagLeft > 0) return bad(trustProblem.rests(tagLeft, `Tag ${person.initials}`));
    const benchLeft = bench ? leftMs(bench, nowMs) : 0;
    if (benchLeft > 0) return bad(trustProblem.rests(benchLeft, "Signing in at this bench"));
    return (await isSecret(pin, person.pinHash)) ? letIn(person, bench, nowMs) : missed(person, bench, nowMs);
  });
}

const letIn = (person: Person, bench: Bench | null, ms: number): Promise<Result<LetIn>> =>
  writing(async (tx) => {
    const missed = await takeMissed(tx, person.id, { benchId: bench?.id ?? null, ms });
    return ok({ person, bench, missed });
  });

async function missed(person: Person, bench: Bench | null, nowMs: number): Promise<Result<LetIn>> {
  const written = await writing(async (tx) => {
    const wrong = await missesSince(tx, { personId: person.id }, nowMs - COUNTED_MS);
    const tag = slower({ ...person, wrong }, nowMs);
    await setSlowed(tx, "people", person.id, tag);
    if (bench) {
      const here = await missesSince(tx, { benchId: bench.id }, nowMs - COUNTED_MS);
      await setSlowed(tx, "benches", bench.id, slower({ ...bench, wrong: here }, nowMs, BENCH_ROUND));
    }
    await addMiss(tx, { personId: person.id, benchId: bench?.id ?? null, atMs: nowMs });
    const what = leftMs(tag, nowMs) > 0 ? "a wrong PIN for this tag, which rests now" : "a wrong PIN for this tag";
    await addAudit(tx, { who: person.initials, bench: bench?.name ?? "", what });
    return ok(tag);
  });
  if (!written.ok) return written;
  const rests = leftMs(written.value, nowMs);
  return bad(
    rests > 0
      ? trustProblem.rests(rests, `Tag ${person.initials}`)
      : trustProblem.wrongPin(ROUND - (written.value.wrong % ROUND)),
  );
}
