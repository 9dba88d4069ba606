"use client";
import { Lock } from "lucide-react";
import Link from "next/link";
import { createContext, useContext, useEffect, useMemo, useSyncExternalStore, type ReactNode } from "react";
import { ROLE_WORDS, type Role } from "@/core/workshop/trust";
import {
  IDLE_MS,
  isLockedHere,
  lockHere,
  onLockChange,
  openedHere,
  openHere,
  owesLock,
  setOwesLock,
  touchedHere,
  type OpenedAs,
} from "./deviceLock";
import { isCachedPage } from "./keptPage";
import { send } from "./send";
import { lockedPath, useStillIn } from "./stillIn";
import { setSignedInHere, setWhoWorks } from "./who";

/** Who is at this bench, as the server told it. */
export interface SignedInNow {
  as: "local" | "none" | "bench" | "person";
  person: string | null;
  role: Role | null;
}

const Here = createContext<SignedInNow>({ as: "local", person: null, role: null });

export const useSignedIn = (): SignedInNow => useContext(Here);

const LOOK_MS = 5_000;

/** Locks this bench; what was open is where its person goes on. Without the server this device locks by itself. */
export async function lockBench(): Promise<void> {
  lockHere();
  await lockOnServer();
}

/** Tells the server; what it could not be told is told once it answers, before anything else is done as that person. */
async function lockOnServer(): Promise<void> {
  const sent = await send("POST", "/api/trust/lock", {});
  const reached = sent.ok || sent.problem.code !== "unreachable";
  setOwesLock(!reached);
  if (!reached) return;
  window.location.assign(lockedPath(window.location.pathname));
}

interface Props {
  value: SignedInNow;
  /** What stands in place of the page while this device is locked and the server does not answer. */
  locked?: ReactNode;
  children: ReactNode;
}

/** Keeps who is signed in, and locks the bench when nobody touched it for ten minutes. */
export function SignedIn({ value, locked, children }: Props) {
  const { as, person } = value;
  const opened = useSyncExternalStore(onLockChange, openedHere, () => "");
  const shut = useSyncExternalStore(onLockChange, isLockedHere, () => false) && as === "person";
  useStillIn(as === "person" && !shut ? person : null);
  useEffect(() => {
    setSignedInHere(as === "person" ? person : null);
    if (as !== "person") return;
    // a page the server gave just now was given to somebody who is signed in
    if (!isCachedPage()) {
      if (owesLock()) return void lockBench();
      openHere(null);
      setWhoWorks(person ?? "");
    }
  }, [as, person]);
  useEffect(() => {
    if (as !== "person" || shut) return;
    let last = Date.now();
    let noted = 0;
    const touched = () => {
      last = Date.now();
      if (last - noted < LOOK_MS) return;
      noted = last;
      touchedHere();
    };
    const events = ["pointerdown", "keydown", "wheel", "touchstart"] as const;
    for (const e of events) window.addEventListener(e, touched, { passive: true });
    const look = setInterval(() => {
      if (Date.now() - last > IDLE_MS) void lockBench();
      else if (owesLock()) void lockOnServer();
    }, LOOK_MS);
    return () => {
      clearInterval(look);
      for (const e of events) window.removeEventListener(e, touched);
    };
  }, [as, shut]);
  const here = useMemo(
    () => (as === "person" && opened ? { ...value, ...(JSON.parse(opened) as OpenedAs) } : value),
    [as, opened, value],
  );
  return <Here.Provider value={here}>{shut && locked ? locked : children}</Here.Provider>;
}

/** Who is signed in, with the way to their own PIN and the way out. */
export function LockButton({ person }: { person: string }) {
  const { role } = useSignedIn();
  return (
    <span className="flex items-center">
      {role && role !== "technician" ? (
        <span title={ROLE_WORDS[role].may} className="hidden text-note text-ink-2 sm:inline">
          {ROLE_WORDS[role].name}
        </span>
      ) : null}
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
