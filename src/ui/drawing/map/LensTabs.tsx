"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { ReactNode } from "react";
import { KeyCap } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { stagePath } from "@/ui/kit/steps/paths";

/** "work" is the lens of the stage at hand. */
export type Lens = "map" | "heat" | "photos" | "work";

/** The lenses on one drawing. The position of a part never moves between them. */
export function LensTabs({ jobId, shown, heat, note }: { jobId: number; shown: Lens; heat: boolean; note: ReactNode }) {
  const router = useRouter();
  useKeys({
    m: () => router.push(stagePath(jobId, "map")),
    f: () => router.push(stagePath(jobId, "photos")),
    h: heat ? () => router.push(stagePath(jobId, "heat")) : undefined,
  });
  const tab = (lens: Lens, cap: string, name: string) => (
    <Link
      prefetch={false}
      href={stagePath(jobId, lens)}
      aria-current={shown === lens ? "page" : undefined}
      className={`flex min-h-12.5 items-center gap-2 border-b-[5px] px-3 text-lead
        ${shown === lens ? "border-copper-fill font-bold" : "border-transparent text-ink-2 hover:bg-plane"}`}
    >
      <KeyCap>{cap}</KeyCap> {name}
    </Link>
  );
  return (
    <div className="flex shrink-0 flex-wrap items-center border-b border-line bg-sheet px-2 sm:px-4">
      <nav aria-label="Lenses" className="flex flex-wrap gap-x-1">
        {shown === "work" ? (
          <span
            aria-current="page"
            className="flex min-h-12.5 items-center border-b-[5px] border-copper-fill px-3 text-lead font-bold"
          >
            This step
          </span>
        ) : null}
        {tab("map", "M", "Map")}
        {heat ? (
          tab("heat", "H", "Heat")
        ) : (
          <span className="flex min-h-12.5 items-center gap-2 px-3 text-lead text-ink-3" title="After the verdict">
            <KeyCap>H</KeyCap> Heat <span className="hidden text-tag sm:inline">after the verdict</span>
          </span>
        )}
        {tab("photos", "F", "Photos")}
      </nav>
      <span className="ml-auto truncate pl-3 text-body text-ink-2">{note}</span>
    </div>
  );
}
