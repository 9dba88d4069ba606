"use client";
import { useMay } from "@/ui/kit/controls/Allowed";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { Pencil } from "lucide-react";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { boundsOfPart, centreOf, chevronsOf, CoolingMap, type Part, type Layout } from "@/core/drawing/parts";
import { checksOf, type MapCheck, mapSentence } from "@/core/drawing/cooling";
import { hits, seenFromAbove } from "@/core/drawing/edit";
import { Button, KeyCap } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { useSize } from "@/ui/kit/controls/size";
import { stagePath } from "@/ui/kit/steps/paths";
import { Defs, Drawing } from "@/ui/drawing/underside/Drawing";
import { Chevrons, Chosen, Hidden } from "@/ui/drawing/underside/Marks";
import { Rulers } from "@/ui/drawing/underside/Rulers";
import { Tags } from "@/ui/drawing/underside/Tags";
import { useView, type ViewControl } from "@/ui/drawing/underside/useView";
import { LensTabs } from "./LensTabs";
import { MapWords } from "./MapWords";
import { PartPanel } from "./PartPanel";
import { inListOrder, PartsList } from "./PartsList";

interface Props {
  jobId: number;
  layout: Layout;
  revision: { number: number; open: boolean };
  heat: boolean;
  closed: boolean;
}

const COOLING = ["blower", "fins", "pipe", "chamber", "plate", "spreader", "pad"];

/** The map lens: the drawing to look at and ask, its sentence, what does not add up, and the part in hand. */
export function MapScreen({ jobId, layout, revision, heat, closed }: Props) {
  const work = useMap(layout, jobId, closed);
  const {
    setAbove,
    above,
    ref,
    size,
    click,
    x,
    y,
    scale,
    shown,
    shownPart,
    shownMap,
    selected,
    view,
    map,
    checks,
    pick,
    draws,
    edit,
    next,
  } = work;
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col bg-sheet">
        <MapTabs jobId={jobId} heat={heat} setAbove={setAbove} above={above} />
        <div ref={ref} className="relative min-h-90 flex-1 touch-none overflow-hidden">
          <svg
            data-testid="underside"
            width={size.width}
            height={size.height}
            className="absolute inset-0 block cursor-pointer"
            role="img"
            aria-label={`Underside of ${layout.model} to scale, ${layout.parts.length} parts${
              above ? ", seen from above" : ", seen from below"
            }`}
            onClick={click}
          >
            <Defs />
            <g transform={`translate(${x} ${y}) scale(${scale})`}>
              <Drawing layout={shown} />
              <Hidden layout={shown} />
              {shownPart ? <Chosen part={shownPart} scale={scale} /> : null}
              {shownPart?.kind === "pipe" ? (
                <Chevrons points={chevronsOf(shownMap, shownPart)} widthMm={shownPart.widthMm} />
              ) : null}
              <Tags parts={shown.parts} scale={scale} selected={selected} />
            </g>
            <Rulers view={view.view} width={size.width} height={size.height} />
          </svg>
        </div>
        <MapSentence map={map} checks={checks} pick={pick} />
      </div>
      <aside
        className="flex w-full shrink-0 flex-col border-line bg-sheet px-4 pt-4 pb-4 lg:w-70
        lg:border-l-[1.5px] xl:w-76.5 2xl:w-95"
      >
        <PartInHand work={work} revision={revision} layout={layout} />
        <div className="mt-3 flex gap-2.5">
          {closed ? null : (
            <Button look="quiet" className="min-h-14 flex-1 px-3" disabled={!draws} onClick={() => void edit()}>
              <Pencil aria-hidden size={18} /> {layout.parts.length ? "Edit" : "Draw"}
            </Button>
          )}
          {next ? (
            <Button look="main" className="min-h-14 flex-[1.4] px-3" keyCap="N" onClick={() => pick(next.id)}>
              Next: {next.tag || "part"}
            </Button>
          ) : null}
        </div>
      </aside>
    </div>
  );
}

/** The map's state: the part in hand, the side it is seen from, the view. */
function useMap(layout: Layout, jobId: number, closed: boolean) {
  const router = useRouter();
  const draws = useMay("close");
  const [picked, setPicked] = useState<string | null>(null);
  const [above, setAbove] = useState(false);
  const [ref, size] = useSize<HTMLDivElement>({ width: 800, height: 540 });
  const view = useView(layout.base, size, ref);
  const map = useMemo(() => new CoolingMap(layout), [layout]);
  const checks = useMemo(() => checksOf(map), [map]);
  const shown = useMemo(() => (above ? seenFromAbove(layout) : layout), [above, layout]);
  const shownMap = useMemo(() => (above ? new CoolingMap(shown) : map), [above, shown, map]);
  const part = picked ? map.part(picked) : undefined;
  const shownPart = picked ? shown.parts.find((p) => p.id === picked) : undefined;
  const cooling = useMemo(() => inListOrder(layout.parts.filter((p) => COOLING.includes(p.kind))), [layout]);
  const at = cooling.findIndex((p) => p.id === picked);
  const next = cooling[(at + 1) % Math.max(1, cooling.length)];
  const selected = useMemo(() => new Set(picked ? [picked] : []), [picked]);

  const pick = (id: string | null) => {
    setPicked(id);
    const p = id ? shown.parts.find((x) => x.id === id) : undefined;
    if (p) view.show(boundsOfPart(p));
  };
  const edit = async () => {
    const sent = await send("POST", `/api/jobs/${jobId}/layout`, { from: "edit" });
    if (sent.ok) {
      router.push(`${stagePath(jobId, "map")}?edit=1`);
      router.refresh();
    }
  };
  useMapKeys(
    { layout, shown, shownPart, picked, next, checks },
    { pick, edit: closed || !draws ? null : edit, view, setAbove },
  );

  const click = (e: React.MouseEvent) => {
    const box = e.currentTarget.getBoundingClientRect();
    const p = view.toSheet(e.clientX - box.left, e.clientY - box.top);
    const found = hits(
      shown.parts.filter((x) => x.kind !== "board" && x.kind !== "sketch"),
      p.x,
      p.y,
      14 / view.view.scale,
    );
    const again = found.findIndex((x) => x.id === picked);
    pick(found[again >= 0 ? (again + 1) % found.length : 0]?.id ?? null);
  };
  const { scale, x, y } = view.view;
  return {
    setAbove,
    above,
    ref,
    size,
    click,
    x,
    y,
    scale,
    shown,
    shownPart,
    shownMap,
    selected,
    view,
    map,
    checks,
    pick,
    part,
    draws,
    edit,
    next,
  };
}

/** What the map shows, and which part is in hand. */
interface MapInHand {
  layout: Layout;
  shown: Layout;
  shownPart: Part | undefined;
  picked: string | null;
  next: Part | undefined;
  checks: MapCheck[];
}

interface MapActs {
  pick: (id: string | null) => void;
  /** Null where the drawing may not be changed. */
  edit: (() => Promise<void>) | null;
  view: ViewControl;
  setAbove: React.Dispatch<React.SetStateAction<boolean>>;
}

/** The keys of the map: from part to part, to what does not add up, nearer and farther. */
function useMapKeys({ layout, shown, shownPart, picked, next, checks }: MapInHand, acts: MapActs) {
  const { pick, edit, view, setAbove } = acts;
  const step = (dx: number, dy: number) => {
    const from = shownPart ? centreOf(shownPart) : ([layout.base.widthMm / 2, layout.base.depthMm / 2] as const);
    const better = shown.parts
      .filter((p) => p.id !== picked && COOLING.concat("chip", "screw").includes(p.kind))
      .flatMap((p) => {
        const [x, y] = centreOf(p);
        const along = (x - from[0]) * dx + (y - from[1]) * dy;
        const aside = Math.abs((x - from[0]) * dy) + Math.abs((y - from[1]) * dx);
        return along > 1 && along > aside * 0.6 ? [{ p, cost: along + 1.8 * aside }] : [];
      })
      .sort((a, b) => a.cost - b.cost)[0];
    if (better) pick(better.p.id);
  };
  const keys: Record<string, (() => void) | undefined> = {
    n: next ? () => pick(next.id) : undefined,
    e: edit ? () => void edit() : undefined,
    Escape: () => pick(null),
    "+": () => view.zoom(1.25),
    "=": () => view.zoom(1.25),
    "-": () => view.zoom(0.8),
    "0": view.fit,
    a: () => setAbove((v) => !v),
    ArrowLeft: () => step(-1, 0),
    ArrowRight: () => step(1, 0),
    ArrowUp: () => step(0, -1),
    ArrowDown: () => step(0, 1),
  };
  checks.slice(0, 9).forEach((c, i) => (keys[String(i + 1)] = () => pick(c.parts[0] ?? null)));
  useKeys(keys);
}

interface MapTabsProps {
  jobId: number;
  heat: boolean;
  setAbove: React.Dispatch<React.SetStateAction<boolean>>;
  above: boolean;
}

/** The lenses, and from which side the machine is seen. */
function MapTabs({ jobId, heat, setAbove, above }: MapTabsProps) {
  return (
    <LensTabs
      jobId={jobId}
      shown="map"
      heat={heat}
      note={
        <button
          type="button"
          onClick={() => setAbove(!above)}
          aria-pressed={above}
          className="min-h-11 rounded-control px-2 hover:bg-plane"
        >
          {above ? "Seen from above: left and right swapped" : "Seen from below"}
        </button>
      }
    />
  );
}

interface MapSentenceProps {
  map: CoolingMap;
  checks: MapCheck[];
  pick: (id: string | null) => void;
}

/** The drawing in a sentence, and what does not add up. */
function MapSentence({ map, checks, pick }: MapSentenceProps) {
  return (
    <div className="shrink-0 border-t-[1.5px] border-line px-5 pt-3 pb-4">
      <h1 className="text-title leading-6.5 font-medium">
        <MapWords words={mapSentence(map)} />
      </h1>
      <ul aria-label="What does not add up" className="mt-2 grid grid-cols-1 gap-2 md:grid-cols-2">
        {checks.slice(0, 4).map((c, i) => (
          <li key={c.code + c.parts.join()}>
            <button
              type="button"
              onClick={() => pick(c.parts[0] ?? null)}
              className="caution-band flex min-h-11 w-full items-center gap-3 px-3 py-1.5 text-left text-body"
            >
              <span className="min-w-0 flex-1">{c.message}</span>
              <KeyCap>{i + 1}</KeyCap>
            </button>
          </li>
        ))}
      </ul>
      {checks.length === 0 ? (
        <p className="mt-1 text-body text-ink-2">
          Every chip has its way to the air, every pad and screw has its place.
        </p>
      ) : null}
      {checks.length > 4 ? <p className="mt-1 text-note text-ink-2">And {checks.length - 4} more.</p> : null}
    </div>
  );
}

interface PartInHandProps {
  work: ReturnType<typeof useMap>;
  revision: { number: number; open: boolean };
  layout: Layout;
}

/** The part in hand, or all parts as a list. */
function PartInHand({ work, revision, layout }: PartInHandProps) {
  const { part, map, selected, pick } = work;
  const pane = useWholeRows<HTMLDivElement>();
  return (
    <div ref={pane} className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Part in hand">
      {part ? (
        <PartPanel map={map} part={part} />
      ) : (
        <>
          <h2 className="flex items-baseline justify-between px-2 text-sub font-bold">
            Parts as a list{" "}
            <span className="text-note font-regular text-ink-2">
              revision {revision.number}
              {revision.open ? ", open" : ""}
            </span>
          </h2>
          <PartsList follow grouped parts={layout.parts} selected={selected} onSelect={(id) => pick(id)} />
        </>
      )}
    </div>
  );
}
