"use client";
import { TriangleAlert } from "lucide-react";
import type { Role, DeclaredColumn } from "@/core/measure/log";
import { KeyCap } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { roleName } from "@/ui/measure/run/roles";
import type { ColumnView } from "@/workers/logSession";

interface Answer {
  name: string;
  told: DeclaredColumn;
}

const QUANTITIES: readonly [Role, string][] = [
  ["drive.temperature", "Drive"],
  ["case.temperature", "Case air"],
  ["room.temperature", "Room"],
  ["cpu.temperature", "Processor"],
  ["gpu.temperature", "Graphics"],
  ["none", "Leave out"],
];

/** What can be answered: which unit, where only that is not clear, else which quantity. */
function answersTo(column: ColumnView): Answer[] {
  if (!column.asks) return QUANTITIES.map(([role, name]) => ({ name, told: { role } }));
  return [
    ...column.asks.map((unit) => ({ name: unit, told: { role: column.role, unit } })),
    { name: "Leave out", told: { role: "none" } },
  ];
}

/** One question at a time, with what the numbers say. Unanswered never blocks. */
export function Ask({ column, onChoose }: { column: ColumnView; onChoose: (told: DeclaredColumn) => void }) {
  const answers = answersTo(column);
  useKeys(Object.fromEntries(answers.map(({ told }, i) => [String(i + 1), () => onChoose(told)])));
  return (
    <section className="caution-band px-5 py-4" aria-label="Question about a column">
      <h2 className="flex items-center gap-2.5 text-title font-bold">
        <TriangleAlert aria-hidden size={21} strokeWidth={1.9} className="shrink-0" />
        <span className="min-w-0">
          {column.asks ? "Which unit is" : "What is"} <span className="num wrap-anywhere">{column.heading}</span>
          {column.asks ? " in?" : "?"}
        </span>
      </h2>
      <p className="mt-1.5 text-body">{column.evidence}</p>
      <div className={`mt-3 grid gap-2 ${column.asks ? "grid-cols-[1fr_1fr_1.6fr]" : "grid-cols-3"}`}>
        {answers.map(({ name, told }, i) => (
          <button
            key={name}
            type="button"
            onClick={() => onChoose(told)}
            className="flex min-h-12 items-center justify-center gap-1.5 rounded-control border-2 border-ink
              bg-sheet px-1 text-body font-strong text-ink hover:bg-plane"
          >
            {name} <KeyCap>{i + 1}</KeyCap>
          </button>
        ))}
      </div>
      <p className="mt-2 text-note">
        {column.asks ? `Until you say so it is taken for ${roleName(column.role)} in ${column.asks[0] ?? ""}. ` : ""}
        Asked once, then kept for this header.
      </p>
    </section>
  );
}
