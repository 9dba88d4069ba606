"use client";
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { FileDown } from "lucide-react";
import { useRef, useState } from "react";
import type { Result } from "@/core/base/result";
import type { Layout } from "@/core/drawing/parts";
import { CautionBand } from "@/ui/kit/controls/Band";

const FORMS = [
  ["svg", "SVG"],
  ["json", "JSON"],
  ["png", "Picture, PNG"],
  ["csv", "Parts list, CSV"],
] as const;
const item = "flex min-h-11 w-full items-center px-4 text-left text-body data-focus:bg-copper-wash";

interface Props {
  jobId: number;
  revisionId: number;
  /** Saves what is drawn, so that the file holds it. */
  before: () => Promise<boolean>;
  onImport: (layout: Layout, what: string) => void;
}

/** The drawing as a file, and a file into the drawing. */
export function Files({ jobId, revisionId, before, onImport }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<string | null>(null);
  const out = async (form: string) => {
    await before();
    const a = document.createElement("a");
    a.href = `/api/layouts/${revisionId}/file?form=${form}`;
    a.download = "";
    a.click();
  };
  const take = async (file: File) => {
    setSaid(null);
    try {
      const response = await fetch(`/api/jobs/${jobId}/layout/import`, {
        method: "POST",
        headers: { "content-type": "text/plain" },
        body: await file.text(),
      });
      const read = (await response.json()) as Result<{ document: Layout; leftOut: string[]; own: boolean }>;
      if (!read.ok) return setSaid(`${read.problem.message} ${read.problem.action}`);
      onImport(read.value.document, `${file.name.slice(0, 40)} imported`);
      setSaid(
        read.value.own
          ? null
          : `Taken over as sketches.${read.value.leftOut.length ? ` Left out: ${read.value.leftOut.join(", ")}.` : ""}`,
      );
    } catch {
      setSaid("Ovrant's server did not answer. Nothing was changed; try again.");
    }
  };
  return (
    <>
      <Menu>
        <MenuButton
          className="inline-flex min-h-11 shrink-0 items-center gap-2 rounded-control px-2.5
          text-body hover:bg-plane data-open:bg-plane"
        >
          <FileDown aria-hidden size={18} /> Files
        </MenuButton>
        <MenuItems anchor="bottom end" className="z-40 w-62.5 border-2 border-ink bg-sheet py-1 outline-none">
          {FORMS.map(([form, name]) => (
            <MenuItem key={form}>
              <button type="button" className={item} onClick={() => void out(form)}>
                Save as {name}
              </button>
            </MenuItem>
          ))}
          <MenuItem>
            <button type="button" className={`${item} border-t border-line`} onClick={() => input.current?.click()}>
              Take in SVG or JSON
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      <input
        ref={input}
        type="file"
        accept=".svg,.json,image/svg+xml,application/json"
        aria-label="Drawing to take in"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void take(file);
          e.target.value = "";
        }}
      />
      {said ? (
        <div className="absolute right-4 z-30 mt-24 w-72.5">
          <CautionBand role="alert">
            {said}{" "}
            <button type="button" className="link min-h-11" onClick={() => setSaid(null)}>
              Close
            </button>
          </CautionBand>
        </div>
      ) : null}
    </>
  );
}
