"use client";
import { Check, Copy } from "lucide-react";
import { useState, useSyncExternalStore } from "react";
import { Button } from "@/ui/kit/controls/Button";

const nothing = () => () => undefined;

/** Where another calendar finds these dates. */
export function Subscribe({ path }: { path: string }) {
  const origin = useSyncExternalStore(
    nothing,
    () => window.location.origin,
    () => "",
  );
  const [copied, setCopied] = useState(false);
  const address = `${origin}${path}`;
  return (
    <div className="grid gap-3">
      <p className="num border-[1.5px] border-line bg-sheet px-3 py-2.5 text-body break-all">{address}</p>
      <div className="flex flex-wrap gap-3">
        <Button
          onClick={() => {
            void navigator.clipboard.writeText(address).then(() => setCopied(true));
          }}
        >
          {copied ? <Check aria-hidden size={18} /> : <Copy aria-hidden size={18} />}
          {copied ? "Copied" : "Copy the address"}
        </Button>
        <a
          href={path}
          download
          className="inline-flex min-h-12 items-center rounded-control border-2 border-line px-5 text-lead font-medium
            hover:border-ink-3"
        >
          Save as a file
        </a>
      </div>
    </div>
  );
}
