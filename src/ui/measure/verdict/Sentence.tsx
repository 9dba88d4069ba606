import type { SentencePart } from "@/core/measure/says";

/** A sentence of the judge: a path in its own colour, figures set strong. */
export function Sentence({ parts }: { parts: readonly SentencePart[] }) {
  return parts.map((p, i) => (
    <span
      key={i}
      className={`${p.path === "contact" ? "text-paste" : p.path === "airflow" ? "text-air" : ""}
        ${p.strong ? "num text-[0.95em] font-bold" : p.path ? "font-strong" : ""}`}
    >
      {p.text}
    </span>
  ));
}
