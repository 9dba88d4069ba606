"use client";
import { Textarea } from "@headlessui/react";
import { Activity, ClipboardPaste, FileDown } from "lucide-react";
import { useRef, useState } from "react";
import type { Problem } from "@/core/base/result";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { stagePath } from "@/ui/kit/steps/paths";

interface Props {
  jobId: number;
  kind: "before" | "after";
  problem: Problem | null;
  onFile: (file: Blob, name: string) => void;
}

/** Where a log comes in: dropped, chosen, or pasted as text. */
export function DropZone({ jobId, kind, problem, onFile }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [pasting, setPasting] = useState(false);
  const [pasted, setPasted] = useState("");
  const take = (file: File | undefined) => {
    if (file) onFile(file, file.name);
  };
  return (
    <div className="flex flex-1 flex-col gap-5 bg-sheet p-7">
      {problem ? (
        <CautionBand role="alert">
          <b className="font-strong">{problem.message}</b>
          {problem.line || problem.column ? (
            <span className="num">
              {" "}
              {[problem.line ? `line ${problem.line}` : "", problem.column ? `column ${problem.column}` : ""]
                .filter(Boolean)
                .join(", ")}
            </span>
          ) : null}{" "}
          {problem.action} Nothing was stored, nothing is lost.
        </CautionBand>
      ) : null}
      <div
        data-testid="drop-zone"
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          take(e.dataTransfer.files[0]);
        }}
        className={`grid flex-1 place-items-center border-[2.5px] border-dashed ${
          over ? "border-copper bg-copper-wash" : "border-ink-3"
        } min-h-75 p-8 text-center`}
      >
        <DropWords jobId={jobId} kind={kind} input={input} setPasting={setPasting} pasting={pasting} take={take} />
      </div>
      <PasteBox pasting={pasting} pasted={pasted} setPasted={setPasted} onFile={onFile} />
      {kind === "before" ? (
        <CautionBand>
          <b className="font-strong">During a run:</b> stop at the limit temperature, never on a bed or with vents
          covered, never with a swollen battery.
        </CautionBand>
      ) : (
        <CautionBand>
          <b className="font-strong">Before the load:</b> fan plugs in, all counts closed, fans turn. The same load, the
          same settings, the same place as the run before.
        </CautionBand>
      )}
    </div>
  );
}

interface DropWordsProps {
  jobId: number;
  kind: "before" | "after";
  input: React.RefObject<HTMLInputElement | null>;
  setPasting: React.Dispatch<React.SetStateAction<boolean>>;
  pasting: boolean;
  take: (file: File | undefined) => void;
}

/** Where a log is dropped, chosen or pasted. */
function DropWords({ jobId, kind, input, setPasting, pasting, take }: DropWordsProps) {
  return (
    <div className="max-w-140">
      <FileDown aria-hidden size={44} strokeWidth={1.5} className="mx-auto text-ink-2" />
      <h1 className="mt-3 text-step font-bold">Drop the log of the run {kind} here</h1>
      <p className="mt-2 text-lead text-ink-2">
        A text table from any sensor logger: comma, semicolon or tab. Best: some minutes idle, 15 min load, 5 min
        cool-down, a reading every second, with power and fan speed.
      </p>
      <div className="mt-5 flex flex-wrap justify-center gap-3">
        <Button look="main" big onClick={() => input.current?.click()}>
          Choose a file
        </Button>
        <Button look="quiet" big onClick={() => setPasting((p) => !p)} aria-expanded={pasting}>
          <ClipboardPaste aria-hidden size={19} /> Paste text
        </Button>
        <LinkButton look="quiet" big href={`${stagePath(jobId, kind)}?live=1`}>
          <Activity aria-hidden size={19} /> Run it live
        </LinkButton>
      </div>
      <input
        ref={input}
        type="file"
        aria-label={`Log of the run ${kind}`}
        accept=".csv,.tsv,.txt,.log,text/*"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => take(e.target.files?.[0])}
      />
    </div>
  );
}

interface PasteBoxProps {
  pasting: boolean;
  pasted: string;
  setPasted: React.Dispatch<React.SetStateAction<string>>;
  onFile: (file: Blob, name: string) => void;
}

/** Text of a log, pasted. */
function PasteBox({ pasting, pasted, setPasted, onFile }: PasteBoxProps) {
  return (
    <>
      {pasting ? (
        <div>
          <label htmlFor="pasted-log" className="mb-1 block text-body font-medium">
            Text of the log
          </label>
          <Textarea
            id="pasted-log"
            rows={6}
            value={pasted}
            onChange={(e) => setPasted(e.target.value)}
            className="field num text-tag"
          />
          <Button
            look="plain"
            className="mt-3"
            disabled={!pasted.trim()}
            onClick={() => onFile(new Blob([pasted], { type: "text/plain" }), "pasted text")}
          >
            Read this text
          </Button>
        </div>
      ) : null}
    </>
  );
}
