import { randomInt } from "node:crypto";
import {
  afterAll,
  caseOf,
  caseProblem,
  codeOf,
  drawCase,
  MOST_PRESSES,
  pressesUpTo,
  SIZES,
  type PracticeCase,
  type Press,
} from "../../core/learn/practice";
import { bad, ok, type Problem, type Result } from "../../core/base/result";
import {
  findTry,
  insertTry,
  saveTaught,
  putBackTaught,
  removeTaught,
  setNamed,
  setPresses,
  type PracticeTry,
} from "../../data/learn/practice";
import { check } from "../../input/check";
import { AgainInput, NamedInput, PressInput, StartTryInput, TaughtCaseInput } from "../../input/practice";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";

/** Seeds a mystery machine is drawn from. */
const CHANCES = 2 ** 31;

/**
 * Begins to practise: on the machine of a code, else on one drawn now.
 *
 * @param person who is signed in: what they begin, order and name is on their own record, whoever they say they are;
 *   null on this machine itself
 */
export async function startTry(body: unknown, person: string | null = null): Promise<Result<{ id: number }>> {
  const checked = check(StartTryInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { learner, level, code } = checked.value;
  const c = code === null ? drawCase(level, randomInt(CHANCES) / CHANCES) : caseOf(code);
  if (!c) return bad(serverProblem.badFields({ code: "Nobody made a machine with this code. Look at it once more." }));
  return writing(async (tx) =>
    ok({ id: await insertTry(tx, { learner: person ?? learner, code: codeOf(c), presses: [] }) }),
  );
}

/** Orders something at the practice bench. The same press sent twice counts once. */
export async function pressAtPractice(
  id: number,
  body: unknown,
  person: string | null = null,
): Promise<Result<{ presses: Press[] }>> {
  const checked = check(PressInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const press = checked.value.press as Press;
  return writing(async (tx) => {
    const open = openTry(await findTry(tx, id), person);
    if (!open.ok) return open;
    const { presses } = open.value;
    if (presses.length === checked.value.after + 1 && presses.at(-1) === press) return ok({ presses });
    if (presses.length !== checked.value.after) return bad(serverProblem.practiceMoved());
    const next = [...presses, press];
    if (next.length > MOST_PRESSES) return bad(serverProblem.practiceLong(MOST_PRESSES));
    if (!afterAll(next)) return bad(serverProblem.practiceCannot());
    await setPresses(tx, id, next);
    return ok({ presses: next });
  });
}

/** Says what is wrong: the try is over, and its review opens. */
export async function nameAtPractice(
  id: number,
  body: unknown,
  person: string | null = null,
): Promise<Result<{ id: number }>> {
  const checked = check(NamedInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const named = [...new Set(checked.value.named)];
  const problem =
    named.length === 0
      ? "Say what is wrong, or that nothing is."
      : named.includes("nothing") && named.length > 1
        ? "Either nothing is wrong, or a fault."
        : null;
  if (problem) return bad(serverProblem.badFields({ named: problem }));
  return writing(async (tx) => {
    const open = openTry(await findTry(tx, id), person);
    if (!open.ok) return open;
    await setNamed(tx, id, named);
    return ok({ id });
  });
}

/** The same machine once more, as it was after a step of an earlier try. */
export async function tryAgain(
  id: number,
  body: unknown,
  person: string | null = null,
): Promise<Result<{ id: number }>> {
  const checked = check(AgainInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  return writing(async (tx) => {
    const before = await findTry(tx, id);
    if (!before) return bad(serverProblem.noTry());
    const learner = person ?? before.learner;
    const { code } = before;
    return ok({ id: await insertTry(tx, { learner, code, presses: pressesUpTo(before.presses, checked.value.step) }) });
  });
}

/** A try that its own learner goes on with. */
function openTry(t: PracticeTry | null, person: string | null): Result<PracticeTry> {
  if (!t) return bad(serverProblem.noTry());
  if (person !== null && person !== t.learner) return bad(serverProblem.otherLearner(t.learner));
  return t.named ? bad(serverProblem.practiceNamed()) : ok(t);
}

/** Keeps a case a teacher made; the same case has the same code everywhere. */
export async function saveTaughtCase(body: unknown, person: string | null = null): Promise<Result<{ code: string }>> {
  const checked = check(TaughtCaseInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { title, words, who, ...told } = checked.value;
  const faults = told.faults.map(({ kind, size, chip, part }) => ({
    kind,
    size: Math.round(size * SIZES) / SIZES,
    chip,
    part,
  }));
  const c: PracticeCase = { ...told, faults, seed: seedOf(title) };
  const problem: string | null = caseProblem(c);
  if (problem) return bad(serverProblem.badFields({ faults: problem }));
  const code = codeOf(c);
  return writing(async (tx) => {
    await saveTaught(tx, { code, title, complaint: words, who: person ?? who });
    return ok({ code });
  });
}

/** Cases of the same faults and another name are other machines. */
const seedOf = (title: string): number => [...title].reduce((s, l) => (s * 31 + (l.codePointAt(0) ?? 0)) % 64, 7);

/** Takes a case from the list, and puts it back. */
export const removeTaughtCase = (code: string): Promise<Result<{ code: string }>> => changed(code, removeTaught);
export const putBackTaughtCase = (code: string): Promise<Result<{ code: string }>> => changed(code, putBackTaught);

const changed = (code: string, how: typeof removeTaught): Promise<Result<{ code: string }>> =>
  writing(async (tx): Promise<Result<{ code: string }>> => {
    const missing: Problem = serverProblem.noTaughtCase();
    return (await how(tx, code)) ? ok({ code }) : bad(missing);
  });
