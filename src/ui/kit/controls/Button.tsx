import Link from "next/link";
import type { ReactNode } from "react";

type Look = "main" | "plain" | "quiet";

const LOOKS: Record<Look, string> = {
  main: "bg-copper text-on-copper border-transparent hover:brightness-110",
  plain: "bg-sheet text-ink border-ink hover:bg-plane",
  quiet: "bg-sheet text-ink border-line hover:border-ink-3",
};

interface Common {
  look?: Look;
  keyCap?: string;
  big?: boolean;
  children: ReactNode;
  className?: string;
}

const shape = (look: Look, big: boolean, extra: string) =>
  "inline-flex items-center justify-center gap-2.5 rounded-control border-2 font-medium sm:whitespace-nowrap " +
  `transition-[filter,background-color] disabled:opacity-55 ${
    big ? "min-h-15 px-6 text-sub" : "min-h-12 px-5 " + "text-lead"
  } ${LOOKS[look]} ${extra}`;

/** A key as printed on its cap; decoration beside the words that name the act. */
export function KeyCap({ children, on = "sheet" }: { children: ReactNode; on?: "sheet" | "copper" }) {
  return (
    <kbd
      aria-hidden
      className={`num rounded-tight border-[1.5px] border-b-[3px] px-1.5 text-tag leading-4.75 font-strong
        ${on === "copper" ? "border-on-copper/60 text-on-copper" : "border-ink-3 text-ink-2"}`}
    >
      {children}
    </kbd>
  );
}

export function Button({
  look = "quiet",
  keyCap,
  big = false,
  children,
  className = "",
  ...rest
}: Common & React.ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button type="button" className={shape(look, big, className)} {...rest}>
      {children}
      {keyCap ? <KeyCap on={look === "main" ? "copper" : "sheet"}>{keyCap}</KeyCap> : null}
    </button>
  );
}

export function LinkButton({
  look = "quiet",
  keyCap,
  big = false,
  children,
  className = "",
  href,
}: Common & { href: string }) {
  return (
    <Link prefetch={false} href={href} className={shape(look, big, className)}>
      {children}
      {keyCap ? <KeyCap on={look === "main" ? "copper" : "sheet"}>{keyCap}</KeyCap> : null}
    </Link>
  );
}
