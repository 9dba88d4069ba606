import { randomInt } from "node:crypto";
import {
  leftMs,
  madePassphrase,
  passphraseProblem,
  pinProblem,
  spoken,
  type AuditLine,
  type NetworkView,
  type Tag,
} from "../../../core/workshop/trust";
import { bad, ok, type Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { readSetting, writeSetting } from "../../../data/base/settingsStore";
import {
  addAudit,
  auditLines,
  changePerson,
  findBenches,
  findPeople,
  findPerson,
  insertPerson,
  removePerson,
  sendBenchesAway,
} from "../../../data/workshop/trust";
import { check } from "../../../input/check";
import { OwnPinInput, PassphraseInput, PersonChangeInput, PersonInput } from "../../../input/trust";
import { serverProblem } from "../../base/http/problems";
import { writing } from "../../base/http/write";
import { actor, benchHere } from "./actor";
import { steadyMs } from "../../base/steadyClock";
import { hashed } from "./hash";
import { checkPin } from "./pinDoor";
import { trustProblem } from "./problems";
import { digitsNow } from "./seal";
import { PASSPHRASE } from "./signin";

/** Benches that may be joined at once. */
const BENCHES = 60;
/** Lines of a page of the audit. */
const AUDIT_PAGE = 100;

/** The workshop's network: whether it has a passphrase, who may sign in, which benches joined. */
export async function networkView(): Promise<NetworkView> {
  const db = await database();
  return {
    hasPassphrase: (await readSetting<string>(db, "keeping", PASSPHRASE)) !== null,
    digits: await digitsNow(),
    people: await tags(),
    benches: await findBenches(db, BENCHES),
  };
}

/** Everybody's tag: initials and what they are, nothing more. */
export async function tags(): Promise<Tag[]> {
  const people = await findPeople(await database());
  return people.map((p) => ({
    id: p.id,
    initials: p.initials,
    role: p.role,
    epoch: p.epoch,
    rests: leftMs(p, steadyMs()) > 0,
  }));
}

export const auditPage = async (before?: number): Promise<AuditLine[]> =>
  auditLines(await database(), AUDIT_PAGE, before);

/** Range that words of a passphrase are drawn from. */
const RANGE = 2 ** 40;
/** A passphrase nobody thought of. */
export const freshPassphrase = (): string => madePassphrase(() => randomInt(RANGE) / RANGE);

/** Sets the passphrase; benches that joined by an older one have to give the new one. */
export async function setPassphrase(body: unknown): Promise<Result<null>> {
  const checked = check(PassphraseInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { passphrase } = checked.value;
  const problem = passphraseProblem(passphrase);
  if (problem) return bad(serverProblem.badFields({ passphrase: problem }));
  const [hash, by] = [await hashed(spoken(passphrase)), await actor()];
  return writing(async (tx) => {
    await writeSetting(tx, "keeping", PASSPHRASE, hash);
    await sendBenchesAway(tx);
    await addAudit(tx, { ...by, what: "the passphrase was set, and every bench sent away" });
    return ok(null);
  });
}

/** A new tag with its first PIN. */
export async function addPerson(body: unknown): Promise<Result<{ id: number }>> {
  const checked = check(PersonInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { initials, role, pin } = checked.value;
  const problem = pinProblem(pin);
  if (problem) return bad(serverProblem.badFields({ pin: problem }));
  const [pinHash, by] = [await hashed(pin), await actor()];
  return writing(async (tx) => {
    const there = (await findPeople(tx)).some((p) => p.initials.toLowerCase() === initials.toLowerCase());
    if (there) return bad(trustProblem.initialsTaken(initials));
    const id = await insertPerson(tx, { initials, role, pinHash });
    await addAudit(tx, { ...by, what: `${initials} may sign in, as ${role}` });
    return ok({ id });
  });
}

/** Sets somebody's role or PIN; whoever is signed in by that tag is signed out. */
export async function alterPerson(id: number, body: unknown): Promise<Result<null>> {
  const checked = check(PersonChangeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { role, pin } = checked.value;
  if (role === undefined && pin === undefined)
    return bad(serverProblem.badFields({ role: "Give another role or another PIN." }));
  const problem = pin === undefined ? null : pinProblem(pin);
  if (problem) return bad(serverProblem.badFields({ pin: problem }));
  const [pinHash, by] = [pin === undefined ? undefined : await hashed(pin), await actor()];
  return writing(async (tx) => {
    const people = await findPeople(tx);
    const person = people.find((p) => p.id === id);
    if (!person) return bad(trustProblem.noPerson());
    if (role !== undefined && role !== "technician" && isLast(people, id)) return bad(trustProblem.lastTechnician());
    await changePerson(tx, id, { role, pinHash });
    const what = [pin && "another PIN", role && `now ${role}`].filter(Boolean).join(", ");
    await addAudit(tx, { ...by, what: `${person.initials}: ${what}` });
    return ok(null);
  });
}

/** Whether a tag is the only technician's. */
const isLast = (people: Awaited<ReturnType<typeof findPeople>>, id: number): boolean =>
  people.filter((p) => p.role === "technician").every((p) => p.id === id);

/** Takes a tag off its hook. */
export async function dropPerson(id: number): Promise<Result<null>> {
  const by = await actor();
  return writing(async (tx): Promise<Result<null>> => {
    const people = await findPeople(tx);
    const person = people.find((p) => p.id === id);
    if (!person) return bad(trustProblem.noPerson());
    if (person.role === "technician" && isLast(people, id)) return bad(trustProblem.lastTechnician());
    await removePerson(tx, id);
    await addAudit(tx, { ...by, what: `${person.initials} may not sign in any more` });
    return ok(null);
  });
}

/** One's own PIN, by the old one, which is asked at the same door as every other. */
export async function changeOwnPin(initials: string, body: unknown, nowMs = steadyMs()): Promise<Result<null>> {
  const checked = check(OwnPinInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const problem = pinProblem(checked.value.pin);
  if (problem) return bad(serverProblem.badFields({ pin: problem }));
  const person = (await findPeople(await database())).find((p) => p.initials === initials);
  if (!person) return bad(trustProblem.noPerson());
  const here = await benchHere().catch(() => null);
  const inside = await checkPin({ personId: person.id, pin: checked.value.old, benchId: here?.id ?? null }, nowMs);
  if (!inside.ok) {
    const { code, message, action } = inside.problem;
    return code === "wrong-pin"
      ? bad(serverProblem.badFields({ old: `That is not your PIN. ${action}` }))
      : bad({ code, message, action });
  }
  const [pinHash, by] = [await hashed(checked.value.pin), await actor()];
  return writing(async (tx) => {
    if (!(await findPerson(tx, person.id))) return bad(trustProblem.noPerson());
    await changePerson(tx, person.id, { pinHash });
    await addAudit(tx, { ...by, who: initials, what: "changed the own PIN" });
    return ok(null);
  });
}

/** Sends a bench away: a lost tablet, say. It needs the passphrase again, and nobody is signed in there. */
export async function dropBench(id: number): Promise<Result<null>> {
  const by = await actor();
  return writing(async (tx): Promise<Result<null>> => {
    if ((await sendBenchesAway(tx, id)) === 0) return bad(trustProblem.noBench());
    await addAudit(tx, { ...by, what: `bench ${id} was sent away` });
    return ok(null);
  });
}

/** Whether a device can join at all. */
export const networkReady = async (): Promise<boolean> =>
  (await readSetting<string>(await database(), "keeping", PASSPHRASE)) !== null;

/** The name of the bench a page is asked from. */
export const benchName = async (): Promise<string> => (await benchHere())?.name ?? "This bench";
