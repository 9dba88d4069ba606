import { ChevronLeft, ChevronRight } from "lucide-react";
import Link from "next/link";

const STEP = "inline-flex min-h-11 items-center gap-1 rounded-control px-3 hover:bg-plane";

/** The way through a long list, page by page; nothing where one page holds it all. */
export function Pages({ shown, of, href }: { shown: number; of: number; href: (page: number) => string }) {
  if (of <= 1) return null;
  return (
    <nav aria-label="Pages" className="mt-4 flex items-center gap-3 border-t-[1.5px] border-line pt-3 text-body">
      {shown > 1 ? (
        <Link prefetch={false} href={href(shown - 1)} rel="prev" className={STEP}>
          <ChevronLeft aria-hidden size={18} /> Back
        </Link>
      ) : null}
      <span className="num text-ink-2">
        Page {shown.toLocaleString("en")} of {of.toLocaleString("en")}
      </span>
      {shown < of ? (
        <Link prefetch={false} href={href(shown + 1)} rel="next" className={STEP}>
          Further <ChevronRight aria-hidden size={18} />
        </Link>
      ) : null}
    </nav>
  );
}
