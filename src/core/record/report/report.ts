import { CoolingMap } from "../../drawing/parts";
import type { JobFile } from "../jobfile";
import { atLeastK, fanSpeedsOf, movedMost, type ChipVerdict } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import { contextOf, countsOut, plansOf, usualProcedure, type ServiceContext } from "../../handwork/service";
import { asideWords } from "./asides";
import { curvesSvg } from "./curvesSvg";
import { foundSheetOf, type FoundSheet } from "./foundSheet";
import type { ReportFacts } from "./facts";
import { saidIn, type ReportForm, type Said } from "./form";
import { ladderSvg } from "./ladderSvg";
import { benchNotesOf, sensorOf } from "./benchNotes";
import { statementsOf, type Statement } from "./sentences";
import { apartOf, whyOf, type Why } from "./why";
import { technicalOf, type Technical } from "./technical";
import { textsIn } from "./languages";
import type { Span, Speech } from "./speech";
import type { Texts } from "./texts";

/** A report, every sentence of it made: what screen and paper show alike. */
export interface Report {
  form: ReportForm;
  title: string;
  head: { workshop: string; draft: string; machine: string; service: string; record: string };
  headline: string;
  verdict: Span[];
  statements: Statement[];
  ladder: { svg: string; caption: string } | null;
  why: Why | null;
  found: FoundSheet;
  counts: Span[];
  /** Parts found on the way that want something done; empty where there are none. */
  asides: Span[];
  /** Closing note, what the job waits for, other sensors; empty where there is nothing to say. */
  bench: Span[];
  next: { title: string; text: string };
  care: { title: string; text: string };
  foot: { by: string; checked: string; degrees: string; kept: string; page: (n: number, of: number) => string };
  technical: Technical;
}

/** The verdict a job's document stands by: the newest given until it was closed. */
export function verdictIn(f: JobFile): Verdict | null {
  const until = f.closedAt;
  const stands = f.verdicts.filter((v) => until === null || v.createdAt <= until);
  return (stands.at(-1) ?? f.verdicts[0])?.result ?? null;
}

/** The handwork of a job's document. */
export function workIn(f: JobFile): ServiceContext {
  const layout = f.drawing?.document ?? null;
  const map = layout && layout.parts.length ? new CoolingMap(layout) : null;
  const procedure = { ...usualProcedure, ...f.ways };
  return contextOf(
    {
      layout,
      entries: f.journal.filter((e) => !e.aside).map((e, i) => ({ ...e, seq: i })),
      procedure,
      plans: map ? plansOf(map, procedure.rounds) : [],
      model: f.machine.model,
      hasBeforeRun: f.runs.some((r) => r.kind === "before" && r.replacedAt === null),
      today: (f.closedAt ?? f.openedAt).slice(0, 10),
    },
    map,
  );
}

/** The report of a job, from its document alone. */
export function reportOf(facts: ReportFacts, form: ReportForm): Report {
  const { file, signOff } = facts;
  const [t, said] = [textsIn(form.language), saidIn(form)];
  const verdict = verdictIn(file);
  const lead = verdict?.chips.find((c) => c.chip === verdict.lead) ?? null;
  const work = workIn(file);
  const record = t.record(file.machine.tag, file.number, signOff?.revision ?? null);
  return {
    form,
    title: `${file.machine.tag} / ${file.number}, ${file.machine.model}`,
    head: {
      workshop: facts.workshop || "Ovrant",
      draft: signOff ? "" : t.draft,
      machine: [file.machine.model, file.machine.place, file.machine.tag].filter(Boolean).join(", "),
      service: t.service(said.day(file.closedAt ?? file.openedAt)),
      record,
    },
    headline: headlineOf(verdict, lead, { t, said }),
    verdict: verdictLine(verdict, lead, { t, said }),
    statements: verdict ? statementsOf(verdict, { t, said }) : [],
    ladder: lead && verdict ? ladderOf(verdict, lead, { t, said }) : null,
    why: whyIn(verdict, lead, work, { t, said }),
    found: foundSheetOf(file, work, { t, said }),
    counts: countsLine(work, t, said),
    asides: asidesLine(work, { t, said }),
    bench: benchLine(benchNotesOf(file, verdict, { t, said }), t),
    next: nextOf(file, t, said),
    care: {
      title: t.care.title,
      text: [t.care.air[file.machine.environment] ?? t.care.air.office, t.care.all].join(" "),
    },
    foot: {
      by: signOff ? t.foot.by(signOff.by.role, signOff.by.initials) : t.foot.open,
      checked: signOff?.checkedBy ? t.foot.checked(signOff.checkedBy.role, signOff.checkedBy.initials) : "",
      degrees: form.unit === "C" ? t.foot.degrees : t.foot.degreesF,
      kept: t.foot.kept,
      page: t.foot.page,
    },
    technical: {
      ...technicalOf(facts, verdict, work, { t, said }),
      curves: facts.curves && {
        title: t.technical.curves,
        svg: curvesSvg(facts.curves, verdict?.limitC ?? null, t, said),
      },
    },
  };
}

function whyIn(v: Verdict | null, lead: ChipVerdict | null, work: ServiceContext, speech: Speech): Why | null {
  if (!v) return null;
  if (v.verdict === "not-comparable") return apartOf(v, speech);
  return lead && whyOf(v, lead, work, speech);
}

function headlineOf(v: Verdict | null, lead: ChipVerdict | null, { t, said }: Speech): string {
  const h = t.headline;
  if (!v) return h.none;
  const work = v.gain?.work;
  if (v.work?.length && work?.before && work.after) {
    const share = work.after / work.before - 1;
    const p = said.figures.share(Math.abs(share));
    if (v.verdict === "improved") return h.moreWork(p);
    if (v.verdict === "worse") return h.lessWork(p);
  }
  if (v.verdict === "not-comparable") return h.notComparable;
  const other = v.verdict === "unchanged" && lead ? movedMost(v.others ?? []) : null;
  if (other) return h.sameBut(t.bench.sensors[sensorOf(other.key)], said.degrees(Math.abs(other.K)), other.K < 0);
  if (v.verdict === "unchanged" || !lead) return h.same;
  if (v.verdict === "worse") return h.warmer(said.degrees(lead.change?.K ?? (lead.bound ? atLeastK(lead.bound) : 0)));
  // what is at least so much is told by whole kelvins below it, as on screen
  const first = lead.bound
    ? h.atLeastCooler(said.degrees(atLeastK(lead.bound)))
    : h.cooler(said.degrees(lead.change?.K ?? 0));
  const slows = v.gain?.slowsS;
  return typeof slows?.before === "number" && slows.after === "never" ? h.noLongerSlows(first) : `${first}.`;
}

function verdictLine(v: Verdict | null, lead: ChipVerdict | null, { t, said }: Speech): Span[] {
  if (!v) return [{ text: t.verdict.none, strong: true }];
  const word = {
    improved: t.verdict.improved,
    unchanged: t.verdict.unchanged,
    worse: t.verdict.worse,
    "not-comparable": t.verdict.notComparable,
  }[v.verdict];
  if (v.verdict === "not-comparable") return [{ text: word, strong: true }];
  const spans: Span[] = [{ text: `${word} `, strong: true }, { text: `${byFan(v) ? t.comparedFan : t.compared} ` }];
  if (v.verdict === "unchanged") return [...spans, { text: t.sureTo(said.degrees(v.thresholdK)) }];
  if (!lead?.change) return spans;
  const ends = [Math.abs(lead.change.low), Math.abs(lead.change.high)].sort((a, b) => a - b);
  const [before, range] = t.between(said.degrees(ends[0] ?? 0), said.degrees(ends[1] ?? 0));
  return [...spans, { text: before }, { text: `${range}.`, strong: true }];
}

/** Whether the fan itself is not as it was: both runs are not told at one speed. */
const byFan = (v: Verdict): boolean => fanSpeedsOf(v).differ !== null;

function ladderOf(v: Verdict, lead: ChipVerdict, { t, said }: Speech): Report["ladder"] {
  if (!lead.before || !lead.after) return null;
  const W = Object.values(v.matched.powerW).reduce((a, b) => a + b, 0);
  const rpm = v.matched.fanRpm === null || byFan(v) ? null : said.figures.with(v.matched.fanRpm, t.ladder.rpm);
  return {
    svg: ladderSvg(v, lead, { t, said }),
    caption: t.ladder.both(said.figures.watts(W), rpm, said.figures.degrees(v.matched.roomC)),
  };
}

function countsLine(work: ServiceContext, t: Texts, said: Said): Span[] {
  const counts = countsOut(work).filter((c) => c.out > 0);
  if (counts.length === 0) return [];
  const whole = counts.every((c) => c.missing.length === 0);
  const told = counts.map((c) => {
    const [one, many] = t.counts.kinds[c.name] ?? [c.name.toLowerCase(), c.name.toLowerCase()];
    const name = c.out === 1 ? one : many;
    return c.missing.length ? `${said.number(c.back)}/${said.number(c.out)} ${name}` : `${said.number(c.out)} ${name}`;
  });
  return [{ text: `${whole ? t.counts.all : t.counts.not} `, strong: true }, { text: `${told.join(", ")}.` }];
}

/** At most so many parts found on the way are told to the owner. */
const MOST_ASIDES = 2;

function asidesLine(work: ServiceContext, speech: Speech): Span[] {
  const { poor } = asideWords(work, speech);
  if (poor.length === 0) return [];
  return [{ text: `${speech.t.asides.title}: `, strong: true }, { text: `${poor.slice(0, MOST_ASIDES).join("; ")}.` }];
}

function benchLine(lines: readonly string[], t: Texts): Span[] {
  return lines.length ? [{ text: `${t.bench.title}: `, strong: true }, { text: lines.join(" ") }] : [];
}

function nextOf({ due }: JobFile, t: Texts, said: Said): Report["next"] {
  if (due.dueOn === null) return { title: t.next.none, text: "" };
  const title = t.next.title(said.day(due.dueOn));
  const text =
    due.by === "drift"
      ? t.next.drift
      : due.by === "rule"
        ? t.next.rule
        : due.by === "snooze"
          ? t.next.snooze
          : t.next.hand(due.why);
  return { title, text };
}
