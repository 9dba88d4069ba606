"use client";
import { Copy, ExternalLink } from "lucide-react";
import { useState, useSyncExternalStore } from "react";
import { loadPath, type LiveView } from "@/core/measure/protocol";
import { Button } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { saveToken, tokenHere } from "./tokens";

const noChange = () => () => undefined;

/** How readings come in: the probe on the machine under test, its load page, or a program of one's own. */
export function Sources({ view }: { view: LiveView }) {
  const origin = useSyncExternalStore(
    noChange,
    () => window.location.origin,
    () => "",
  );
  const kept = useSyncExternalStore(
    noChange,
    () => tokenHere(view.id),
    () => "",
  );
  const [fresh, setFresh] = useState("");
  const token = fresh || kept;
  const renew = async () => {
    const sent = await send<{ token: string }>("POST", `/api/live/${view.id}`, { act: "token" });
    if (!sent.ok) return;
    saveToken(view.id, sent.value.token);
    setFresh(sent.value.token);
  };
  return (
    <section aria-label="Where the readings come from" className="flex flex-col gap-4 p-6">
      <h1 className="text-step font-bold">Waiting for the first reading</h1>
      <p className="max-w-160 text-lead text-ink-2">
        Boot the laptop under test from any live system, on the network of this one. The probe reads the kernel&apos;s
        own sensors and sends them here; nothing is installed there, nothing is written there.
      </p>
      {token ? (
        <>
          <Line
            name="Sensors, in a terminal there"
            text={`curl -s ${origin}/probe.sh | sh -s -- ${origin} ${view.id} ${token}`}
          />
          <Line name="Load, in a browser there" text={`${origin}${loadPath(token)}`} link />
          <details>
            <summary className="flex min-h-11 cursor-pointer items-center text-lead font-medium">
              From a program of your own
            </summary>
            <Line
              name="A line of JSON a reading; what is acknowledged is on disk"
              text={ownProgram(origin, view.id, token)}
            />
          </details>
          <p className="text-note text-ink-2">
            The token opens this run alone. It is shown on this device only.{" "}
            <button type="button" className="min-h-11 font-medium underline" onClick={() => void renew()}>
              New token
            </button>
          </p>
        </>
      ) : (
        <div className="flex flex-wrap items-center gap-4">
          <p className="text-lead">The token of this run was shown on another device.</p>
          <Button look="plain" onClick={() => void renew()}>
            New token
          </Button>
        </div>
      )}
    </section>
  );
}

/** The least a program of one's own has to send. */
const ownProgram = (origin: string, runId: number, token: string): string =>
  `curl -s -H "authorization: Bearer ${token}" ` +
  `--data-binary '{"seq":1,"t":0,"cpu.temperature":41.5,"cpu.power":6.2}' ${origin}/api/v1/runs/${runId}/samples`;

interface LineProps {
  name: string;
  text: string;
  link?: boolean;
}

/** A line to take along: shown whole, copied at a touch. */
function Line({ name, text, link }: LineProps) {
  const [copied, setCopied] = useState(false);
  return (
    <div>
      <p className="text-body font-medium">{name}</p>
      <div className="mt-1 flex items-stretch gap-2">
        <code className="num flex-1 border-2 border-line bg-plane px-3 py-2.5 text-tag break-all">{text}</code>
        <Button
          aria-label={`Copy: ${name}`}
          onClick={() => {
            // a page that is not of this machine and not over TLS may not write the clipboard
            void navigator.clipboard?.writeText(text).then(
              () => setCopied(true),
              () => setCopied(false),
            );
          }}
        >
          <Copy aria-hidden size={18} /> {copied ? "Copied" : "Copy"}
        </Button>
        {link ? (
          <a
            href={text}
            target="_blank"
            rel="noreferrer"
            aria-label={`Open: ${name}`}
            className="inline-flex min-h-12 items-center rounded-control border-2 border-line px-4 hover:border-ink-3"
          >
            <ExternalLink aria-hidden size={18} />
          </a>
        ) : null}
      </div>
    </div>
  );
}
