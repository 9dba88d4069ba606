import type { MapWord } from "@/core/drawing/cooling";

/** The sentence of a drawing with its figures strong. */
export function MapWords({ words }: { words: readonly MapWord[] }) {
  return (
    <>
      {words.map((w, i) =>
        w.strong ? (
          <b key={i} className="text-[1.12em] font-heavy">
            {w.text}
          </b>
        ) : (
          <span key={i}>{w.text}</span>
        ),
      )}
    </>
  );
}
