import type { Layout } from "../../../core/drawing/parts";
import {
  afterAll,
  caseOf,
  complaintWhole,
  formOf,
  modelOf,
  outcomeOf,
  type PracticeStart,
  type RecordLine,
  type TaughtCaseView,
  type TryView,
} from "../../../core/learn/practice";
import { database } from "../../../data/base/connection";
import {
  findLearners,
  findTaught,
  findTry,
  taughtCases,
  triesOf,
  type PracticeTry,
} from "../../../data/learn/practice";
import { demoLayouts } from "../../../samples/layouts";

/** Tries of a record that are shown. */
const RECORDS = 50;
/** Learners that are listed. */
const LEARNERS = 40;
/** Teachers' cases that are listed. */
const CASES = 100;

/** Where a learner begins: who practised here, how this one fared, and the teacher's cases. */
export async function practiceStart(learner: string): Promise<PracticeStart> {
  const db = await database();
  const [learners, tries, cases] = await Promise.all([
    findLearners(db, LEARNERS),
    learner ? triesOf(db, learner, RECORDS) : [],
    taughtCases(db, CASES),
  ]);
  return {
    learner,
    learners: learners.map(({ learner: name, tries: n }) => ({ learner: name, tries: n })),
    record: tries.flatMap(lineOf),
    cases: cases.flatMap(({ code, title, who }): TaughtCaseView[] => {
      const c = caseOf(code);
      return c ? [{ code, title, who, model: modelOf(c.kind), level: c.level }] : [];
    }),
  };
}

function lineOf(t: PracticeTry): RecordLine[] {
  const c = caseOf(t.code);
  const state = afterAll(t.presses);
  if (!c || !state) return [];
  return [
    {
      id: t.id,
      number: t.number,
      code: t.code,
      model: modelOf(c.kind),
      level: c.level,
      startedAt: t.startedAt,
      minutes: state.minutes,
      tests: state.ordered.length,
      outcome: t.named && outcomeOf(c, t.named),
    },
  ];
}

/** One try with the drawing of its machine; null when there is none. */
export async function practiceTry(id: number): Promise<{ view: TryView; layout: Layout | null } | null> {
  const db = await database();
  const t = await findTry(db, id);
  const c = t && caseOf(t.code);
  if (!t || !c) return null;
  const taught = await findTaught(db, t.code);
  const model = modelOf(c.kind);
  return {
    view: {
      id: t.id,
      number: t.number,
      learner: t.learner,
      code: t.code,
      presses: t.presses,
      named: t.named,
      model,
      form: formOf(c.kind),
      level: c.level,
      opened: c.opened,
      complaint: taught?.complaint ? taught.complaint : complaintWhole(c.complaint),
      title: taught?.title ?? "",
    },
    layout: demoLayouts().find((l) => l.model === model) ?? null,
  };
}
