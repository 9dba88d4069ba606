"use client";
import { ROLE_WORDS, ROLES, type Role, type Tag } from "@/core/workshop/trust";
import { useKeys } from "@/ui/kit/controls/keys";

interface Props {
  tags: readonly Tag[];
  picked: Tag | null;
  onPick: (tag: Tag) => void;
  /** What is said where no tag hangs. */
  none?: string;
}

const NONE = "No tag hangs here yet. Make one on the machine Ovrant runs on, under Bench network.";
/** Width of the picture, px. */
const WIDE = 112;
/** Height of the picture, px. */
const HIGH = 128;

/** Tags on the bench edge, by what their people are; the one that is taken is copper and hangs lower. */
export function TagRack({ tags, picked, onPick, none = NONE }: Props) {
  const sorted = ROLES.flatMap((role) => tags.filter((t) => t.role === role));
  useKeys(Object.fromEntries(sorted.slice(0, 9).map((t, i) => [String(i + 1), picked ? undefined : () => onPick(t)])));
  return (
    <section aria-labelledby="tags" className="bg-plane pt-5 pb-4">
      <h2 id="tags" className="flex items-baseline justify-between px-4 text-lead font-strong sm:px-10">
        Take your tag <span className="text-note font-regular text-ink-2">no names, only initials</span>
      </h2>
      {sorted.length ? (
        <div className="mt-2 flex flex-wrap gap-y-4 sm:ml-5">
          {ROLES.filter((role) => sorted.some((t) => t.role === role)).map((role) => (
            <Edge key={role} role={role}>
              {sorted
                .filter((t) => t.role === role)
                .map((t) => (
                  <HungTag
                    key={t.id}
                    tag={t}
                    n={sorted.indexOf(t) + 1}
                    on={picked?.id === t.id}
                    onPick={() => onPick(t)}
                  />
                ))}
            </Edge>
          ))}
        </div>
      ) : (
        <p className="px-4 py-6 text-lead text-ink-2 sm:px-10">{none}</p>
      )}
    </section>
  );
}

function Edge({ role, children }: { role: Role; children: React.ReactNode }) {
  return (
    <div className="max-w-full min-w-39 grow">
      <p className="border-y-2 border-ink bg-(--d-al2) px-5 py-2 text-body font-strong text-(--on-al)">
        {ROLE_WORDS[role].many}
      </p>
      <ul className="flex flex-wrap gap-x-3 px-4">{children}</ul>
      <p className="max-w-62 px-5 pt-2 text-note leading-5 text-ink-2">{ROLE_WORDS[role].may}</p>
    </div>
  );
}

interface HungProps {
  tag: Tag;
  n: number;
  on: boolean;
  onPick: () => void;
}

function HungTag({ tag, n, on, onPick }: HungProps) {
  const { rests } = tag;
  const drop = on ? 34 : 20;
  return (
    <li>
      <button
        type="button"
        disabled={rests}
        aria-pressed={on}
        aria-label={`${tag.initials}, ${ROLE_WORDS[tag.role].name}${rests ? ", rests for a while" : ""}`}
        onClick={onPick}
        className="block disabled:opacity-60"
        style={{ width: WIDE, height: HIGH + 58 }}
      >
        <svg aria-hidden viewBox={`0 0 ${WIDE} ${HIGH + 58}`} width={WIDE} height={HIGH + 58} className="block">
          <path d={`M${WIDE / 2} 0V${drop + 16}`} stroke="var(--ink)" strokeWidth={2} />
          <path
            d={`M1 ${drop + 18}L19 ${drop}H${WIDE - 19}L${WIDE - 1} ${drop + 18}V${drop + HIGH - 1}H1Z`}
            fill={on ? "var(--copper-fill)" : "var(--sheet)"}
            stroke="var(--ink)"
            strokeWidth={on ? 3 : 2}
            strokeDasharray={rests ? "6 4" : undefined}
          />
          <circle cx={WIDE / 2} cy={drop + 16} r={7} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
          <circle cx={WIDE / 2} cy={drop + 16} r={2.6} fill="var(--ink)" />
          <text
            x={WIDE / 2}
            y={drop + 68}
            textAnchor="middle"
            fontSize={tag.initials.length > 3 ? 24 : 34}
            fontWeight={700}
            fontFamily="var(--font-num)"
            fill={on ? "#16211f" : "var(--ink)"}
          >
            {tag.initials}
          </text>
          <RoleSign role={tag.role} x={WIDE / 2} y={drop + 98} ink={on ? "#16211f" : "var(--ink)"} />
        </svg>
        <span className="-mt-5.5 block text-note text-ink-2">{rests ? "rests" : n <= 9 ? `key ${n}` : "\u00a0"}</span>
      </button>
    </li>
  );
}

/** A screw for a technician, a dashed one for a learner, a label for the front desk. */
function RoleSign({ role, x, y, ink }: { role: Role; x: number; y: number; ink: string }) {
  if (role === "desk")
    return (
      <g fill="none" stroke={ink} strokeWidth={1.6}>
        <rect x={x - 20} y={y - 11} width={40} height={22} rx={2} />
        <path d={`M${x - 13} ${y - 3}h18M${x - 5} ${y + 4}h18`} />
      </g>
    );
  return (
    <g fill="none" stroke={ink} strokeWidth={1.8} strokeDasharray={role === "learner" ? "3 2.4" : undefined}>
      <circle cx={x} cy={y} r={13} fill={role === "technician" ? "var(--d-al2)" : "none"} />
      <path d={`M${x - 7} ${y}h14M${x} ${y - 7}v14`} />
    </g>
  );
}
