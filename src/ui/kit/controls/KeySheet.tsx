"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { Button, KeyCap } from "./Button";
import { useKeys } from "./keys";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

const KEYS: readonly { where: string; keys: readonly [string, string][] }[] = [
  {
    where: "Everywhere",
    keys: [
      ["Enter", "main button of the screen"],
      ["1 to 9", "pick a machine on the bench, a column to be asked about"],
      ["N", "new intake, on the bench"],
      ["Tab", "to the next control"],
      ["Esc", "leave, cancel"],
      ["Ctrl K", "search everywhere"],
      ["?", "this sheet"],
    ],
  },
  {
    where: "Today",
    keys: [
      ["X", "not as planned: other orders"],
      ["S", "set up the day"],
    ],
  },
  {
    where: "Practice bench",
    keys: [
      ["1 to 9, 0", "order what is on offer"],
      ["L", "look into the log of a run"],
      ["B", "again from where it could be said, in the review"],
    ],
  },
  {
    where: "Runs and verdict",
    keys: [
      ["← →", "move a picked load bound by 1 s, with Shift by 10 s"],
      ["E", "how a verdict was found"],
      ["W", "both runs side by side, or the ladder"],
    ],
  },
  {
    where: "Bench steps",
    keys: [
      ["Space", "the step is done"],
      ["B X", "take the last step back, it will not go"],
      ["A", "a part found on the way"],
    ],
  },
  {
    where: "The drawing",
    keys: [
      ["M H F", "map, heat, photos"],
      ["N", "next part"],
      ["+ − 0", "nearer, farther, all of it"],
    ],
  },
  {
    where: "While drawing",
    keys: [
      ["B F H …", "take a part from the kit, by its letter"],
      ["← → ↑ ↓", "move the cross or the parts by 1 mm, with Shift 10, with Alt 0.1"],
      ["Enter", "put down a part or a bend; Shift Enter ends a pipe"],
      ["R M D", "turn, mirror, duplicate"],
      ["G L Del", "group, lock, remove"],
      ["Q", "measure"],
      ["U Y", "undo, redo"],
    ],
  },
];

/** Ctrl K leads to the search from every page, from within a field too. */
function useSearchKey(): void {
  const router = useRouter();
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.altKey || e.shiftKey || e.key.toLowerCase() !== "k") return;
      e.preventDefault();
      router.push("/search");
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [router]);
}

/** The keys, behind "?" and one button. */
export function KeySheet() {
  const [open, setOpen] = useState(false);
  useKeys({ "?": () => setOpen(true) });
  useSearchKey();
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="flex min-h-11 items-center gap-2.5 rounded-control px-2 text-body text-ink-2 hover:bg-plane"
      >
        <KeyCap>?</KeyCap> <span className="sr-only sm:not-sr-only">Keys</span>
      </button>
      {open ? (
        <FormDialog title="Keys" onClose={() => setOpen(false)} width="wide">
          <div className="mt-4 grid gap-x-8 gap-y-5 md:grid-cols-2">
            {KEYS.map((group) => (
              <section key={group.where} aria-label={group.where}>
                <h3 className="text-body text-ink-2">{group.where}</h3>
                <dl className="mt-2 grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
                  {group.keys.map(([key, does]) => (
                    <div key={key} className="contents">
                      <dt>
                        <KeyCap>{key}</KeyCap>
                      </dt>
                      <dd className="text-lead leading-5.25">{does}</dd>
                    </div>
                  ))}
                </dl>
              </section>
            ))}
          </div>
          <p className="mt-5 text-note text-ink-2">
            Single keys rest while you type in a field. What the words mean:{" "}
            <Link prefetch={false} href="/glossary" className="link inline-flex min-h-11 items-center text-ink">
              Glossary
            </Link>
          </p>
          <Button look="plain" className="mt-5" onClick={() => setOpen(false)}>
            Close
          </Button>
        </FormDialog>
      ) : null}
    </>
  );
}
