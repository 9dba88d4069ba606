"use client";
import { ChevronDown } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { KINDS, partName, type Part } from "@/core/drawing/parts";

interface Props {
  parts: readonly Part[];
  selected: ReadonlySet<string>;
  onSelect: (id: string, also: boolean) => void;
  label?: string;
  /** Brings the chosen row into view; not where the list stands under other things. */
  follow?: boolean;
  /** Alike parts stand as one row that opens. */
  grouped?: boolean;
}

const ORDER: Record<string, number> = {
  blower: 0,
  fins: 1,
  pipe: 2,
  chamber: 3,
  plate: 4,
  spreader: 5,
  chip: 6,
  pad: 7,
  screw: 8,
  plug: 9,
  cable: 10,
  tape: 11,
};

export const inListOrder = (parts: readonly Part[]): Part[] =>
  [...parts].sort(
    (a, b) =>
      (ORDER[a.kind] ?? 20) - (ORDER[b.kind] ?? 20) ||
      a.kind.localeCompare(b.kind) ||
      a.tag.localeCompare(b.tag, "en", { numeric: true }),
  );

/** The drawing as a list: the same parts, the same selection, for hands on keys and for readers of the screen. */
export function PartsList({
  parts,
  selected,
  onSelect,
  label = "Parts as a list",
  follow = false,
  grouped = false,
}: Props) {
  const list = useRef<HTMLUListElement>(null);
  const first = [...selected][0];
  useEffect(() => {
    if (first && follow) list.current?.querySelector(`[data-part="${first}"]`)?.scrollIntoView({ block: "nearest" });
  }, [first, follow]);
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const rows = grouped
    ? alike(parts)
    : inListOrder(parts).map((p) => ({ key: p.id, name: "", measure: "", parts: [p] }));
  return (
    <ul ref={list} aria-label={label} className="flex flex-col">
      {rows.map((r) =>
        r.parts.length === 1 || opened.has(r.key) || r.parts.some((p) => selected.has(p.id)) ? (
          r.parts.map((p) => <PartRow key={p.id} p={p} selected={selected.has(p.id)} onSelect={onSelect} />)
        ) : (
          <li key={r.key}>
            <button
              type="button"
              aria-expanded={false}
              onClick={() => setOpened(new Set([...opened, r.key]))}
              className="flex min-h-11 w-full items-center gap-3 border-b border-line-2 px-2 text-left text-body
                hover:bg-plane"
            >
              <span className="num w-8 shrink-0 font-heavy">{r.parts.length} ×</span>
              <span className="min-w-0 flex-1 truncate">{r.name}</span>
              <span className="num shrink-0 text-note text-ink-2">{r.measure}</span>
              <ChevronDown aria-hidden size={16} className="shrink-0 text-ink-2" />
            </button>
          </li>
        ),
      )}
    </ul>
  );
}

interface PartRowProps {
  p: Part;
  selected: boolean;
  onSelect: Props["onSelect"];
}

/** One part as a row. */
function PartRow({ p, selected, onSelect }: PartRowProps) {
  return (
    <li>
      <button
        type="button"
        data-part={p.id}
        aria-pressed={selected}
        onClick={(e) => onSelect(p.id, e.shiftKey)}
        className={`flex min-h-11 w-full items-center gap-3 border-b border-line-2 px-2 text-left
          text-body ${selected ? "bg-copper-wash font-strong" : "hover:bg-plane"}`}
      >
        <span className="w-8 shrink-0 font-heavy">{p.tag}</span>
        <span className="min-w-0 flex-1 truncate">{p.tag ? KINDS[p.kind].name : partName(p)}</span>
        {p.locked ? <span className="text-tag text-ink-2">locked</span> : null}
        <span className="num shrink-0 text-note text-ink-2">{measure(p)}</span>
      </button>
    </li>
  );
}

/** Parts in their order, those without a tag of their own that are alike together. */
function alike(parts: readonly Part[]): { key: string; name: string; measure: string; parts: Part[] }[] {
  const rows = new Map<string, { key: string; name: string; measure: string; parts: Part[] }>();
  for (const p of inListOrder(parts)) {
    const forWhat = p.kind === "screw" ? p.forWhat : "";
    const key = p.tag ? p.id : [p.kind, forWhat, measure(p)].join("|");
    const own = rows.get(key);
    if (own) own.parts.push(p);
    else rows.set(key, { key, name: partName(p), measure: measure(p), parts: [p] });
  }
  return [...rows.values()];
}

function measure(p: Part): string {
  if (p.kind === "pipe") return `${p.widthMm.toFixed(1)} mm`;
  if (p.kind === "pad") return `${p.thicknessMm.toFixed(1)} mm`;
  if (p.kind === "screw") return `${p.lengthMm.toFixed(1)} mm`;
  return "wMm" in p ? `${Math.round(p.wMm)} × ${Math.round(p.hMm)}` : "";
}
