import {
  RULED_OUT,
  SUSPECT_PATH,
  SUSPECT_WORDS,
  SUSPECTS,
  type Suspect,
  type SuspectsNow,
} from "@/core/learn/suspects";
import { words } from "@/core/base/words";
import { outline } from "@/ui/learn/suspects/strandPath";
import { fillOf, PATH_INK, SuspectPicture } from "@/ui/learn/suspects/SuspectPicture";

/** Width of the picture, px. */
const WIDE = 74;
/** Height of the picture, px. */
const HIGH = 62;
/** Width of a strand that is certain, px. */
const CERTAIN = 64;

/** How far this run speaks for each suspect: a strand from before it to after it. */
export function SuspectStrip({ suspects: { before, now } }: { suspects: SuspectsNow }) {
  return (
    <section aria-labelledby="suspects-heading">
      <h2 id="suspects-heading" className="flex flex-wrap items-baseline gap-x-3 text-lead font-bold">
        Suspects <span className="text-note font-regular text-ink-2">a strand swells where the run speaks for one</span>
      </h2>
      <ul className="mt-1.5 grid grid-cols-7 gap-x-1">
        {SUSPECTS.map((s) => (
          <li key={s} className="flex min-w-0 flex-col items-center">
            <SuspectPicture of={s} scale={0.62} />
            <span
              className={`mt-0.5 min-h-8.5 text-center text-tag leading-4 font-strong
                ${PATH_INK[SUSPECT_PATH[s] ?? "none"]}`}
            >
              {SUSPECT_WORDS[s]}
            </span>
            <SmallStrand of={s} before={before[s]} now={now[s]} />
            <span className="num text-tag">{now[s] < RULED_OUT ? "out" : words.share(now[s])}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function SmallStrand({ of, before, now }: { of: Suspect; before: number; now: number }) {
  const half = (share: number) => Math.max(0.6, (share * CERTAIN) / 2);
  const out = now < RULED_OUT;
  const path = outline(
    [
      { y: 0, half: half(before) },
      { y: 14, half: half(before) },
      { y: 40, half: out ? 0.4 : half(now) },
      { y: out ? 46 : HIGH, half: out ? 0.4 : half(now) },
    ],
    WIDE / 2,
  );
  return (
    <svg aria-hidden viewBox={`0 0 ${WIDE} ${HIGH}`} width={WIDE} height={HIGH} className="block max-w-full">
      <path d={path} fill={fillOf(of)} opacity={0.82} />
      {out ? <path d={`M${WIDE / 2 - 8} 47h16`} stroke="var(--ink)" strokeWidth={2} /> : null}
    </svg>
  );
}
