import Link from "next/link";
import type { AuditLine } from "@/core/workshop/trust";
import { When } from "@/ui/kit/controls/days";

/** Lines of a page; fewer are the last. */
const PAGE = 100;

/** Who did what: on this machine itself nobody signs in, so that only what came over the network stands here. */
export function AuditScreen({ lines, later }: { lines: readonly AuditLine[]; later: boolean }) {
  const last = lines.at(-1);
  return (
    <main className="flex-1 bg-sheet px-4 py-6 sm:px-10">
      <h1 className="text-step leading-8.5 font-bold">Audit</h1>
      <p className="mt-1 max-w-180 text-lead text-ink-2">
        Everything changed by somebody who signed in, every sign-in, and every change of who may. What is done on the
        machine Ovrant runs on is nobody’s by name: its journal says who.
      </p>
      {lines.length ? (
        <div className="mt-4 overflow-x-auto">
          <table className="w-full max-w-260 border-collapse text-left text-lead">
            <thead className="text-body text-ink-2">
              <tr>
                <th className="py-1 pr-6 font-regular">When</th>
                <th className="py-1 pr-6 font-regular">Who</th>
                <th className="py-1 pr-6 font-regular">Bench</th>
                <th className="py-1 font-regular">What</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((l) => (
                <tr key={l.id} className="border-t border-line-2">
                  <td className="num py-2 pr-6 text-note whitespace-nowrap">
                    <When at={l.at} form="second" />
                  </td>
                  <td className="num py-2 pr-6 font-strong">{l.who || (l.bench ? "a device" : "this machine")}</td>
                  <td className="py-2 pr-6">{l.bench}</td>
                  <td className="py-2">{l.what}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <p className="mt-4 text-lead text-ink-2">{later ? "Nothing older." : "Nothing yet."}</p>
      )}
      <p className="mt-4 flex gap-6">
        {last && lines.length === PAGE ? (
          <Link prefetch={false} href={`/audit?before=${last.id}`} className="link min-h-11 text-body">
            Older
          </Link>
        ) : null}
        {later ? (
          <Link prefetch={false} href="/audit" className="link min-h-11 text-body">
            The newest
          </Link>
        ) : null}
        <Link prefetch={false} href="/network" className="link min-h-11 text-body">
          Bench network
        </Link>
      </p>
    </main>
  );
}
