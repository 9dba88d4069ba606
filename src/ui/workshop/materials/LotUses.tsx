"use client";
import { useState } from "react";
import { amountWords, leftOf, type Lot } from "@/core/workshop/stock";
import { useAsked } from "@/ui/kit/controls/asked";
import { Table, type TableColumn } from "@/ui/kit/controls/Table";
import { When } from "@/ui/kit/controls/days";

/** What one job used of a lot on one day, and what was left of it then. */
interface Use {
  job: string;
  at: string;
  amount: number;
  left: number;
}

/** The last jobs that used a lot, asked for when it is opened. */
export function LotUses({ lot }: { lot: Lot }) {
  const [open, setOpen] = useState(false);
  const { value, problem } = useAsked<Omit<Use, "left">[]>(open ? `/api/lots/${lot.id}/uses` : null);
  return (
    <details className="text-note" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="flex min-h-8 cursor-pointer items-center text-ink-2">Used by</summary>
      {problem ? <p className="text-caution-ink">{`${problem.message} ${problem.action}`}</p> : null}
      {value ? (
        <Table
          caption={`What each job used of ${lot.name}`}
          rows={withLeft(lot, value)}
          columns={columnsOf(lot.kind)}
          rowKey={(u) => `${u.job}${u.at}`}
          start={{ key: "at", down: true }}
          rowClassName="border-t border-line-2"
        />
      ) : (
        <p className="min-h-8 text-ink-2">{open && !problem ? "Looking it up" : ""}</p>
      )}
    </details>
  );
}

/** Uses, newest first, with what was left after each: counted back from what is left now. */
function withLeft(lot: Lot, uses: readonly Omit<Use, "left">[]): Use[] {
  let left = leftOf(lot);
  return uses.map((u) => {
    const own = { ...u, left };
    left += u.amount;
    return own;
  });
}

const columnsOf = (kind: Lot["kind"]): readonly TableColumn<Use>[] => [
  { key: "job", heading: "Job", by: (u) => u.job, cell: (u) => u.job },
  { key: "at", heading: "On", by: (u) => u.at, cell: (u) => <When at={u.at} /> },
  {
    key: "used",
    heading: "Used",
    by: (u) => u.amount,
    className: "num text-right",
    cell: (u) => amountWords(kind, u.amount),
  },
  {
    key: "left",
    heading: "Left",
    by: (u) => u.left,
    className: "num text-right",
    cell: (u) => amountWords(kind, Math.max(0, u.left)),
  },
];
