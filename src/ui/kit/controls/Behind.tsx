"use client";
import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Stands beside what is not the newest: something of it is being worked out. */
export function BehindMark() {
  return (
    <span title="Newer work on it is being counted in" className="inline-flex items-center pl-1.5 align-middle">
      <svg aria-hidden width={12} height={12}>
        <circle cx={6} cy={6} r={4.6} fill="none" stroke="currentColor" strokeWidth={1.5} strokeDasharray="2.4 2.4" />
      </svg>
      <span className="sr-only">being brought up to date</span>
    </span>
  );
}

/** A page looks again after so long, ms, each time after twice that, so many times. */
const FIRST_MS = 700;
const MOST_LOOKS = 7;

/** Reads a page anew until nothing on it is behind, ever more seldom. */
export function Freshens({ behind }: { behind: boolean }) {
  const router = useRouter();
  useEffect(() => {
    if (!behind) return;
    let looks = 0;
    let clock: ReturnType<typeof setTimeout>;
    const wait = () => {
      clock = setTimeout(
        () => {
          router.refresh();
          if (++looks < MOST_LOOKS) wait();
        },
        FIRST_MS * 2 ** looks,
      );
    };
    wait();
    return () => clearTimeout(clock);
  }, [behind, router]);
  return null;
}
