"use client";
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useState } from "react";
import { Button, KeyCap } from "./Button";
import { useKeys } from "./keys";

const KEYS: readonly [string, string][] = [
  ["Enter", "main button of the screen"],
  ["1 to 9", "pick a machine on the bench, a column to be asked about"],
  ["N", "new intake, on the bench"],
  ["E", "how a verdict was found"],
  ["← →", "move a picked load bound by 1 s, with Shift by 10 s"],
  ["Tab", "to the next control"],
  ["Esc", "leave, cancel"],
  ["?", "this sheet"],
];

/** The keys, behind "?" and one button. */
export function KeySheet() {
  const [open, setOpen] = useState(false);
  useKeys({ "?": () => setOpen(true) });
  return (
    <>
      <button type="button" onClick={() => setOpen(true)} className="flex min-h-11 items-center gap-2.5 rounded-[5px] px-2 text-[16px] text-ink-2 hover:bg-plane">
        <KeyCap>?</KeyCap> Keys
      </button>
      <Dialog open={open} onClose={setOpen} className="relative z-50">
        <div aria-hidden className="fixed inset-0 bg-ink/40" />
        <div className="fixed inset-0 grid place-items-center p-5">
          <DialogPanel className="w-full max-w-[520px] border-2 border-ink bg-sheet p-7">
            <DialogTitle className="text-[23px] font-[690]">Keys</DialogTitle>
            <dl className="mt-4 grid grid-cols-[auto_1fr] items-center gap-x-5 gap-y-3">
              {KEYS.map(([key, does]) => (
                <div key={key} className="contents">
                  <dt>
                    <KeyCap>{key}</KeyCap>
                  </dt>
                  <dd className="text-[17px]">{does}</dd>
                </div>
              ))}
            </dl>
            <p className="mt-5 text-[15px] text-ink-2">Single keys rest while you type in a field.</p>
            <Button look="plain" className="mt-5" onClick={() => setOpen(false)}>
              Close
            </Button>
          </DialogPanel>
        </div>
      </Dialog>
    </>
  );
}
