import { COARSE_K, type ChipVerdict, type Figure } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import { foundIn, type ServiceContext } from "../../handwork/service";
import type { Speech } from "./speech";

export interface Statement {
  title: string;
  text: string;
}

/** One reason, in the colour of its path. */
export interface WhyItem {
  path: "airflow" | "contact";
  lead: string;
  text: string;
}

/** Less than this is no gain worth a word. */
const LEAST_SHARE = 0.03;
const LEAST_HEADROOM_K = 2;
const HOT_C = 35;

/** What it is worth in use; what does not hold is left out, never turned into praise. */
export function statementsOf(v: Verdict, { t, said }: Speech): Statement[] {
  if (v.verdict !== "improved") return [];
  const out: Statement[] = [];
  const slows = v.gain?.slowsS;
  if (typeof slows?.before === "number" && (slows.after === "never" || (slows.after ?? 0) > slows.before + 30)) {
    const { watts, work } = v.gain ?? { watts: { before: null, after: null } };
    const [was, now] = work?.before && work.after ? [work.before, work.after] : [watts.before, watts.after];
    const share = was && now ? now / was - 1 : 0;
    const later = typeof slows.after === "number" ? t.speed.later(said.minutes(slows.after)) : t.speed.holds;
    const more = share >= LEAST_SHARE ? t.speed.more(said.figures.share(share)) : "";
    out.push({
      title: t.speed.title,
      text: [t.speed.used(said.minutes(slows.before)), later, more].filter(Boolean).join(" "),
    });
  }
  const fan = v.gain?.fan;
  if (fan && fan.unit === "rpm" && fan.after < fan.before * (1 - LEAST_SHARE))
    out.push({
      title: t.noise.title,
      text: t.noise.text(said.number(round50(fan.after)), said.number(round50(fan.before))),
    });
  const hot = v.outlook.hotDay;
  if (hot?.headroomK != null && hot.headroomK >= LEAST_HEADROOM_K)
    out.push({ title: t.hotDay.title, text: t.hotDay.text(said.figures.degrees(HOT_C), said.degrees(hot.headroomK)) });
  return out;
}

const round50 = (rpm: number): number => 50 * Math.round(rpm / 50);

/** Why it changed, path by path, and how sure that is. */
export function whyOf(v: Verdict, lead: ChipVerdict, work: ServiceContext, { t, said }: Speech) {
  const [contact, airflow] = lead.paths;
  const found = foundIn(work);
  const items: WhyItem[] = [];
  if (airflow.finding === "better" && airflow.change)
    items.push({
      path: "airflow",
      lead: t.air.won(said.degrees(airflow.change.K)),
      text: found.grade === 4 ? t.air.matted : (found.grade ?? 0) >= 2 ? t.air.dusty : t.air.plain,
    });
  if (contact.finding === "better" && contact.change)
    items.push({
      path: "contact",
      lead: t.paste.won(said.degrees(contact.change.K)),
      text: found.contact ? t.paste.dry : t.paste.plain,
    });
  const wrong = items.length;
  if (airflow.finding === "worse" && airflow.change)
    items.push({ path: "airflow", lead: t.air.lost(said.degrees(airflow.change.K)), text: "" });
  if (contact.finding === "worse" && contact.change)
    items.push({ path: "contact", lead: t.paste.lost(said.degrees(contact.change.K)), text: "" });
  if (airflow.finding === "unknown") items.push({ path: "airflow", lead: "", text: t.air.unknown });
  if (contact.finding === "unknown") items.push({ path: "contact", lead: "", text: t.paste.unknown });
  const range = (f: Figure): string => {
    const ends = [Math.abs(f.low), Math.abs(f.high)].sort((a, b) => a - b);
    const low = f.low < 0 && f.high > 0 ? 0 : (ends[0] ?? 0);
    return t.sure.range(said.degrees(low), said.degrees(ends[1] ?? 0));
  };
  const sure = [
    ...(airflow.change && contact.change ? [t.sure.paths(range(airflow.change), range(contact.change))] : []),
    ...(lead.bound ? [t.sure.bound] : lead.throttled.before > 0.02 ? [t.sure.throttled] : []),
  ];
  return {
    title: wrong === 2 ? t.wrong.two : wrong === 1 ? t.wrong.one : t.wrong.none,
    items,
    sureTitle: t.sure.title,
    sure,
    note: lead.before && lead.after ? t.ladder.note(said.degrees(COARSE_K)) : "",
  };
}
