import type { ReactNode } from "react";
import { SUSPECT_PATH, type Suspect } from "@/core/learn/suspects";

/** The colour of a suspect's strand: its path's. */
export const fillOf = (s: Suspect): string =>
  ({ contact: "var(--paste)", airflow: "var(--air)", none: "var(--room)" })[SUSPECT_PATH[s] ?? "none"];

const INK = { stroke: "var(--d-ink)", strokeWidth: 1.4 };

/** The ink of a suspect's path. */
export const PATH_INK = { contact: "text-paste", airflow: "text-air", none: "text-ink-2" } as const;

/** A suspect as its part in the faulty state, 64 by 42. */
export function SuspectPicture({ of, scale = 1 }: { of: Suspect; scale?: number }) {
  return (
    <svg aria-hidden viewBox="0 0 64 42" width={64 * scale} height={42 * scale} className="block shrink-0">
      {PICTURES[of]}
    </svg>
  );
}

/** A climb that stays under its limit. */
const other = (
  <g fill="none" stroke="var(--ink)" strokeWidth={1.6}>
    <path d="M8 4V38H58" />
    <path d="M9 15H58" strokeDasharray="4 3" strokeWidth={1.3} />
    <path d="M9 34C15 33 15 22 22 20S44 19 57 19" stroke="var(--room)" strokeWidth={2.4} />
  </g>
);

/** Fins behind a mat of lint. */
const air = (
  <g>
    <rect x={4} y={8} width={56} height={25} fill="var(--d-al2)" {...INK} />
    <path
      d={Array.from({ length: 17 }, (_, i) => `M${7.5 + i * 3.1} 9.5V31.5`).join("")}
      stroke="var(--d-al3)"
      strokeWidth={1.1}
    />
    <path
      d="M4 33V24C9 21 12 25 17 22S27 20 32 23S43 20 49 23S57 22 60 24V33Z"
      fill="var(--lint1)"
      stroke="var(--lint3)"
      strokeWidth={0.8}
    />
    <path
      d="M7 30C12 26 16 31 21 27S31 30 36 26S47 30 52 26S57 29 59 28M9 27C14 24 20 28 25 25S37 27 42 24S53 26 57 25"
      fill="none"
      stroke="var(--lint2)"
      strokeWidth={1.1}
    />
  </g>
);

/** A blower that does not do its work. */
const fan = (
  <g>
    <path d="M14 3H50V28A18 18 0 0 1 32 39A18 18 0 0 1 14 28Z" fill="var(--d-fan)" {...INK} />
    <circle cx={32} cy={21} r={14} fill="var(--d-we1)" />
    {Array.from({ length: 11 }, (_, i) => (
      <path
        key={i}
        d="M32 21Q37 15 33.5 8.5"
        fill="none"
        stroke="var(--d-blade)"
        strokeWidth={2}
        transform={`rotate(${(i * 360) / 11} 32 21)`}
      />
    ))}
    <circle cx={32} cy={21} r={4.6} fill="var(--d-al1)" {...INK} />
    <path d="M13 39L51 3" stroke="var(--ink)" strokeWidth={3} />
  </g>
);

/** A pipe that is broken inside. */
const pipe = (
  <g>
    <rect x={2} y={15} width={27} height={11} rx={5.5} fill="var(--cu3)" stroke="var(--cu0)" strokeWidth={1.4} />
    <rect x={35} y={15} width={27} height={11} rx={5.5} fill="var(--d-al2)" {...INK} />
    <path d="M6 18H25" stroke="var(--cu5)" strokeWidth={1.6} />
    <path d="M27 10L33 17L29 23L35 31L32 35L26 25L30 18L25 12Z" fill="var(--sheet)" />
    <path d="M28 11L33 18L29 23L34 31" fill="none" stroke="var(--ink)" strokeWidth={1.2} />
  </g>
);

/** A film that is cracked. */
const paste = (
  <g>
    <rect x={12} y={2} width={40} height={38} fill="var(--d-pkg)" {...INK} />
    <rect x={19} y={8} width={26} height={26} fill="var(--d-die)" {...INK} />
    <path d="M21 11C26 9 38 9 43 12V31C38 33 27 33 21 31Z" fill="var(--f2)" />
    <path
      d="M22 18L28 21L33 17L38 22L43 19M28 21L27 31M33 17L32 10M38 22L36 32"
      fill="none"
      stroke="var(--f6)"
      strokeWidth={1.2}
    />
  </g>
);

/** A plate that stands off its chip on one side. */
const plate = (
  <g>
    <rect x={2} y={33} width={60} height={6} fill="var(--d-board)" {...INK} />
    <rect x={20} y={25} width={26} height={8} fill="var(--d-pkg)" {...INK} />
    <path d="M22 25L44 25L44 18.5Z" fill="var(--f5)" />
    <path d="M8 20L58 9L59.6 15.4L9.6 26.4Z" fill="var(--cu3)" stroke="var(--cu0)" strokeWidth={1.4} />
  </g>
);

/** A chip whose pad is not there. */
const pads = (
  <g>
    <rect x={2} y={33} width={60} height={6} fill="var(--d-board)" {...INK} />
    <rect x={6} y={25} width={20} height={8} fill="var(--d-ic)" {...INK} />
    <rect x={38} y={25} width={20} height={8} fill="var(--d-ic)" {...INK} />
    <rect x={8} y={15} width={16} height={10} fill="var(--d-pad)" stroke="var(--d-padl)" strokeWidth={1.2} />
    <rect
      x={40}
      y={15}
      width={16}
      height={10}
      fill="none"
      stroke="var(--ink)"
      strokeWidth={1.3}
      strokeDasharray="3 2.4"
    />
    <rect x={2} y={8} width={60} height={7} fill="var(--cu3)" stroke="var(--cu0)" strokeWidth={1.4} />
  </g>
);

const PICTURES: Readonly<Record<Suspect, ReactNode>> = { other, air, fan, pipe, paste, plate, pads };
