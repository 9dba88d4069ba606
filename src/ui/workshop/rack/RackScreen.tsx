"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { RACK_WAYS, type RackView, type RackWay } from "@/core/workshop/job";
import { words } from "@/core/base/words";
import { KeyCap, LinkButton } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { Pages } from "@/ui/kit/controls/Pages";
import { SearchField } from "@/ui/kit/controls/SearchField";
import { stagePath } from "@/ui/kit/steps/paths";
import { Board } from "./Board";
import { rackHref } from "./href";
import { RackPanel } from "./RackPanel";
import { SavedFilters } from "./SavedFilters";
import { WholeRack } from "./WholeRack";

const WAY_WORDS: Record<RackWay, { name: string; key: string }> = {
  waits: { name: "What waits", key: "W" },
  model: { name: "Model", key: "M" },
  place: { name: "Place", key: "P" },
};

/** So many stand in a row of a shelf that is seen alone. */
const ROW = 5;

/** What is picked, and the keys of the rack. */
function useRack(view: RackView) {
  const router = useRouter();
  const machines = view.shelves.flatMap((s) => s.machines);
  const [picked, setPicked] = useState<number | null>(null);
  const own = machines.find((m) => m.machine.id === picked) ?? machines[0] ?? null;
  const step = (by: number) => {
    const at = machines.findIndex((m) => m.machine.id === own?.machine.id);
    const next = machines[at + by];
    if (!next) return;
    setPicked(next.machine.id);
    document.querySelector<HTMLElement>(`[data-machine="${next.machine.id}"]`)?.focus();
  };
  const { alone, way, word } = view;
  const [only] = view.shelves;
  const page = (n: number) => (alone && only && n >= 1 && n <= alone.pages ? { shelf: only.key, page: n } : null);
  const go = (to: Parameters<typeof rackHref>[0]) => router.push(rackHref(to));
  const turn = (by: number) => () => {
    const to = alone && page(alone.page + by);
    if (to) go({ way, word, ...to });
  };
  const boards = (from: string | null) => (from === null ? undefined : () => go({ way, word, from }));
  const open = own?.open;
  useKeys({
    ...Object.fromEntries(RACK_WAYS.map((w) => [WAY_WORDS[w].key.toLowerCase(), () => go({ way: w, word })])),
    n: () => router.push("/machines/new"),
    h: own ? () => router.push(`/machines/${own.machine.id}`) : undefined,
    j: boards(view.next),
    k: boards(view.back),
    PageDown: alone ? turn(1) : undefined,
    PageUp: alone ? turn(-1) : undefined,
    Escape: word || alone ? () => go({ way }) : undefined,
    ArrowRight: () => step(1),
    ArrowLeft: () => step(-1),
    ArrowDown: () => step(downFrom(view, own?.machine.id ?? 0, 1)),
    ArrowUp: () => step(downFrom(view, own?.machine.id ?? 0, -1)),
    Enter: open ? () => router.push(stagePath(open.jobId, open.at)) : undefined,
  });
  return { own, setPicked };
}

/** The rack: all machines on their shelves, the picked one told at the side. */
export function RackScreen({ view }: { view: RackView }) {
  const { own, setPicked } = useRack(view);
  const { alone, way, word } = view;
  const [only] = view.shelves;
  return (
    <main
      className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_260px]
        xl:grid-cols-[minmax(0,1fr)_290px]"
    >
      <div className="flex min-h-0 min-w-0 flex-col">
        <RackHead view={view} />
        <div
          className="mat relative min-h-0 min-w-0 flex-1 overflow-auto [--rack:0.7] xl:[--rack:0.97]"
          tabIndex={0}
          role="group"
          aria-label="Shelves"
        >
          {view.shelves.length === 0 ? (
            <BareBoards word={word} />
          ) : alone && only ? (
            <>
              {rows(only.machines, ROW).map((row, i) => (
                <Board
                  key={i}
                  shelf={{
                    ...only,
                    count: row.length,
                    machines: row,
                    name: i === 0 ? only.name : `${only.name}, row ${i + 1}`,
                  }}
                  href={rackHref({ way, word })}
                  picked={own?.machine.id ?? null}
                  onPick={setPicked}
                />
              ))}
              <div className="px-6 pb-3">
                <Pages
                  shown={alone.page}
                  of={alone.pages}
                  href={(n) => rackHref({ way, word, shelf: only.key, page: n })}
                />
              </div>
            </>
          ) : (
            view.shelves.map((s) => (
              <Board
                key={s.key}
                shelf={s}
                href={rackHref({ way, word, shelf: s.key })}
                picked={own?.machine.id ?? null}
                onPick={setPicked}
              />
            ))
          )}
        </div>
        <BoardSteps view={view} />
        <WholeRack letters={view.letters} href={(letter) => rackHref({ way: "place", from: letter })} />
      </div>
      {own ? <RackPanel key={own.machine.id} m={own} /> : null}
    </main>
  );
}

/** How many machines further the one below (or above) stands. */
function downFrom(view: RackView, id: number, by: 1 | -1): number {
  const lines =
    view.alone && view.shelves[0] ? rows(view.shelves[0].machines, ROW) : view.shelves.map((s) => s.machines);
  const line = lines.findIndex((l) => l.some((m) => m.machine.id === id));
  const [from, to] = [lines[line], lines[line + by]];
  if (!from || !to || to.length === 0) return 0;
  const at = from.findIndex((m) => m.machine.id === id);
  const there = Math.min(at, to.length - 1);
  return by === 1 ? from.length - at + there : -(at + to.length - there);
}

function rows<T>(all: readonly T[], each: number): T[][] {
  return Array.from({ length: Math.ceil(all.length / each) }, (_, i) => all.slice(i * each, (i + 1) * each));
}

/** How many need hands, the ways to sort the shelves, and the search. */
function RackHead({ view }: { view: RackView }) {
  const { total, way, word } = view;
  const { hands, verdict, held, late } = view.counts;
  const more = [
    verdict > 0 ? `${verdict.toLocaleString("en")} to be closed` : "",
    held > 0 ? `${held.toLocaleString("en")} on hold` : "",
    late > 0 ? `${late.toLocaleString("en")} late` : "",
  ].filter(Boolean);
  return (
    <div className="bg-sheet px-4 pt-4 sm:px-6">
      <h1 className="text-step leading-8.5 font-bold">
        {total === 0
          ? "No machine yet."
          : hands === 0
            ? `None of ${words.counted(total, "machine")} needs your hands.`
            : `${words.number(hands)} of ${words.number(total)} ` +
              `${words.agreeing(hands, "needs", "need")} your hands.`}{" "}
        {more.length > 0 ? <span className="font-regular text-ink-2">{words.listed(more)}.</span> : null}
      </h1>
      <div className="flex flex-wrap items-end justify-between gap-x-6">
        <nav aria-label="Shelves by" className="flex items-end gap-x-2">
          <span className="hidden pr-2 pb-3 text-body text-ink-2 md:inline">Shelves by</span>
          {RACK_WAYS.map((w) => (
            <Link
              key={w}
              prefetch={false}
              href={rackHref({ way: w, word })}
              aria-current={w === way ? "page" : undefined}
              className={`flex min-h-11 items-center gap-2 border-b-[5px] px-2 text-lead ${
                w === way ? "border-copper font-strong" : "border-transparent text-ink-2 hover:border-line"
              }`}
            >
              <KeyCap>{WAY_WORDS[w].key}</KeyCap> {WAY_WORDS[w].name}
            </Link>
          ))}
        </nav>
        <div className="flex min-w-60 flex-1 items-end justify-end gap-3">
          <div className="min-w-0 flex-1 pb-2 sm:max-w-100">
            <SearchField key={word} word={word} label="Tag, place, model or a word from a job" hidden={{ way }} />
          </div>
          <Allowed right="close" quiet>
            <SavedFilters word={word} way={way} />
          </Allowed>
        </div>
      </div>
    </div>
  );
}

/** To the next boards and back. */
function BoardSteps({ view: { next, back, way, word } }: { view: RackView }) {
  if (next === null && back === null) return null;
  return (
    <nav aria-label="Boards" className="flex gap-3 bg-bench px-4 pt-3 sm:px-6">
      {back === null ? null : (
        <LinkButton href={rackHref({ way, word, from: back })} look="quiet" keyCap="K">
          Shelves before
        </LinkButton>
      )}
      {next === null ? null : (
        <LinkButton href={rackHref({ way, word, from: next })} look="quiet" keyCap="J">
          Next shelves
        </LinkButton>
      )}
    </nav>
  );
}

/** Bare boards: nothing stands there, or nothing was found. */
function BareBoards({ word }: { word: string }) {
  return (
    <div className="flex flex-col gap-8 px-6 py-8">
      {[0, 1].map((i) => (
        <div key={i}>
          <div className="flex h-28 items-end gap-6">
            {i === 0 ? (
              <div
                className="grid h-24 w-32 place-items-center rounded-[4px] border-2 border-dashed border-ink-3
                  text-note text-ink-2"
              >
                {word ? "not here" : "no machine yet"}
              </div>
            ) : null}
          </div>
          <div className="h-5.5 border-y-[1.5px] border-ink bg-[var(--d-al2)]" />
        </div>
      ))}
      <p className="text-lead">
        {word ? `Nothing has “${word}” in its tag, place, model or jobs.` : "Take the first machine in."}{" "}
        {word ? (
          <Link prefetch={false} href="/machines" className="link inline-flex min-h-11 items-center">
            Show all machines
          </Link>
        ) : null}
      </p>
      {word ? null : (
        <LinkButton href="/machines/new" look="main" keyCap="N" className="self-start">
          New intake
        </LinkButton>
      )}
    </div>
  );
}
