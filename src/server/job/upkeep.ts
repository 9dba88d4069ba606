import { bad, ok, type Result } from "../../core/base/result";
import type { UpkeepRules } from "../../core/workshop/upkeep";
import type { Machine } from "../../core/workshop/job";
import { database } from "../../data/base/connection";
import { dueByThemselves, setDue } from "../../data/workshop/dues";
import { changeMachine, findMachine, machineByTag } from "../../data/workshop/machines";
import { setRules } from "../../data/workshop/upkeep";
import { check } from "../../input/check";
import { MachineInput } from "../../input/machine";
import { DueActInput, RulesInput } from "../../input/upkeep";
import { backgroundTask } from "../base/background/task";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";
import { suggestedDue } from "./history";
import { todayNow } from "../base/today";

/** A date that is taken is set by what it was reckoned from, and moves with it; any other is set by hand. */
export async function actOnDue(machineId: number, body: unknown): Promise<Result<Machine>> {
  const checked = check(DueActInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { act, dueOn, why } = checked.value;
  const machine = await findMachine(await database(), machineId);
  if (!machine) return bad(serverProblem.noMachine());
  const today = await todayNow();
  if (act === "snooze") {
    if (machine.dueOn === null)
      return bad(serverProblem.badFields({ dueOn: "This machine has no date that could be put off." }));
    if (dueOn === null || dueOn <= today)
      return bad(serverProblem.badFields({ dueOn: "Put it off to a day that is still to come." }));
    return stores(machineId, { dueOn, why: why || machine.dueWhy, by: "snooze", what: "snoozed" });
  }
  if (act === "set") {
    if (dueOn !== null && why === "")
      return bad(serverProblem.badFields({ why: "Say why then: whoever reads it next year wants to know." }));
    return stores(machineId, { dueOn, why, by: "hand", what: "set" });
  }
  // what was done without a job was not measured: the rules count from today
  const next = await suggestedDue(machine, act === "done" ? today : null);
  return stores(machineId, { dueOn: next.dueOn, why: next.why, by: next.by, what: act === "done" ? "done" : "set" });
}

function stores(machineId: number, to: Parameters<typeof setDue>[2]): Promise<Result<Machine>> {
  return writing(async (tx) => {
    await setDue(tx, machineId, { ...to, why: to.why.slice(0, 300) });
    const machine = await findMachine(tx, machineId);
    return machine ? ok(machine) : bad(serverProblem.noMachine());
  });
}

/** Reckons a machine's date anew where it moves by itself: a run or a rule may have changed what it rests on. */
export async function moveDue(machineId: number): Promise<void> {
  const machine = await findMachine(await database(), machineId);
  if (!machine || (machine.dueBy !== "drift" && machine.dueBy !== "rule")) return;
  const next = await suggestedDue(machine);
  if (next.dueOn === machine.dueOn && next.by === machine.dueBy) return;
  await stores(machineId, { dueOn: next.dueOn, why: next.why, by: next.by, what: "moved" });
}

/** Dates moved between two looks at whether to go on. */
const AT_ONCE = 100;

/** Reckons every date that moves by itself anew. */
export async function moveAll(): Promise<void> {
  const db = await database();
  let after = 0;
  for (;;) {
    const some = await dueByThemselves(db, after, AT_ONCE);
    const last = some.at(-1);
    if (!last) return;
    for (const m of some) await moveDue(m.id);
    after = last.id;
  }
}

/** Sets the workshop's rules for the next service; dates that go by them move. */
export async function changeRules(body: unknown): Promise<Result<UpkeepRules>> {
  const checked = check(RulesInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { months, ...rest } = checked.value;
  const rules: UpkeepRules = { ...rest, months: { ...months } };
  if (rules.mostMonths < rules.leastMonths)
    return bad(serverProblem.badFields({ mostMonths: "The longest interval is shorter than the shortest." }));
  const stored = await writing(async (tx) => {
    await setRules(tx, rules);
    return ok(rules);
  });
  if (stored.ok) backgroundTask(moveAll());
  return stored;
}

/** Changes what is known of a machine; its date moves with it where it goes by rule. */
export async function changeMachineFacts(machineId: number, body: unknown): Promise<Result<Machine>> {
  const checked = check(MachineInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const to = checked.value;
  const changed = await writing(async (tx) => {
    if (!(await findMachine(tx, machineId))) return bad(serverProblem.noMachine());
    const other = await machineByTag(tx, to.tag);
    if (other && other.id !== machineId) return bad(serverProblem.tagTaken(to.tag));
    await changeMachine(tx, machineId, { ...to });
    return ok(null);
  });
  if (!changed.ok) return changed;
  await moveDue(machineId);
  const machine = await findMachine(await database(), machineId);
  return machine ? ok(machine) : bad(serverProblem.noMachine());
}
