"use client";
import { TriangleAlert } from "lucide-react";
import type { Role } from "@/core/log";
import { KeyCap } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";
import type { ColumnView } from "@/workers/logSession";

const ANSWERS: readonly [Role, string][] = [
  ["drive.temperature", "Drive"],
  ["case.temperature", "Case air"],
  ["room.temperature", "Room"],
  ["cpu.temperature", "Processor"],
  ["gpu.temperature", "Graphics"],
  ["none", "Leave out"],
];

/** One question at a time, with what the numbers say. Unanswered never blocks. */
export function Ask({ column, onChoose }: { column: ColumnView; onChoose: (role: Role) => void }) {
  useKeys(Object.fromEntries(ANSWERS.map(([role], i) => [String(i + 1), () => onChoose(role)])));
  return (
    <section className="caution-band px-5 py-4" aria-label="Question about a column">
      <h2 className="flex items-center gap-2.5 text-title font-bold">
        <TriangleAlert aria-hidden size={21} strokeWidth={1.9} /> What is{" "}
        <span className="num min-w-0 truncate">{column.heading}</span>?
      </h2>
      <p className="mt-1.5 text-body">{column.evidence}</p>
      <div className="mt-3 grid grid-cols-3 gap-2">
        {ANSWERS.map(([role, name], i) => (
          <button
            key={role}
            type="button"
            onClick={() => onChoose(role)}
            className="flex min-h-12 items-center justify-center gap-1.5 rounded-control border-2 border-ink
              bg-sheet px-1 text-body font-strong text-ink hover:bg-plane"
          >
            {name} <KeyCap>{i + 1}</KeyCap>
          </button>
        ))}
      </div>
      <p className="mt-2 text-note">Asked once, then kept for this header.</p>
    </section>
  );
}
