"use client";
interface FoundInsideProps {
  found: {
    words: readonly string[];
    agreements: readonly Agreement[];
    /** What was forecast before the work, beside what it gave. */
    outcomes: readonly Outcome[];
  } | null;
  films: readonly { chip: string; filmKW: number; contactKW: number }[];
}
/** What the inspection found, and whether it agrees with the run before. */

export function FoundInside({ found, films }: FoundInsideProps) {
  return (
    <>
      {found ? (
        <section aria-label="Found inside" className="mt-2.5 border-t border-line pt-2 text-body leading-5.5">
          <h2 className="text-lead font-bold">
            Found inside{found.words.length ? `: ${found.words.join(", ")}` : ": nothing out of order"}
          </h2>
          {found.agreements.map((a) => (
            <p key={`${a.path} ${a.chip ?? ""}`} className={a.agrees ? "text-ink-2" : ""}>
              <b className="font-strong">{a.agrees ? "Agrees" : "Does not agree"}.</b> {a.words}
            </p>
          ))}
          <AgreementBars agreements={found.agreements} />
          {found.outcomes.map((o) => (
            <p key={o.path}>{o.words}</p>
          ))}
          {films.map((f) => (
            <p key={f.chip} className="text-ink-2">
              {f.chip === "cpu" || f.chip === "gpu" ? words.capital(words.chip(f.chip)) : "Chip"}: the film was expected
              at {words.kelvinPerWatt(f.filmKW, 3)} of the {words.kelvinPerWatt(f.contactKW)} of contact measured; the
              rest lies in die, plate and solder
              {f.filmKW > f.contactKW
                ? ", so the measure is below what the paste can do: look at how the film was calculated"
                : ""}
              .
            </p>
          ))}
        </section>
      ) : null}
    </>
  );
}

import type { Agreement, Outcome } from "@/core/handwork/service";
import { words } from "@/core/base/words";
import { AgreementBars } from "./AgreementBars";
