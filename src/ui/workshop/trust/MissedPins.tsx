"use client";
import { words } from "@/core/base/words";
import type { Missed } from "@/core/workshop/trust";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button, LinkButton } from "@/ui/kit/controls/Button";

interface Props {
  initials: string;
  missed: Missed;
  onGo: () => void;
}

/** Wrong PINs given for a tag while its owner was away: told before the bench opens, once. */
export function MissedPins({ initials, missed, onGo }: Props) {
  const { count, lastMs, bench } = missed;
  const at = new Date(lastMs).toLocaleString("en-GB", {
    day: "numeric",
    month: "long",
    hour: "2-digit",
    minute: "2-digit",
  });
  return (
    <section
      aria-label="Wrong PINs"
      className="flex flex-col gap-4 border-line bg-sheet px-4 py-6 sm:px-7 lg:border-l-[1.5px]"
    >
      <h2 className="text-title font-bold">{initials}, was that you?</h2>
      <CautionBand role="alert">
        {words.counted(count, "wrong PIN")} {words.agreeing(count, "was", "were")} given for your tag since you signed
        in last, the last {bench ? `at ${bench}, ` : ""}
        {at}.
      </CautionBand>
      <p className="text-body text-ink-2">
        If it was not you, set another PIN, and tell a technician: every one stands in the audit with its bench.
      </p>
      <Button look="main" big keyCap="Enter" autoFocus onClick={onGo}>
        It was me: go on
      </Button>
      <LinkButton href="/pin">Set another PIN</LinkButton>
    </section>
  );
}
