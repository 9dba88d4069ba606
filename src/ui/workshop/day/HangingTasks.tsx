import type { DayView } from "@/core/workshop/day";
import { baseShape } from "@/ui/drawing/underside/base";
import { DrawnOnBench } from "@/ui/drawing/underside/DrawnOnBench";
import { BaseOutline } from "@/ui/drawing/underside/BaseOutline";
import type { DayNow } from "./planned";
import { BESIDE, HANG, hungOf, inARow, placesOf, type Clock, type HungPlace } from "./scene";

interface Props {
  view: DayView;
  now: DayNow | null;
  x: Clock;
}

/** What the hands do, hanging from the rule: the machine where there is room for it, else words on a thread. */
export function HangingTasks({ view, now, x }: Props) {
  const places = placesOf(hungOf(view, now), x);
  const next = places.find((p) => !p.done);
  return (
    <g>
      {places.map((p) => (p.picture ? <Pictured key={p.key} place={p} view={view} here={p === next} /> : null))}
      {places.map((p) => (p.picture ? null : <Thread key={p.key} place={p} here={p === next} />))}
      {places.map((p) => (p.picture ? null : <Worded key={p.key} place={p} />))}
    </g>
  );
}

const minutesOf = (p: HungPlace): string => (p.done ? "done" : `${Math.round(p.to - p.from)} min`);

function Bracket({ place: p, here }: { place: HungPlace; here: boolean }) {
  return (
    <path
      d={`M${p.x + 1.5} ${HANG + 6}h${Math.max(2, p.width - 3)}`}
      stroke={here ? "var(--copper)" : "var(--ink)"}
      strokeWidth={here ? 6 : 4}
    />
  );
}

const MOST_W = 150;

function Pictured({ place: p, view, here }: { place: HungPlace; view: DayView; here: boolean }) {
  const job = view.jobs.find((j) => j.facts.jobId === p.jobId);
  const width = Math.min(MOST_W, p.width - 8);
  const form = baseShape(job?.machine.form ?? "fifteen");
  const { widthMm, depthMm } = job?.drawing ?? form;
  const scale = width / (widthMm + 16);
  const tall = (depthMm + 16) * scale;
  const left = p.x + (p.width - width) / 2;
  const below = HANG + 16 + tall;
  return (
    <g>
      <Bracket place={p} here={here} />
      <path d={`M${p.x + p.width / 2} ${HANG + 6}v8`} stroke="var(--ink)" strokeWidth={1.6} />
      <foreignObject x={left} y={HANG + 14} width={width} height={tall} opacity={p.done ? 0.7 : 1}>
        <div className="overflow-hidden" style={{ width, height: tall }}>
          {job?.drawing ? (
            <DrawnOnBench {...job.drawing} pxPerMm={scale} />
          ) : (
            <BaseOutline form={job?.machine.form ?? "fifteen"} pxPerMm={scale} />
          )}
        </div>
      </foreignObject>
      {here ? (
        <rect
          x={left - 3}
          y={HANG + 12}
          width={width + 6}
          height={tall + 4}
          fill="none"
          stroke="var(--copper)"
          strokeWidth={2.4}
        />
      ) : null}
      <text x={left} y={below + 18} fontSize={15} fontWeight={600} fill="var(--ink)">
        {p.tag}
      </text>
      <Lines x={left} y={below + 36} text={inARow(p.names)} most={Math.floor(p.width / 7)} last={minutesOf(p)} />
    </g>
  );
}

/** Words broken to a width in letters, two lines at most, and a last line of its own. */
function Lines({ x, y, text, most, last }: { x: number; y: number; text: string; most: number; last: string }) {
  const lines: string[] = [];
  for (const word of text.split(" ")) {
    const line = lines.at(-1);
    if (line !== undefined && line.length + word.length + 1 <= most) lines[lines.length - 1] = `${line} ${word}`;
    else lines.push(word);
  }
  const shown = lines.length > 2 ? [lines[0] ?? "", `${lines[1] ?? ""} …`] : lines;
  return (
    <text x={x} y={y} fontSize={14} fill="var(--ink)">
      {shown.map((l, i) => (
        <tspan key={l} x={x} dy={i ? 17 : 0}>
          {l}
        </tspan>
      ))}
      <tspan x={x} dy={17} fill="var(--ink-2)">
        {last}
      </tspan>
    </text>
  );
}

const depthOf = (level: number): number => 32 + level * 44;

/** What words hang from; all threads lie under all words. */
function Thread({ place: p, here }: { place: HungPlace; here: boolean }) {
  const at = p.x + p.width / 2;
  const end = HANG + depthOf(p.level) + 20;
  return (
    <g>
      <Bracket place={p} here={here} />
      <path d={`M${at} ${HANG + 6}V${end}`} stroke={here ? "var(--copper)" : "var(--ink)"} strokeWidth={1.5} />
    </g>
  );
}

function Worded({ place: p }: { place: HungPlace }) {
  const at = p.x + p.width / 2;
  const y = HANG + depthOf(p.level);
  const form = {
    x: p.left ? at - BESIDE : at + BESIDE,
    textAnchor: p.left ? ("end" as const) : ("start" as const),
    stroke: "var(--bench)",
    strokeWidth: 4,
    paintOrder: "stroke",
  };
  return (
    <g>
      <text {...form} y={y} fontSize={15} fontWeight={600} fill="var(--ink)">
        {p.tag}
      </text>
      <text {...form} y={y + 17} fontSize={14} fill="var(--ink-2)">
        {p.says}
      </text>
    </g>
  );
}
