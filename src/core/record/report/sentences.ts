import type { Verdict } from "../../measure/says";
import type { Speech } from "./speech";

export interface Statement {
  title: string;
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
  // what still slows down at this load takes no hot day
  const hot = typeof slows?.after === "number" ? null : v.outlook.hotDay;
  if (hot?.headroomK != null && hot.headroomK >= LEAST_HEADROOM_K)
    out.push({ title: t.hotDay.title, text: t.hotDay.text(said.figures.degrees(HOT_C), said.degrees(hot.headroomK)) });
  return out;
}

const round50 = (rpm: number): number => 50 * Math.round(rpm / 50);
