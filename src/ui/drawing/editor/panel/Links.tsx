"use client";
import { partName, type CoolingMap, type Layout, type Part } from "@/core/drawing/parts";
import type { PropertiesGiven } from "./edits";

const LINK_WORDS: Record<string, string> = {
  "pipe-on-plate": "lies on",
  "plate-on-chip": "lies on",
  "pipe-on-chip": "lies on",
  "pipe-into-fins": "goes into",
  "plate-into-fins": "goes into",
  "blower-through-fins": "blows through",
  "pad-on-chip": "lies on",
  "pad-under": "is under",
};

/** What the overlap says belongs together, to be overruled where it is not so. */
export function Links({
  map,
  layout,
  part,
  onChange,
}: {
  map: CoolingMap;
  layout: Layout;
  part: Part;
  onChange: PropertiesGiven["onChange"];
}) {
  const own = map.links.filter((l) => l.a === part.id || l.b === part.id);
  const denied = layout.links.filter((l) => !l.is && (l.a === part.id || l.b === part.id));
  if (own.length === 0 && denied.length === 0) return null;
  const label = (id: string) => {
    const p = map.part(id);
    return p ? p.tag || partName(p) : "a part that is gone";
  };
  const tell = (a: string, b: string, is: boolean | null) =>
    onChange(
      {
        ...layout,
        links: [
          ...layout.links.filter((l) => !((l.a === a && l.b === b) || (l.a === b && l.b === a))),
          ...(is === null ? [] : [{ a, b, is }]),
        ],
      },
      `Link of ${label(a)} and ${label(b)}`,
    );
  return (
    <section aria-label="What it belongs to">
      <h3 className="border-t border-line pt-2 text-body font-strong">Belongs together</h3>
      <ul>
        {own.map((l) => (
          <li key={`${l.a}-${l.b}-${l.kind}`} className="flex min-h-11 items-center justify-between gap-2 text-body">
            <span>
              {label(l.a)} {LINK_WORDS[l.kind]} {label(l.b)}
              {l.by === "told" ? <span className="text-ink-2">, told</span> : null}
            </span>
            <button
              type="button"
              className="link min-h-11 px-1"
              onClick={() => tell(l.a, l.b, l.by === "told" ? null : false)}
            >
              Not so
            </button>
          </li>
        ))}
        {denied.map((l) => (
          <li key={`${l.a}-${l.b}`} className="flex min-h-11 items-center justify-between gap-2 text-body text-ink-2">
            <span>
              {label(l.a)} and {label(l.b)}: not linked, told
            </span>
            <button type="button" className="link min-h-11 px-1" onClick={() => tell(l.a, l.b, null)}>
              As drawn
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
