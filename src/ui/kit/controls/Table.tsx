"use client";
import {
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
  type ColumnDef,
  type RowData,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import type { ReactNode } from "react";

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
});

export interface TableColumn<T> {
  key: string;
  /** Heads the column; hidden from the eye where the cells speak for themselves. */
  heading: string;
  silent?: boolean;
  /** What rows are put in order by; a column without it cannot be sorted. */
  by?: (row: T) => string | number;
  cell: (row: T) => ReactNode;
  className?: string;
}

interface Props<T> {
  caption: string;
  rows: readonly T[];
  columns: readonly TableColumn<T>[];
  rowKey: (row: T) => string;
  /** The column the rows come sorted by. */
  start?: { key: string; down: boolean };
  rowClassName?: string;
}

/** Rows under headings that sort them; nothing is drawn but what the columns draw. */
export function Table<T extends RowData>({ caption, rows, columns, rowKey, start, rowClassName = "" }: Props<T>) {
  const table = useTable({
    features,
    data: rows,
    columns: columns.map((c): ColumnDef<typeof features, T> => ({
      id: c.key,
      accessorFn: (row: T) => c.by?.(row) ?? "",
      enableSorting: c.by !== undefined,
      sortFn: "alphanumeric",
    })),
    getRowId: rowKey,
    initialState: start ? { sorting: [{ id: start.key, desc: start.down }] } : {},
  });
  return (
    <table className="w-full border-collapse text-left">
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr>
          {columns.map((c) => (
            <Heading key={c.key} column={c} sort={sortOf(table.getColumn(c.key))} />
          ))}
        </tr>
      </thead>
      <tbody>
        {table.getRowModel().rows.map((row) => (
          <tr key={row.id} className={rowClassName}>
            {columns.map((c) => (
              <td key={c.key} className={c.className}>
                {c.cell(row.original)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface Sort {
  is: "asc" | "desc" | false;
  toggle: () => void;
}

const sortOf = (
  column: { getIsSorted: () => "asc" | "desc" | false; toggleSorting: () => void } | undefined,
): Sort => ({ is: column?.getIsSorted() ?? false, toggle: () => column?.toggleSorting() });

function Heading<T>({ column, sort }: { column: TableColumn<T>; sort: Sort }) {
  if (!column.by)
    return (
      <th scope="col" className={`pb-1 text-note font-regular text-ink-2 ${column.className ?? ""}`}>
        <span className={column.silent ? "sr-only" : ""}>{column.heading}</span>
      </th>
    );
  const Arrow = sort.is === "desc" ? ArrowDown : ArrowUp;
  return (
    <th
      scope="col"
      aria-sort={sort.is === "asc" ? "ascending" : sort.is === "desc" ? "descending" : "none"}
      className={`pb-1 text-note font-regular text-ink-2 ${column.className ?? ""}`}
    >
      <button type="button" onClick={sort.toggle} className="inline-flex min-h-11 items-center gap-1 hover:underline">
        {column.heading}
        <Arrow aria-hidden size={14} className={sort.is ? "" : "invisible"} />
      </button>
    </th>
  );
}
