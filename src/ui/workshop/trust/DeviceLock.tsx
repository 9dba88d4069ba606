"use client";
import { useEffect, useState } from "react";
import useSWR from "swr";
import type { Tag } from "@/core/workshop/trust";
import { openHere } from "@/ui/kit/controls/deviceLock";
import { send } from "@/ui/kit/controls/send";
import { lockedPath } from "@/ui/kit/controls/stillIn";
import { setWhoWorks } from "@/ui/kit/controls/who";
import { BenchBar } from "./BenchBar";
import { savedTags, opensHere } from "./deviceTags";
import { PinPad } from "./PinPad";
import { TagRack } from "./TagRack";

const LOOK_MS = 5_000;

/**
 * The locked bench while the server does not answer: this device asks for the PIN itself, for those who signed in on it
 * before. As soon as the server answers, it is asked instead.
 */
export function DeviceLock() {
  const [picked, setPicked] = useState<Tag | null>(null);
  const { data: tags, mutate } = useSWR("device-tags", () => savedTags());
  useEffect(() => {
    const look = setInterval(() => {
      void send("GET", "/api/trust/going").then((sent) => {
        if (sent.ok || sent.problem.code !== "unreachable")
          window.location.assign(lockedPath(window.location.pathname));
      });
    }, LOOK_MS);
    return () => clearInterval(look);
  }, []);
  const open = async (tag: Tag, pin: string) => {
    const opened = await opensHere(tag.id, pin);
    await mutate();
    if (!opened.ok) return opened.problem;
    setWhoWorks(opened.value.initials);
    openHere({ person: opened.value.initials, role: tag.role });
    return null;
  };
  return (
    <div className="flex min-h-dvh flex-col">
      <BenchBar
        title="This bench"
        note="without the server"
        right={<span className="text-body text-ink-2">Locked</span>}
      />
      <main className="flex flex-1 flex-col">
        <h1 className="border-b-[1.5px] border-line bg-sheet px-4 py-4 text-step leading-9.5 font-bold sm:px-10">
          Who is at the bench? <span className="font-regular text-ink-2">The server does not answer.</span>
        </h1>
        <div className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_minmax(20rem,28.75rem)]">
          <div className="flex min-w-0 flex-col">
            {tags ? <TagRack tags={tags} picked={picked} onPick={setPicked} none={NONE} /> : null}
            <section
              aria-labelledby="apart"
              className="flex-1 border-t-[1.5px] border-line bg-sheet px-4 py-5 sm:px-10"
            >
              <h2 id="apart" className="text-lead font-strong">
                What goes on meanwhile
              </h2>
              <ul className="mt-2 grid max-w-160 gap-2 text-lead text-ink-2">
                <li>This device asks for the PIN itself, of tags that were signed in on it before.</li>
                <li>Steps are kept here in the name of who opened it, and sent once that person signs in again.</li>
                <li>
                  A load is not stopped from here now: it rests by itself when it hears nothing of the server. On the
                  laptop, its load page has a Stop of its own.
                </li>
              </ul>
            </section>
          </div>
          <PinPad tag={picked} open={open} />
        </div>
      </main>
    </div>
  );
}

const NONE = "Nobody signed in on this device that it could open for. It opens with the server's next answer.";
