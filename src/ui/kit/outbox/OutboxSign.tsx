"use client";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { CloudOff, TriangleAlert } from "lucide-react";
import { useEffect, useState } from "react";
import { words } from "@/core/base/words";
import { Button } from "@/ui/kit/controls/Button";
import { allOnDevice, deliver, dropRefused, isOurs, onOutboxChange, type RefusedEntry } from "./outbox";

const RETRY_MS = 5000;

/** On every page: what is done but has not reached the server, sent from wherever one is; and what was refused. */
export function OutboxSign() {
  const [waiting, setWaiting] = useState(0);
  const [others, setOthers] = useState<string[]>([]);
  const [refused, setRefused] = useState<RefusedEntry[]>([]);
  useEffect(() => {
    let gone = false;
    const look = async () => {
      const here = await allOnDevice();
      if (gone) return;
      setWaiting(here.waiting.length);
      setRefused(here.refused);
      setOthers([...new Set(here.waiting.filter((e) => !isOurs(e)).map((e) => e.who ?? ""))]);
    };
    const send = async () => {
      const { waiting: mine } = await allOnDevice();
      for (const jobId of new Set(mine.filter(isOurs).map((e) => e.jobId))) await deliver(jobId);
    };
    const all = () => void send().then(look, () => undefined);
    const seen = () => void look().catch(() => undefined);
    all();
    const retry = setInterval(all, RETRY_MS);
    const ends = onOutboxChange(seen);
    window.addEventListener("online", all);
    return () => {
      gone = true;
      clearInterval(retry);
      ends();
      window.removeEventListener("online", all);
    };
  }, []);
  if (waiting === 0 && refused.length === 0) return null;
  const label =
    words.counted(waiting, "step") + " not sent yet" + (refused.length ? `, ${refused.length} refused` : "");
  return (
    <Popover className="fixed bottom-3 left-3 z-40 print:hidden">
      <PopoverButton
        className="flex min-h-11 items-center gap-2 rounded-control border-2 border-caution bg-sheet px-3 text-body
          text-caution-ink"
        aria-label={label}
      >
        {refused.length ? <TriangleAlert aria-hidden size={19} /> : <CloudOff aria-hidden size={19} />}
        <span className="num">{waiting + refused.length}</span>
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: "top start", gap: 4, padding: 8 }}
        className="z-60 w-80 border-2 border-ink bg-sheet p-4 text-body text-ink shadow-lg"
      >
        {waiting ? (
          <p>
            {words.counted(waiting, "step")} {words.agreeing(waiting, "waits", "wait")} on this device and{" "}
            {words.agreeing(waiting, "is", "are")} sent as soon as the server answers.
          </p>
        ) : null}
        {others.length ? (
          <p className="mt-2">
            What {others.join(", ")} did is sent once {others.length > 1 ? "they sign" : "that tag signs"} in here.
          </p>
        ) : null}
        {refused.map((r) => (
          <p key={r.id} className="mt-2">
            <b className="font-strong">Refused, {r.step}:</b> {r.why}
          </p>
        ))}
        {refused.length ? (
          <Button className="mt-3" onClick={() => void dropRefused(refused.map((r) => r.id))}>
            Drop what was refused
          </Button>
        ) : null}
      </PopoverPanel>
    </Popover>
  );
}
