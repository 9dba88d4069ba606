import Link from "next/link";
import type { ReactNode } from "react";
import { KeySheet } from "./KeySheet";
import { Mark } from "./Mark";
import { Places, type Place } from "./Places";
import { ThemeSwitch } from "./ThemeSwitch";
import { WhoPicker } from "./WhoPicker";

/** The bar on top of every page: the way home, what is shown, facts, keys. */
export function TopBar({
  title,
  note,
  children,
  wide = false,
  here,
}: {
  title: ReactNode;
  note?: ReactNode;
  children?: ReactNode;
  wide?: boolean;
  /** The place this page is, where it is one. */
  here?: Place;
}) {
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-4 border-b-[1.5px] border-line bg-sheet pr-2 sm:pr-4">
      <Link
        prefetch={false}
        href="/"
        aria-label="Ovrant, to the bench"
        className={`flex h-14 shrink-0 items-center gap-2.5 pl-5 text-title font-strong ${
          wide ? "w-35 sm:w-47.5 lg:pl-10" : "w-15 xl:w-41.5"
        }`}
      >
        <Mark />
        <span className={wide ? "" : "hidden xl:inline"}>Ovrant</span>
      </Link>
      <div className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-3 pl-1 sm:flex-nowrap">
        <div className="truncate text-title font-bold">{title}</div>
        {note ? <div className="truncate text-lead text-ink-2">{note}</div> : null}
      </div>
      <div className="ml-auto flex flex-wrap items-center justify-end gap-x-2">
        <Places here={here} wide={wide} />
        {children}
        <WhoPicker />
        <ThemeSwitch />
        <KeySheet />
      </div>
    </header>
  );
}
