"use client";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { words } from "@/core/base/words";
import { Progress } from "../../kit/controls/Progress";

interface Props {
  /** How many jobs stand otherwise than lists show, and how many jobs there are. */
  left: number;
  all: number;
}

/** So often it is looked how far it is, ms. */
const LOOK_MS = 2_000;

/** Whether lists are up to date: after an update how every job stands is worked out anew, beside the work. */
export function ListsState({ left, all }: Props) {
  const router = useRouter();
  const goes = left > 0;
  useEffect(() => {
    if (!goes) return;
    const clock = setInterval(() => {
      if (document.visibilityState === "visible") router.refresh();
    }, LOOK_MS);
    return () => clearInterval(clock);
  }, [goes, router]);
  return (
    <section aria-labelledby="lists" className="mt-10 max-w-160">
      <h2 id="lists" className="text-title font-bold">
        What lists show
      </h2>
      {goes ? (
        <>
          <p className="mt-1 mb-3 text-lead text-ink-2">
            How {words.counted(left, "job")} {words.agreeing(left, "stands", "stand")} is being worked out. It goes on
            beside the work: until then lists show what was last known, with a mark.
          </p>
          <Progress label="Bringing lists up to date" share={all === 0 ? null : 1 - left / all} />
        </>
      ) : (
        <p className="mt-1 text-lead text-ink-2">
          {all === 0
            ? "No job was taken in yet."
            : `Bench, rack and search are up to date with all jobs (${all.toLocaleString("en")}).`}
        </p>
      )}
    </section>
  );
}
