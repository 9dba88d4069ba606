"use client";
import { useLayoutEffect, useRef, useState } from "react";
import type { Problem } from "@/core/base/result";
import { ROLE_WORDS, type Tag } from "@/core/workshop/trust";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button } from "@/ui/kit/controls/Button";

/** Digits of a PIN. */
const DIGITS = 4;
const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9"] as const;

/** Opens for a tag and its PIN; a problem where it does not. */
type Open = (tag: Tag, pin: string) => Promise<Problem | null>;

/** The PIN of the tag that was taken: screw holes that fill; it opens at the fourth digit. */
export function PinPad({ tag, open }: { tag: Tag | null; open: Open }) {
  return (
    <section aria-label="PIN" className="flex flex-col border-line bg-sheet px-4 py-6 sm:px-7 lg:border-l-[1.5px]">
      {tag ? <Pad key={tag.id} tag={tag} open={open} /> : <NoTag />}
    </section>
  );
}

const NoTag = () => (
  <>
    <h2 className="text-title font-bold">Take your tag first</h2>
    <p className="mt-2 text-lead text-ink-2">By its key, or with a finger. Then your PIN opens this bench.</p>
  </>
);

function Pad({ tag, open }: { tag: Tag; open: Open }) {
  const { pin, problem, busy, digit, undo } = usePin(tag, open);
  return (
    <>
      <h2 className="flex items-baseline justify-between text-title font-bold">
        {tag.initials}, your PIN <span className="text-lead font-regular text-ink-2">{ROLE_WORDS[tag.role].name}</span>
      </h2>
      <div className="mt-4 flex items-center gap-3 sm:gap-5">
        <p role="status" className="flex flex-1 gap-2 sm:gap-5" aria-label={`${pin.length} digits given`}>
          {Array.from({ length: DIGITS }, (_, i) => (
            <Hole key={i} filled={i < pin.length} next={i === pin.length} />
          ))}
        </p>
        <Button onClick={undo} disabled={busy || pin.length === 0}>
          Back
        </Button>
      </div>
      <div className="mt-5 grid grid-cols-3 gap-2.5">
        {KEYS.map((k) => (
          <Digit key={k} onPress={() => digit(k)} disabled={busy}>
            {k}
          </Digit>
        ))}
        <p className="self-center text-note text-ink-2">Forgot it: ask a technician</p>
        <Digit onPress={() => digit("0")} disabled={busy}>
          0
        </Digit>
      </div>
      <div className="mt-4 min-h-16">
        {problem ? (
          <CautionBand role="alert">
            {problem.message} {problem.action}
          </CautionBand>
        ) : (
          <p className="text-note text-ink-2">
            Opens at the fourth digit, where {tag.initials} left off. Wrong five times, this tag rests; the others do
            not.
          </p>
        )}
      </div>
    </>
  );
}

/** Digits as they come by finger or key: what is given stands at once, however late the page shows it. */
function usePin(tag: Tag, open: Open) {
  const [pin, setPin] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const given = useRef({ pin: "", busy: false });
  const stands = (digits: string, waits: boolean) => {
    given.current = { pin: digits, busy: waits };
    setPin(digits);
    setBusy(waits);
  };
  const give = async (digits: string) => {
    const refused = await open(tag, digits);
    if (!refused) return;
    stands("", false);
    setProblem(refused);
  };
  const digit = (d: string) => {
    const now = given.current;
    if (now.busy || now.pin.length >= DIGITS) return;
    const next = now.pin + d;
    const whole = next.length === DIGITS;
    stands(next, whole);
    setProblem(null);
    if (whole) void give(next);
  };
  const undo = () => {
    if (!given.current.busy) stands(given.current.pin.slice(0, -1), false);
  };
  // keys count from the moment the pad is shown
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.altKey || e.metaKey) return;
      if (/^\d$/.test(e.key)) digit(e.key);
      else if (e.key === "Backspace") undo();
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  return { pin, problem, busy, digit, undo };
}

function Digit({ onPress, disabled, children }: { onPress: () => void; disabled: boolean; children: string }) {
  return (
    <button
      type="button"
      disabled={disabled}
      onClick={onPress}
      className="num min-h-19 rounded-control border-2 border-line bg-sheet text-step font-bold hover:border-ink-3
        disabled:opacity-55"
    >
      {children}
    </button>
  );
}

/** A screw hole; filled by its screw, and ringed where the next digit goes. */
function Hole({ filled, next }: { filled: boolean; next: boolean }) {
  return (
    <svg aria-hidden viewBox="0 0 44 44" className="size-10 sm:size-11">
      <circle cx={22} cy={22} r={18} fill="var(--d-al2)" stroke="var(--d-ink)" strokeWidth={1.6} />
      {filled ? (
        <path d="M13 22h18M22 13v18" stroke="var(--d-ink)" strokeWidth={2.4} />
      ) : (
        <circle cx={22} cy={22} r={9} fill="var(--d-we1)" />
      )}
      {next ? <circle cx={22} cy={22} r={20.5} fill="none" stroke="var(--copper)" strokeWidth={2.6} /> : null}
    </svg>
  );
}
