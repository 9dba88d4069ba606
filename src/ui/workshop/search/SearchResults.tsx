import Link from "next/link";
import { Fragment } from "react";

interface FindShown {
  kind: string;
  ref: number;
  machine: { id: number; tag: string; model: string; place: string } | null;
  text: string;
}

const KINDS = [
  ["machine", "Machines"],
  ["job", "Complaints and closing notes"],
  ["note", "Notes and findings on the way"],
  ["found", "Found inside"],
  ["photo", "Photos"],
  ["lot", "Materials"],
] as const;

const hrefOf = (f: FindShown): string =>
  f.kind === "machine"
    ? `/machines/${f.ref}/history`
    : f.kind === "lot"
      ? "/materials"
      : f.kind === "photo"
        ? `/jobs/${f.ref}/photos`
        : `/jobs/${f.ref}`;

/** What was found, by what it is; the words that were looked for are marked. */
export function SearchResults({ found }: { found: Readonly<Record<string, readonly FindShown[]>> }) {
  return (
    <div className="grid gap-6">
      {KINDS.map(([kind, name]) => {
        const list = found[kind] ?? [];
        return list.length === 0 ? null : (
          <section key={kind} aria-label={name}>
            <h2 className="border-b-[1.5px] border-line pb-1 text-sub font-strong">
              {name} <span className="num pl-1 text-body font-regular text-ink-2">{list.length}</span>
            </h2>
            <ul>
              {list.map((f, i) => (
                <li key={`${f.ref} ${i}`} className="border-b border-line-2">
                  <Link
                    prefetch={false}
                    href={hrefOf(f)}
                    className="grid min-h-12 items-center gap-x-4 py-1.5 text-lead hover:bg-plane
                      sm:grid-cols-[minmax(0,240px)_minmax(0,1fr)]"
                  >
                    <span className="truncate">
                      {f.machine ? (
                        <>
                          <b className="font-strong">{f.machine.tag}</b>{" "}
                          <span className="text-body text-ink-2">
                            {[f.machine.model, f.machine.place].filter(Boolean).join(", ")}
                          </span>
                        </>
                      ) : (
                        <span className="text-ink-2">On the shelf</span>
                      )}
                    </span>
                    <span className="line-clamp-2">
                      <Marked text={f.text} />
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

/** A text with the words that were looked for between marks. */
function Marked({ text }: { text: string }) {
  return text.split("\u0001").map((part, i) => {
    const [own = "", rest] = part.split("\u0002");
    return i === 0 ? (
      <Fragment key={i}>{part}</Fragment>
    ) : (
      <Fragment key={i}>
        <mark className="rounded-[2px] bg-caution-wash font-strong text-caution-ink">{own}</mark>
        {rest}
      </Fragment>
    );
  });
}
