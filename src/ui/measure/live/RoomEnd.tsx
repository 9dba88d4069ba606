"use client";
import { useState } from "react";
import type { LiveView } from "@/core/measure/protocol";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";

/** The room at the end of the load, asked for while it can still be read; nothing where the log has it. */
export function RoomEnd({ view }: { view: LiveView }) {
  const [text, setText] = useState("");
  const [said, setSaid] = useState<{ kept: boolean; error: string } | null>(null);
  if (view.readings.roomC !== null || view.conditions.roomEndC !== null) return null;
  const keep = async () => {
    const sent = await send("PATCH", `/api/live/${view.id}`, { conditions: { ...view.conditions, roomEndC: text } });
    setSaid(
      sent.ok
        ? { kept: true, error: "" }
        : { kept: false, error: Object.values(sent.problem.fields ?? {})[0] ?? sent.problem.message },
    );
  };
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <label className="flex-1 text-body font-medium">
        Room now, °C
        <input
          className="field num mt-1"
          inputMode="decimal"
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-describedby="room-end-said"
        />
      </label>
      <Button type="submit" disabled={!text.trim()}>
        Keep
      </Button>
      <p id="room-end-said" role="status" className="w-full text-note text-ink-2">
        {said === null ? "" : said.kept ? "Kept" : said.error}
      </p>
    </form>
  );
}
