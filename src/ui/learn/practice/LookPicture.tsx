import type { ReactNode } from "react";
import type { Look } from "@/core/learn/suspects";
import { CrossSection, DiePrint, PadsAtEdge, ScrewedPlate } from "./underPlate";

const INK = { stroke: "var(--d-ink)", strokeWidth: 1.6 };

interface Props {
  look: Look;
  /** Signs that were seen. */
  signs: readonly string[];
  words: string;
}

/** What a look shows, drawn as a technician sees it. */
export function LookPicture({ look, signs, words }: Props) {
  const seen = new Set(signs);
  return (
    <svg role="img" aria-label={words} viewBox="0 0 288 132" className="block h-auto w-full">
      {DRAWN[look](seen)}
    </svg>
  );
}

type Draw = (seen: ReadonlySet<string>) => ReactNode;

const rows = (n: number, y: (i: number) => number): number[] => Array.from({ length: n }, (_, i) => y(i));

function Wheel({ x, y, r, turns }: { x: number; y: number; r: number; turns: boolean }) {
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill="var(--d-we1)" {...INK} />
      {Array.from({ length: 13 }, (_, i) => (
        <path
          key={i}
          d={`M${x} ${y}Q${x + 0.36 * r} ${y - 0.46 * r} ${x + 0.12 * r} ${y - 0.92 * r}`}
          fill="none"
          stroke="var(--d-blade)"
          strokeWidth={r / 9}
          opacity={turns ? 0.45 : 1}
          transform={`rotate(${(i * 360) / 13} ${x} ${y})`}
        />
      ))}
      <circle cx={x} cy={y} r={0.32 * r} fill="var(--d-al1)" {...INK} />
      {turns ? (
        <path
          d={`M${x + 0.72 * r} ${y - 0.3 * r}A${0.78 * r} ${0.78 * r} 0 0 1 ${x - 0.2 * r} ${y + 0.75 * r}`}
          fill="none"
          stroke="var(--air)"
          strokeWidth={3}
        />
      ) : (
        <path d={`M${x - r} ${y + r}L${x + r} ${y - r}`} stroke="var(--ink)" strokeWidth={4} />
      )}
    </g>
  );
}

/** Tufts of lint along a line. */
function Tufts({ x, y, w, n }: { x: number; y: number; w: number; n: number }) {
  return (
    <g>
      {Array.from({ length: n }, (_, i) => {
        const at = x + ((i + 0.5) * w) / n;
        return (
          <g key={i}>
            <ellipse cx={at} cy={y} rx={w / n / 1.6} ry={8 + (i % 3) * 2} fill={`var(--lint${1 + (i % 2)})`} />
            <path
              d={`M${at - 9} ${y + 3}q6 -9 9 -2t9 -4M${at - 6} ${y - 3}q5 6 11 1`}
              fill="none"
              stroke="var(--lint3)"
              strokeWidth={1.1}
            />
          </g>
        );
      })}
    </g>
  );
}

const lamp: Draw = (seen) => (
  <g>
    <rect x={4} y={4} width={280} height={124} rx={8} fill="var(--d-cover)" {...INK} />
    <Wheel x={96} y={66} r={50} turns={!seen.has("stands")} />
    {seen.has("lint") ? <Tufts x={44} y={44} w={216} n={9} /> : null}
    {seen.has("lint") ? <Tufts x={54} y={84} w={196} n={8} /> : null}
    {rows(6, (i) => 18 + i * 18).map((y) => (
      <rect key={y} x={24} y={y} width={240} height={6} rx={3} fill="var(--d-cover)" stroke="var(--d-ink)" />
    ))}
    <path d="M288 20L200 52L288 92Z" fill="var(--caution)" opacity={0.28} />
  </g>
);

const outlet: Draw = (seen) => (
  <g>
    <rect x={4} y={40} width={280} height={60} rx={6} fill="var(--d-cover)" {...INK} />
    <rect x={40} y={52} width={208} height={36} fill="var(--d-we1)" {...INK} />
    <path
      d={Array.from({ length: 30 }, (_, i) => `M${46 + i * 6.8} 53V87`).join("")}
      stroke="var(--d-al2)"
      strokeWidth={2}
    />
    {seen.has("cable") ? (
      <g fill="none">
        <path d="M2 116C60 122 70 68 144 70S230 92 286 60" stroke="var(--d-ink)" strokeWidth={15} />
        <path d="M2 116C60 122 70 68 144 70S230 92 286 60" stroke="var(--d-we2)" strokeWidth={11} />
        <path d="M4 112C60 117 72 64 144 66" stroke="var(--d-al3)" strokeWidth={1.6} />
      </g>
    ) : null}
    {rows(5, (i) => 62 + i * 40).map((x) => (
      <path
        key={x}
        d={seen.has("cable") ? `M${x} 38v-9m-5 4l5 -6 5 6` : `M${x} 38V10m-6 7l6 -8 6 8`}
        fill="none"
        stroke="var(--air)"
        strokeWidth={2.4}
      />
    ))}
  </g>
);

const adapter: Draw = (seen) => (
  <g>
    <path d="M4 66H36" stroke="var(--d-ink)" strokeWidth={7} />
    <rect x={34} y={22} width={190} height={88} rx={10} fill="var(--d-we2)" {...INK} />
    <path d="M224 66C250 66 246 100 286 100" fill="none" stroke="var(--d-ink)" strokeWidth={5} />
    <rect x={48} y={34} width={162} height={64} rx={3} fill="var(--d-lab)" />
    <g fontFamily="var(--font-num)" fill="#16211f">
      <text x={58} y={54} fontSize={14}>
        OUTPUT 19.5 V
      </text>
      <text x={58} y={86} fontSize={26} fontWeight={700}>
        {seen.has("small") ? "45 W" : "150 W"}
      </text>
    </g>
    {seen.has("small") ? (
      <text x={200} y={86} textAnchor="end" fontSize={14} fill="#5b4300" fontFamily="var(--font-num)">
        asks more
      </text>
    ) : null}
  </g>
);

const idle: Draw = (seen) => (
  <g fontSize={14} fill="var(--ink-2)">
    <text x={6} y={16}>
      Processor, idle
    </text>
    <path d="M6 24V64H282" fill="none" stroke="var(--line)" strokeWidth={1.6} />
    <path
      d={
        seen.has("busy")
          ? "M8 44L30 38 46 47 66 34 88 44 110 36 130 46 152 35 176 43 200 37 222 46 246 38 280 42"
          : "M8 61L60 60 66 56 70 61 150 60 158 57 164 61 280 60"
      }
      fill="none"
      stroke="var(--copper)"
      strokeWidth={2.2}
    />
    <text x={6} y={82}>
      Fan speed
    </text>
    <path d="M6 90V128H282" fill="none" stroke="var(--line)" strokeWidth={1.6} />
    <path
      d={seen.has("held") ? "M8 104H280" : "M8 120C80 120 90 118 130 108S190 96 220 104 260 118 280 119"}
      fill="none"
      stroke="var(--air)"
      strokeWidth={2.2}
    />
  </g>
);

const fins: Draw = (seen) => (
  <g>
    <rect x={16} y={10} width={150} height={30} fill="var(--d-al2)" {...INK} />
    <path
      d={Array.from({ length: 40 }, (_, i) => `M${19.5 + i * 3.7} 12V38`).join("")}
      stroke="var(--d-al3)"
      strokeWidth={1.4}
    />
    {seen.has("mat") ? <Tufts x={16} y={45} w={150} n={8} /> : null}
    <Wheel x={92} y={92} r={34} turns={!seen.has("stiff") && !seen.has("loose")} />
    <path
      d={seen.has("loose") ? "M126 100C160 108 170 92 196 100" : "M126 100C170 112 190 96 226 98"}
      fill="none"
      stroke="var(--d-ink)"
      strokeWidth={4}
    />
    <rect x={226} y={84} width={46} height={28} fill="var(--d-board)" {...INK} />
    <rect x={seen.has("loose") ? 196 : 218} y={90} width={18} height={17} fill="var(--d-al1)" {...INK} />
  </g>
);

const warm: Draw = (seen) => (
  <g>
    {rows(3, (i) => 22 + i * 34).map((y, i) => {
      const dead = seen.has("cold") && i === 1;
      return (
        <g key={y}>
          <rect x={10} y={y} width={268} height={20} rx={10} fill="var(--cu3)" stroke="var(--cu0)" strokeWidth={1.6} />
          {dead ? <rect x={92} y={y + 1} width={185} height={18} rx={9} fill="var(--d-al2)" /> : null}
          <path d={`M22 ${y + 6}H${dead ? 80 : 262}`} stroke="var(--cu5)" strokeWidth={2.4} />
          {dead ? <path d={`M88 ${y - 5}l7 10 -5 8 7 12`} fill="none" stroke="var(--ink)" strokeWidth={2} /> : null}
        </g>
      );
    })}
    <text x={12} y={14} fontSize={14} fill="var(--ink-2)">
      warmed here
    </text>
    <text x={278} y={14} textAnchor="end" fontSize={14} fill="var(--ink-2)">
      felt here
    </text>
  </g>
);

const DRAWN: Readonly<Record<Look, Draw>> = {
  lamp,
  outlet,
  plate: adapter,
  idle,
  fins,
  screws: (seen) => <ScrewedPlate leans={seen.has("short")} />,
  warm,
  edges: (seen) => <PadsAtEdge bare={seen.has("bare")} gap={seen.has("gap")} />,
  lift: (seen) => (
    <>
      <DiePrint
        film={seen.has("cracked") ? "cracked" : seen.has("islands") ? "islands" : seen.has("wedge") ? "wedge" : "even"}
        thick={seen.has("thick")}
      />
      <CrossSection thick={seen.has("thick")} wedge={seen.has("wedge")} bare={seen.has("no-pad")} />
    </>
  ),
};
