import { COARSE_K, fanSpeedsOf, shownPath, type ChipVerdict, type Figure, type PathVerdict } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import type { ServiceContext } from "../../handwork/service";
import { airRecordOf, contactRecordOf } from "./causes";
import type { Speech } from "./speech";
import { SPENT_FILMS, type SpentFilm } from "./texts";

/** One reason, in the colour of its path; of none where two runs could not be compared. */
export interface WhyItem {
  path?: "airflow" | "contact";
  lead: string;
  text: string;
}

export interface Why {
  title: string;
  items: WhyItem[];
  sureTitle: string;
  sure: string[];
  note: string;
}

/** What is said of a path, and whether handwork recorded a cause of it. */
interface Told {
  item: WhyItem;
  recorded: boolean;
}

const MATTED = 4;

/** What both logs show of a fan that did not turn as it should before; "" where it did. */
function fanMended(v: Verdict, { t, said }: Speech): string {
  const { before, after, differ, run } = fanSpeedsOf(v);
  if (differ === null || run !== "before") return "";
  if (differ === "stopped") return t.air.fanStood;
  if (before === null || after === null) return "";
  const [now, then] = [after, before].map((rpm) => said.number(10 * Math.round(rpm / 10)));
  return t.air.fan(now ?? "", then ?? "");
}

function airWon(work: ServiceContext, d: string, v: Verdict, speech: Speech): Told {
  const { t } = speech;
  const { fins, blowers, cleanedOnly } = airRecordOf(work);
  const fan = fanMended(v, speech);
  if (fins !== null || blowers !== null) {
    const dust = fins === null ? t.air.blades : fins >= MATTED ? t.air.matted : t.air.dusty;
    // how much of it was dust, and how much the fan, no figure tells
    if (fan) return { item: { path: "airflow", lead: t.air.carries(d), text: `${fan} ${dust}` }, recorded: false };
    return { item: { path: "airflow", lead: t.air.won(d), text: dust }, recorded: true };
  }
  const text = fan || (cleanedOnly ? t.air.cleaned : t.notRecorded);
  return { item: { path: "airflow", lead: t.air.carries(d), text }, recorded: false };
}

const isSpentFilm = (was: string): was is SpentFilm => (SPENT_FILMS as readonly string[]).includes(was);

/** A film that touched less of the chip than this was no film. */
const WETTED = 0.9;

function contactWon(work: ServiceContext, chip: ChipVerdict["chip"], d: string, { t, said }: Speech): Told {
  const { was, renewed, wetted } = contactRecordOf(work, chip);
  if (!renewed) return { item: { path: "contact", lead: t.paste.carries(d), text: t.notRecorded }, recorded: false };
  const bare = wetted !== null && wetted < WETTED ? t.paste.wetted(said.figures.share(wetted)) : "";
  if (isSpentFilm(was) || bare) {
    const text = [isSpentFilm(was) ? t.paste.spent[was] : "", bare].filter(Boolean).join(" ");
    return { item: { path: "contact", lead: t.paste.won(d), text }, recorded: true };
  }
  const text = was === "even" ? t.paste.renewedSound : t.paste.renewed;
  return { item: { path: "contact", lead: t.paste.carries(d), text }, recorded: false };
}

/** Why it changed, path by path: a cause is named only where handwork recorded it. And how sure the figures are. */
export function whyOf(v: Verdict, lead: ChipVerdict, work: ServiceContext, speech: Speech): Why {
  const { t, said } = speech;
  const [contact, airflow] = lead.paths;
  const size = (p: PathVerdict) => said.number(Math.abs(shownPath(lead, p.path, said.step)));
  const told: Told[] = [];
  const against: WhyItem[] = [];
  if (airflow.finding === "better" && airflow.change) told.push(airWon(work, size(airflow), v, speech));
  if (contact.finding === "better" && contact.change) told.push(contactWon(work, lead.chip, size(contact), speech));
  if (airflow.finding === "worse" && airflow.change)
    against.push({ path: "airflow", lead: t.air.lost(size(airflow)), text: "" });
  if (contact.finding === "worse" && contact.change)
    against.push({ path: "contact", lead: t.paste.lost(size(contact)), text: "" });
  if (airflow.finding === "unknown") against.push({ path: "airflow", lead: "", text: t.air.unknown });
  if (contact.finding === "unknown") against.push({ path: "contact", lead: "", text: t.paste.unknown });
  const wrong = told.filter((x) => x.recorded).length;
  const plainly = against.some((i) => i.lead !== "") || wrong < told.length || wrong === 0;
  return {
    title: plainly ? t.wrong.none : wrong === 2 ? t.wrong.two : t.wrong.one,
    items: [...told.map((x) => x.item), ...against],
    sureTitle: t.sure.title,
    sure: sureOf(lead, speech),
    note: lead.before && lead.after ? t.ladder.note(said.degrees(COARSE_K)) : "",
  };
}

function sureOf(lead: ChipVerdict, { t, said }: Speech): string[] {
  const [contact, airflow] = lead.paths;
  const range = (f: Figure): string => {
    const ends = [Math.abs(f.low), Math.abs(f.high)].sort((a, b) => a - b);
    const low = f.low < 0 && f.high > 0 ? 0 : (ends[0] ?? 0);
    return t.sure.range(said.degrees(low), said.degrees(ends[1] ?? 0));
  };
  return [
    ...(airflow.change && contact.change ? [t.sure.paths(range(airflow.change), range(contact.change))] : []),
    ...(lead.bound ? [t.sure.bound] : lead.throttled.before > 0.02 ? [t.sure.throttled] : []),
  ];
}

/** Why two runs could not be compared, and what is known all the same; no claim is made beside it. */
export function apartOf(v: Verdict, { t, said }: Speech): Why {
  const bars = v.reasons.filter((r) => r.level === "blocks");
  const because = [...new Set(bars.map((r) => t.apart.because[r.code] ?? t.apart.other))];
  const logged = v.reasons.flatMap((r) => {
    const d = r.code === "as-logged" ? (r.data as { chip: "cpu" | "gpu"; beforeC: number; afterC: number }) : null;
    return d
      ? [t.apart.logged(t.apart.chips[d.chip], said.figures.degrees(d.beforeC), said.figures.degrees(d.afterC))]
      : [];
  });
  const items = because.length > 0 ? because : [t.apart.other];
  return {
    title: t.apart.title,
    items: [...items, ...logged].map((text) => ({ lead: "", text })),
    sureTitle: "",
    sure: [],
    note: "",
  };
}
