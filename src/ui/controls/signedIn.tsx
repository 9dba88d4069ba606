"use client";
import { Lock } from "lucide-react";
import Link from "next/link";
import { createContext, useContext, useEffect, type ReactNode } from "react";
import type { Role } from "@/core/trust";
import { send } from "./send";
import { setWhoWorks } from "./who";

/** Who is at this bench, as the server told it. */
export interface SignedInNow {
  as: "local" | "none" | "bench" | "person";
  person: string | null;
  role: Role | null;
}

const Here = createContext<SignedInNow>({ as: "local", person: null, role: null });

export const useSignedIn = (): SignedInNow => useContext(Here);

/** Untouched for so long the bench locks itself, ms; the server does so by itself too. */
const IDLE_MS = 10 * 60_000;
const LOOK_MS = 5_000;

/** Locks this bench; what was open is where its person goes on. */
export async function lockBench(): Promise<void> {
  await send("POST", "/api/trust/lock", {});
  const back = window.location.pathname;
  window.location.assign(back === "/" ? "/locked" : `/locked?back=${encodeURIComponent(back)}`);
}

/** Keeps who is signed in, and locks the bench when nobody touched it for ten minutes. */
export function SignedIn({ value, children }: { value: SignedInNow; children: ReactNode }) {
  const { as, person } = value;
  useEffect(() => {
    if (as !== "person") return;
    setWhoWorks(person ?? "");
    let last = Date.now();
    const touched = () => (last = Date.now());
    const events = ["pointerdown", "keydown", "wheel", "touchstart"] as const;
    for (const e of events) window.addEventListener(e, touched, { passive: true });
    const look = setInterval(() => {
      if (Date.now() - last > IDLE_MS) void lockBench();
    }, LOOK_MS);
    return () => {
      clearInterval(look);
      for (const e of events) window.removeEventListener(e, touched);
    };
  }, [as, person]);
  return <Here.Provider value={value}>{children}</Here.Provider>;
}

/** Who is signed in, with the way to their own PIN and the way out. */
export function LockButton({ person }: { person: string }) {
  return (
    <span className="flex items-center">
      <Link
        prefetch={false}
        href="/pin"
        aria-label={`${person}: change my PIN`}
        title="Change my PIN"
        className="num grid min-h-11 min-w-11 place-items-center rounded-control text-body font-strong text-ink-2
          hover:bg-plane"
      >
        {person}
      </Link>
      <button
        type="button"
        onClick={() => void lockBench()}
        aria-label={`${person} works here: lock this bench`}
        title="Lock this bench"
        className="grid size-11 place-items-center rounded-control text-ink-2 hover:bg-plane"
      >
        <Lock aria-hidden size={18} strokeWidth={1.8} />
      </button>
    </span>
  );
}
