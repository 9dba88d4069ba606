"use client";
import { useEffect, useRef } from "react";
import { KINDS, partName, type Part } from "@/core/drawing";

interface Props {
  parts: readonly Part[];
  selected: ReadonlySet<string>;
  onSelect: (id: string, also: boolean) => void;
  label?: string;
  /** Brings the chosen row into view; not where the list stands under other things. */
  follow?: boolean;
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
export function PartsList({ parts, selected, onSelect, label = "Parts as a list", follow = false }: Props) {
  const list = useRef<HTMLUListElement>(null);
  const first = [...selected][0];
  useEffect(() => {
    if (first && follow) list.current?.querySelector(`[data-part="${first}"]`)?.scrollIntoView({ block: "nearest" });
  }, [first, follow]);
  return (
    <ul ref={list} aria-label={label} className="flex flex-col">
      {inListOrder(parts).map((p) => (
        <li key={p.id}>
          <button
            type="button"
            data-part={p.id}
            aria-pressed={selected.has(p.id)}
            onClick={(e) => onSelect(p.id, e.shiftKey)}
            className={`flex min-h-11 w-full items-center gap-3 border-b border-line-2 px-2 text-left
              text-body ${selected.has(p.id) ? "bg-copper-wash font-strong" : "hover:bg-plane"}`}
          >
            <span className="w-8 shrink-0 font-heavy">{p.tag}</span>
            <span className="min-w-0 flex-1 truncate">{p.tag ? KINDS[p.kind].name : partName(p)}</span>
            {p.locked ? <span className="text-tag text-ink-2">locked</span> : null}
            <span className="num shrink-0 text-note text-ink-2">{measure(p)}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

function measure(p: Part): string {
  if (p.kind === "pipe") return `${p.widthMm.toFixed(1)} mm`;
  if (p.kind === "pad") return `${p.thicknessMm.toFixed(1)} mm`;
  if (p.kind === "screw") return `${p.lengthMm.toFixed(1)} mm`;
  return "wMm" in p ? `${Math.round(p.wMm)} × ${Math.round(p.hMm)}` : "";
}
