import { useState } from "react";
import { Button } from "@/ui/kit/controls/Button";

/** Asked before a forecast opens: what the technician expects of the work. Who skips it leaves the job to Ovrant. */
export function EyeFirst({ onSay }: { onSay: (K: number | null) => void }) {
  const [text, setText] = useState("");
  const K = Number(text.replace(",", "."));
  const wrong = text.trim() !== "" && !(K >= -50 && K <= 100);
  const say = () => {
    if (text.trim() && !wrong) onSay(K);
  };
  return (
    <div className="my-1.5 flex flex-wrap items-center gap-x-2.5 gap-y-1.5">
      <label className="flex items-center gap-2.5 font-strong">
        How many kelvins cooler will it run?
        <input
          value={text}
          inputMode="decimal"
          aria-invalid={wrong}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === "Enter" && say()}
          className="field num min-h-11 w-18 px-2 text-lead"
        />
      </label>
      <Button onClick={say} disabled={wrong || text.trim() === ""}>
        Say it
      </Button>
      <button type="button" className="link min-h-11 px-1 text-body" onClick={() => onSay(null)}>
        Skip, show the forecast
      </button>
      {wrong ? (
        <span role="alert" className="text-body text-stop-ink">
          From −50 to 100 K
        </span>
      ) : null}
    </div>
  );
}
