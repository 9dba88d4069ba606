import Link from "next/link";
import type { ReactNode } from "react";
import { KeySheet } from "./KeySheet";
import { Mark } from "./Mark";
import { ThemeSwitch } from "./ThemeSwitch";

/** The bar on top of every page: the way home, what is shown, facts, keys. */
export function TopBar({
  title,
  note,
  children,
  wide = false,
}: {
  title: ReactNode;
  note?: ReactNode;
  children?: ReactNode;
  wide?: boolean;
}) {
  return (
    <header className="flex h-14 items-center gap-4 border-b-[1.5px] border-line bg-sheet pr-4">
      <Link
        prefetch={false}
        href="/"
        aria-label="Ovrant, to the bench"
        className={`flex h-full shrink-0 items-center gap-2.5 pl-5 text-title font-strong ${
          wide ? "w-47.5 lg:pl-10" : "w-15 xl:w-41.5"
        }`}
      >
        <Mark />
        <span className={wide ? "" : "hidden xl:inline"}>Ovrant</span>
      </Link>
      <div className="flex min-w-0 flex-1 items-baseline gap-3 pl-1">
        <div className="truncate text-title font-bold">{title}</div>
        {note ? <div className="truncate text-lead text-ink-2">{note}</div> : null}
      </div>
      <div className="flex shrink-0 items-center gap-2">
        {children}
        <ThemeSwitch />
        <KeySheet />
      </div>
    </header>
  );
}
