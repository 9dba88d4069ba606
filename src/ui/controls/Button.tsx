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
  `inline-flex items-center justify-center gap-2.5 rounded-[5px] border-2 font-[560] whitespace-nowrap transition-[filter,background-color] disabled:opacity-55 ${big ? "min-h-[60px] px-6 text-[19px]" : "min-h-[48px] px-5 text-[17px]"} ${LOOKS[look]} ${extra}`;

/** A key as printed on its cap; decoration beside the words that name the act. */
export function KeyCap({ children, on = "sheet" }: { children: ReactNode; on?: "sheet" | "copper" }) {
  return (
    <kbd
      aria-hidden
      className={`num rounded-[4px] border-[1.5px] border-b-[3px] px-1.5 text-[13.5px] leading-[19px] font-[600] ${on === "copper" ? "border-on-copper/60 text-on-copper" : "border-ink-3 text-ink-2"}`}
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
