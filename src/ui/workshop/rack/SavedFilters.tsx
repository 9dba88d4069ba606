"use client";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { Bookmark, X } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import type { RackWay } from "@/core/workshop/job";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { rackHref } from "./href";

interface SavedFilter {
  word: string;
  way: RackWay;
}

const WAY: Record<RackWay, string> = { waits: "by what waits", model: "by model", place: "by place" };
const same = (a: SavedFilter, b: SavedFilter) => a.way === b.way && a.word.toLowerCase() === b.word.toLowerCase();

/** Ways of seeing the rack that were kept, for everybody here: one press leads back to each. */
export function SavedFilters({ word, way }: SavedFilter) {
  const { act, busy, refusal } = useSubmit();
  const [list, setList] = useState<SavedFilter[] | null>(null);
  const load = () => {
    void send<SavedFilter[]>("GET", "/api/filters").then((r) => r.ok && setList(r.value));
  };
  const keep = async (filters: readonly SavedFilter[]) => {
    const kept = await act(() => send<SavedFilter[]>("PUT", "/api/filters", { filters }));
    if (kept) setList(kept.value);
  };
  const here = { word, way };
  const known = list?.some((f) => same(f, here)) ?? true;
  return (
    <Popover className="pb-2">
      <PopoverButton
        onClick={load}
        className="flex min-h-12 items-center gap-2 rounded-control border-2 border-line px-3 text-body
          hover:border-ink-3"
      >
        <Bookmark aria-hidden size={18} /> Saved filters
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: "bottom end", gap: 6, padding: 8 }}
        className="z-60 w-80 border-2 border-ink bg-sheet p-3 text-body text-ink shadow-lg"
      >
        {list?.length ? (
          <ul>
            {list.map((f) => (
              <li key={`${f.way} ${f.word}`} className="flex items-center">
                <Link
                  prefetch={false}
                  href={rackHref(f)}
                  className="flex min-h-11 min-w-0 flex-1 items-center gap-2 px-1 hover:bg-plane"
                >
                  <b className="truncate font-strong">{f.word}</b>
                  <span className="shrink-0 text-ink-2">{WAY[f.way]}</span>
                </Link>
                <Button
                  aria-label={`Take the filter ${f.word} ${WAY[f.way]} from the list`}
                  className="min-h-11! px-2!"
                  disabled={busy}
                  onClick={() => void keep(list.filter((o) => !same(o, f)))}
                >
                  <X aria-hidden size={16} />
                </Button>
              </li>
            ))}
          </ul>
        ) : (
          <p className="px-1 py-2 text-ink-2">{list ? "None was kept yet." : "Reading …"}</p>
        )}
        {refusal}
        {word === "" ? (
          <p className="px-1 pt-2 text-ink-2">Look for something; then it can be kept here.</p>
        ) : known ? null : (
          <Button
            look="main"
            className="mt-2 w-full"
            disabled={busy}
            onClick={() => void keep([...(list ?? []), here])}
          >
            Keep “{word}” {WAY[way]}
          </Button>
        )}
      </PopoverPanel>
    </Popover>
  );
}
