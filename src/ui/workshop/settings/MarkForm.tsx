"use client";
import { useRouter } from "next/navigation";
import { useId, useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { send, sendBytes, type Sent } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** The workshop's own mark: it stands at the head of reports in place of Ovrant's. */
export function MarkForm({ has }: { has: boolean }) {
  const router = useRouter();
  const id = useId();
  const { act: submit, busy, problem } = useSubmit();
  // a picture that was changed has the same address: told apart by how often it was
  const [turn, setTurn] = useState(0);
  const [taken, setTaken] = useState<File | null>(null);
  const act = async (sent: () => Promise<Sent<unknown>>) => {
    if (!(await submit(sent))) return;
    setTurn((n) => n + 1);
    router.refresh();
  };
  const takeAway = async () => {
    // kept here, so that it can be put back
    const own = await fetch("/api/settings/mark").then((r) => (r.ok ? r.blob() : null));
    await act(() => send("DELETE", "/api/settings/mark"));
    setTaken(own && new File([own], "mark.png"));
  };
  const put = (file: File) => act(() => sendBytes("PUT", "/api/settings/mark", file).done).then(() => setTaken(null));
  return (
    <section aria-labelledby={id} className="mt-9 max-w-160 border-t border-line pt-6">
      <h2 id={id} className="text-head font-bold">
        Mark
      </h2>
      <p className="mt-1 text-body text-ink-2">
        Stands at the head of reports. A picture wider than tall does best; it is kept 640 px wide at most.
      </p>
      <div className="mt-3 flex min-h-20 flex-wrap items-center gap-4">
        {has ? (
          <img
            src={`/api/settings/mark?${turn}`}
            alt="The workshop's mark"
            className="h-16 max-w-60 border border-line bg-white object-contain p-2"
          />
        ) : (
          <p className="text-lead text-ink-2">None yet: Ovrant’s own stands there.</p>
        )}
        <label
          className={`inline-flex min-h-12 cursor-pointer items-center rounded-control border-2 border-line px-5
            text-lead font-medium focus-within:outline-2 focus-within:outline-offset-2 hover:border-ink-3
            ${busy ? "opacity-55" : ""}`}
        >
          {has ? "Another picture" : "Choose a picture"}
          <input
            type="file"
            accept="image/png,image/jpeg,image/webp,image/avif"
            disabled={busy}
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = "";
              if (file) void put(file);
            }}
          />
        </label>
        {has ? (
          <Button disabled={busy} onClick={() => void takeAway()}>
            Take it away
          </Button>
        ) : taken ? (
          <Button disabled={busy} onClick={() => void put(taken)}>
            Put it back
          </Button>
        ) : null}
      </div>
      {problem ? (
        <p role="alert" className="caution-band mt-2 px-3 py-2 text-body">
          {problem.message} {problem.action}
        </p>
      ) : null}
    </section>
  );
}
