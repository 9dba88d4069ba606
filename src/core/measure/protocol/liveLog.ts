import type { Channel, Run } from "../log";
import { headingOf } from "./headings";
import type { Sample } from "./sample";

/** Readings of one source, in its order of numbers. */
interface Feed {
  /** What brings the source's clock to that of the run, s. */
  offsetS: number;
  samples: Sample[];
  sorted: boolean;
  readsChips: boolean;
}

/** Readings of another source count for a row within so many steps of it, the longer steps of the two. */
const NEAR_STEPS = 0.75;

/**
 * The log of a run that is still going: what each source has sent, brought to one clock. The source that reads the
 * chips (else the one that says most) gives the rows; what others say is put beside the nearest row.
 */
export class LiveLog {
  private readonly feeds = new Map<string, Feed>();
  private made: Run | null = null;

  /** Takes samples in; `offsetS` counts where the source is new. */
  add(source: string, samples: readonly Sample[], offsetS: number): void {
    if (samples.length === 0) return;
    const feed = this.feeds.get(source) ?? { offsetS, samples: [], sorted: true, readsChips: false };
    for (const s of samples) {
      feed.readsChips ||= Object.keys(s.values).some((k) => /^(cpu|gpu).*\.temperature$/.test(k));
      const last = feed.samples[feed.samples.length - 1];
      if (last && s.seq < last.seq) feed.sorted = false;
      feed.samples.push(s);
    }
    this.feeds.set(source, feed);
    this.made = null;
  }

  /** Samples that are in. */
  get size(): number {
    let n = 0;
    for (const f of this.feeds.values()) n += f.samples.length;
    return n;
  }

  sources(): string[] {
    return [...this.feeds.keys()];
  }

  /** Newest time of the run's clock that was read, s; null before the first sample. */
  endS(): number | null {
    let end: number | null = null;
    for (const f of this.feeds.values())
      for (let i = Math.max(0, f.samples.length - 50); i < f.samples.length; i++)
        end = Math.max(end ?? 0, (f.samples[i]?.t ?? 0) + f.offsetS);
    return end;
  }

  /** Everything read so far as a run, hottest core as the processor, as the reader of logs makes it. */
  run(): Run {
    this.made ??= this.gather();
    return this.made;
  }

  /** The last seconds of it, without the rest being looked at. */
  tail(lastS: number): Run {
    return this.gather((this.endS() ?? 0) - lastS);
  }

  private gather(fromS = -Infinity): Run {
    const feeds = [...this.feeds.values()];
    for (const f of feeds)
      if (!f.sorted) {
        f.samples.sort((a, b) => a.seq - b.seq);
        f.sorted = true;
      }
    const lead = feeds.reduce<Feed | null>((m, f) => (m === null || rank(f) > rank(m) ? f : m), null);
    const rows = lead ? rowsOf(lead, fromS) : [];
    const timeS = Float64Array.from(rows, (r) => r.at);
    const stepS = stepOf(timeS);
    const channels = new Map<string, Float32Array>();
    const put = (key: string, i: number, v: number) => {
      let values = channels.get(key);
      if (!values) channels.set(key, (values = new Float32Array(rows.length).fill(NaN)));
      values[i] = v;
    };
    rows.forEach((r, i) => Object.entries(r.sample.values).forEach(([key, v]) => put(key, i, v)));
    for (const f of feeds) if (f !== lead) beside(rowsOf(f, fromS), timeS, stepS, put);
    const hottest = hottestOf(channels, rows.length);
    if (hottest) channels.set("cpu.temperature", hottest);
    return { timeS, stepS, startMs: null, channels: named(channels), gaps: [], warnings: [] };
  }
}

/** The source that reads chips leads; else the one that said most. */
const rank = (f: Feed): number => (f.readsChips ? 1e9 : 0) + f.samples.length;

/** Rows from a time on, in the order of time; what stands at an earlier time than a row before it is left out. */
function rowsOf({ samples, offsetS }: Feed, fromS: number): { at: number; sample: Sample }[] {
  let first = samples.length;
  while (first > 0 && (samples[first - 1]?.t ?? 0) + offsetS >= fromS) first--;
  const rows = samples.slice(first).map((sample) => ({ at: sample.t + offsetS, sample }));
  if (rows.some((r, i) => r.at < (rows[i - 1]?.at ?? 0))) rows.sort((a, b) => a.at - b.at);
  return rows.filter((r, i) => i === 0 || r.at > (rows[i - 1]?.at ?? 0));
}

function stepOf(timeS: Float64Array): number {
  const steps = Array.from(timeS.subarray(1), (t, i) => t - (timeS[i] ?? 0)).sort((a, b) => a - b);
  return steps[steps.length >> 1] ?? 1;
}

/** Puts another source's readings beside the nearest rows; what a slow source says holds for longer. */
function beside(
  rows: readonly { at: number; sample: Sample }[],
  timeS: Float64Array,
  stepS: number,
  put: (key: string, i: number, v: number) => void,
): void {
  const nearS = NEAR_STEPS * Math.max(stepS, stepOf(Float64Array.from(rows, (r) => r.at)));
  let k = 0;
  for (let i = 0; i < timeS.length; i++) {
    const t = timeS[i] ?? 0;
    while (k + 1 < rows.length && Math.abs((rows[k + 1]?.at ?? 0) - t) <= Math.abs((rows[k]?.at ?? 0) - t)) k++;
    const row = rows[k];
    if (!row || Math.abs(row.at - t) > nearS) continue;
    for (const [key, v] of Object.entries(row.sample.values)) put(key, i, v);
  }
}

function hottestOf(channels: ReadonlyMap<string, Float32Array>, length: number): Float32Array | null {
  const cores = [...channels].filter(([k]) => /^cpu\.core\d+\.temperature$/.test(k)).map(([, v]) => v);
  if (cores.length === 0) return null;
  return Float32Array.from({ length }, (_, i) => {
    const read = cores.map((c) => c[i] ?? NaN).filter((v) => Number.isFinite(v));
    return read.length ? Math.max(...read) : NaN;
  });
}

const named = (channels: ReadonlyMap<string, Float32Array>): Channel[] =>
  [...channels].map(([key, values]) => ({ key, ...headingOf(key), values }));
