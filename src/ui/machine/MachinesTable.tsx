"use client";
import { format, parseISO } from "date-fns";
import Link from "next/link";
import type { Machine } from "@/core/job";
import { Table, type TableColumn } from "@/ui/controls/Table";
import { BaseOutline } from "@/ui/underside/BaseOutline";

export interface MachineRow {
  machine: Machine;
  /** How its last job stands, in words. */
  stands: string;
  complaint: string;
}

const COLUMNS: readonly TableColumn<MachineRow>[] = [
  {
    key: "picture",
    heading: "Picture",
    silent: true,
    className: "hidden w-34 sm:table-cell",
    cell: (r) => (
      <span className="grid w-28 place-items-center">
        <BaseOutline form={r.machine.form} pxPerMm={0.26} />
      </span>
    ),
  },
  {
    key: "tag",
    heading: "Tag",
    by: (r) => r.machine.tag,
    className: "w-24 align-middle",
    cell: (r) => (
      <Link
        prefetch={false}
        href={`/machines/${r.machine.id}`}
        aria-label={`${r.machine.tag} ${r.machine.model}`}
        className="num text-body font-strong after:absolute after:inset-0"
      >
        {r.machine.tag}
      </Link>
    ),
  },
  {
    key: "model",
    heading: "Machine",
    by: (r) => `${r.machine.model} ${r.machine.place}`,
    className: "sm:w-68",
    cell: (r) => (
      <>
        <span className="block text-sub font-strong">{r.machine.model}</span>
        <span className="block text-body text-ink-2">{r.machine.place}</span>
      </>
    ),
  },
  {
    key: "stands",
    heading: "How it stands",
    by: (r) => r.stands,
    className: "hidden max-w-0 sm:table-cell",
    cell: (r) => (
      <>
        <span className="block text-lead font-medium">{r.stands}</span>
        <span className="block truncate text-body text-ink-2">{r.complaint}</span>
      </>
    ),
  },
  {
    key: "due",
    heading: "Due",
    by: (r) => r.machine.dueOn ?? "9999",
    className: "hidden w-34 text-right text-body text-ink-2 sm:table-cell",
    cell: (r) => (r.machine.dueOn ? `due ${format(parseISO(r.machine.dueOn), "d MMM yyyy")}` : ""),
  },
];

/** Every machine of the workshop, sorted by what is asked. */
export function MachinesTable({ rows }: { rows: readonly MachineRow[] }) {
  return (
    <Table
      caption="All machines"
      rows={rows}
      columns={COLUMNS}
      rowKey={(r) => String(r.machine.id)}
      start={{ key: "tag", down: false }}
      rowClassName="relative h-23 border-b-[1.5px] border-line hover:bg-plane"
    />
  );
}
