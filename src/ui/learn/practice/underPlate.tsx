const INK = { stroke: "var(--d-ink)", strokeWidth: 1.6 };

/** A screw with its post; how far it stands over home, px. */
function Screw({ x, y, foot }: { x: number; y: number; foot: number }) {
  return (
    <g>
      <rect x={x - 4} y={y} width={8} height={foot - y} fill="var(--d-al2)" {...INK} />
      <rect x={x - 9} y={y - 7} width={18} height={8} rx={2} fill="var(--d-al1)" {...INK} />
    </g>
  );
}

/** A plate on its chip from the side, its screws home or one of them short. */
export function ScrewedPlate({ leans }: { leans: boolean }) {
  const up = leans ? 32 : 0;
  return (
    <g>
      <rect x={14} y={104} width={260} height={20} fill="var(--d-board)" {...INK} />
      <rect x={84} y={80} width={120} height={24} fill="var(--d-pkg)" {...INK} />
      <rect x={96} y={74} width={96} height={6} fill="var(--d-die)" {...INK} />
      {leans ? (
        <path d="M98 74H190V55Z" fill="var(--f5)" />
      ) : (
        <rect x={98} y={71} width={92} height={3} fill="var(--f5)" />
      )}
      <Screw x={52} y={56} foot={104} />
      <Screw x={236} y={56 - up} foot={104} />
      <path
        d={`M36 ${leans ? 74 : 71}L252 ${71 - up}V${55 - up}L36 ${leans ? 58 : 55}Z`}
        fill="var(--cu3)"
        stroke="var(--cu0)"
        strokeWidth={1.8}
      />
      <text x={40} y={40} fontSize={14} fill="var(--ink-2)">
        home
      </text>
      <text x={286} y={leans ? 14 : 40} textAnchor="end" fontSize={14} fill="var(--ink-2)">
        {leans ? "turns short" : "home"}
      </text>
    </g>
  );
}

/** Pads at the edge of the plate, from the side. */
export function PadsAtEdge({ bare, gap }: { bare: boolean; gap: boolean }) {
  const plateY = gap ? 38 : 44;
  return (
    <g>
      <rect x={10} y={102} width={268} height={18} fill="var(--d-board)" {...INK} />
      {[24, 112, 200].map((x, i) => (
        <g key={x}>
          <rect x={x} y={78} width={64} height={24} fill="var(--d-ic)" {...INK} />
          {bare && i === 2 ? (
            <rect
              x={x + 3}
              y={plateY + 18}
              width={58}
              height={60 - plateY}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.6}
              strokeDasharray="5 4"
            />
          ) : (
            <rect
              x={x + 3}
              y={gap && i === 1 ? plateY + 24 : plateY + 18}
              width={58}
              height={(gap && i === 1 ? 54 : 60) - plateY}
              fill="var(--d-pad)"
              stroke="var(--d-padl)"
              strokeWidth={1.6}
            />
          )}
        </g>
      ))}
      <rect x={10} y={plateY} width={268} height={18} fill="var(--cu3)" stroke="var(--cu0)" strokeWidth={1.8} />
      {gap ? (
        <path d={`M144 ${plateY + 18}v6m-4 -4l4 4 4 -4`} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
      ) : null}
    </g>
  );
}

const ISLANDS = [
  "M24 24C44 18 62 28 58 46S30 62 24 50Z",
  "M74 60C96 50 116 64 112 84S80 104 72 88Z",
  "M84 22C100 18 116 26 112 36S90 44 84 36Z",
  "M28 84C40 78 54 86 50 98S30 108 26 100Z",
];
const CRACKS =
  "M20 38L46 48 70 30 96 46 122 36M46 48L40 84M70 30L66 12M96 46L92 78 122 90M40 84L66 96 92 78M66 96L62 118";

/** The die as the lifted plate leaves it, with what the paste did. */
export function DiePrint({ film, thick }: { film: "even" | "cracked" | "islands" | "wedge"; thick: boolean }) {
  return (
    <g>
      <rect x={4} y={4} width={136} height={124} fill="var(--d-pkg)" {...INK} />
      <rect x={18} y={16} width={108} height={100} fill="var(--d-die)" {...INK} />
      {film === "islands" ? (
        <path d={ISLANDS.join("")} fill="var(--f4)" />
      ) : film === "wedge" ? (
        <>
          <rect x={20} y={18} width={36} height={96} fill="var(--f2)" />
          <rect x={56} y={18} width={36} height={96} fill="var(--f4)" />
          <rect x={92} y={18} width={32} height={96} fill="var(--f6)" />
        </>
      ) : (
        <rect
          x={20}
          y={18}
          width={104}
          height={96}
          fill={thick ? "var(--f6)" : film === "cracked" ? "var(--f2)" : "var(--f3)"}
        />
      )}
      {film === "cracked" ? <path d={CRACKS} fill="none" stroke="var(--f6)" strokeWidth={1.8} /> : null}
    </g>
  );
}

/** The film and the pads from the side, beside the print. */
export function CrossSection({ thick, wedge, bare }: { thick: boolean; wedge: boolean; bare: boolean }) {
  return (
    <g>
      <rect x={156} y={104} width={128} height={16} fill="var(--d-board)" {...INK} />
      <rect x={164} y={84} width={58} height={20} fill="var(--d-die)" {...INK} />
      <path
        d={wedge ? "M166 84H220V66L166 80Z" : thick ? "M166 84H220V66H166Z" : "M166 84H220V80H166Z"}
        fill="var(--f5)"
      />
      <rect x={238} y={90} width={38} height={14} fill="var(--d-ic)" {...INK} />
      <rect
        x={240}
        y={66}
        width={34}
        height={24}
        fill={bare ? "none" : "var(--d-pad)"}
        stroke={bare ? "var(--ink)" : "var(--d-padl)"}
        strokeWidth={1.6}
        strokeDasharray={bare ? "5 4" : undefined}
      />
      <text x={156} y={24} fontSize={14} fill="var(--ink-2)">
        film {wedge ? "in a wedge" : thick ? "too thick" : "thin"}
      </text>
      <text x={156} y={46} fontSize={14} fill="var(--ink-2)">
        {bare ? "a pad is missing" : "pads are there"}
      </text>
    </g>
  );
}
