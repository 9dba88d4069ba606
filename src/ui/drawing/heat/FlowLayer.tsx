import { words } from "@/core/base/words";
import {
  bandAlong,
  boundsOfPart,
  chevronsOf,
  legsOf,
  walk,
  type CoolingMap,
  type HeatPipe,
  type Point,
} from "@/core/drawing/parts";
import { centreLinePath } from "@/core/drawing/draw";
import { type HeatPicture } from "@/core/drawing/cooling";

const ringD = (ring: readonly Point[]): string =>
  ring.length ? `M${ring.map(([x, y]) => `${Math.round(x * 100) / 100} ${Math.round(y * 100) / 100}`).join("L")}Z` : "";

/** Width of the flow for a watt, mm: a pipe of 6 mm is full at about 23 W. */
const MM_PER_W = 0.25;

/** Pipes as pale troughs with the heat inside, thinning out along the fins; watts on the straight part. */
export function FlowLayer({ map, picture, scale }: { map: CoolingMap; picture: HeatPicture; scale: number }) {
  return (
    <g>
      {map.ofKind("pipe").map((h) => (
        <PipeFlow key={h.id} map={map} pipe={h} picture={picture} />
      ))}
      {map.ofKind("pipe").map((h) => (
        <WattLabels key={h.id} map={map} pipe={h} picture={picture} scale={scale} />
      ))}
    </g>
  );
}

function PipeFlow({ map, pipe, picture }: { map: CoolingMap; pipe: HeatPipe; picture: HeatPicture }) {
  const d = centreLinePath(pipe.points);
  const legs = legsOf(map, pipe);
  const most = pipe.widthMm - 1.4;
  return (
    <g aria-hidden fill="none" strokeLinejoin="round">
      <path d={d} stroke="var(--cu0)" strokeWidth={pipe.widthMm} strokeLinecap="round" />
      <path d={d} stroke="var(--cu5)" strokeWidth={pipe.widthMm - 0.9} strokeLinecap="round" />
      {legs.map((leg) => {
        const W = picture.legs.find((l) => l.pipe === pipe.id && l.fins === leg.fins)?.W ?? 0;
        const full = Math.min(most, Math.max(0, W) * MM_PER_W);
        const ramp = Math.min(24, Math.abs(leg.finsS - leg.fromS) * 0.5);
        const widthAt = (s: number) => {
          const fromStart = Math.abs(s - leg.fromS);
          const intoFins = leg.back ? leg.finsS - s : s - leg.finsS;
          const taper = intoFins > 0 ? Math.max(0, 1 - intoFins / Math.max(1, Math.abs(leg.endS - leg.finsS))) : 1;
          return full * Math.min(1, 0.25 + (0.75 * fromStart) / ramp) * taper;
        };
        return (
          <path
            key={leg.fins}
            d={ringD(bandAlong(pipe.points, leg.fromS, leg.endS, widthAt))}
            fill="var(--cu0)"
            stroke="none"
          />
        );
      })}
      {chevronsOf(map, pipe, 18).map((c, i) => (
        <path
          key={i}
          d="M-1.1 -1.7L1 0L-1.1 1.7"
          transform={`translate(${c.at[0]} ${c.at[1]}) rotate(${c.deg})`}
          stroke="var(--cu5)"
          strokeWidth={0.75}
        />
      ))}
    </g>
  );
}

function WattLabels({
  map,
  pipe,
  picture,
  scale,
}: {
  map: CoolingMap;
  pipe: HeatPipe;
  picture: HeatPicture;
  scale: number;
}) {
  return (
    <>
      {legsOf(map, pipe).map((leg) => {
        const W = picture.legs.find((l) => l.pipe === pipe.id && l.fins === leg.fins)?.W ?? 0;
        const s = leg.fromS + (leg.finsS - leg.fromS) * 0.62;
        const at = walk(pipe.points, 1).find((p) => p.s >= s)?.at;
        if (!at) return null;
        const over = W * MM_PER_W > pipe.widthMm;
        const text = `${words.watts(W)}${over ? ", full" : ""}`;
        const w = text.length * 8 + 12;
        return (
          <g key={leg.fins} transform={`translate(${at[0]} ${at[1]}) scale(${1 / scale})`}>
            <rect
              x={-w / 2}
              y={-10.5}
              width={w}
              height={21}
              rx={2.5}
              fill="var(--d-lab)"
              stroke="var(--cu0)"
              strokeWidth={1.4}
            />
            <text
              y={5}
              fontSize="var(--text-note)"
              fontWeight="var(--font-weight-bold)"
              textAnchor="middle"
              fontFamily="var(--font-num)"
              fill="var(--ink)"
              style={{ wordSpacing: "-0.3em" }}
            >
              {text}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** Air out of each stack: one arrow per run outside the case, as wide as its watts. */
export function AirArrows({
  map,
  before,
  after,
  scale,
}: {
  map: CoolingMap;
  before: HeatPicture | null;
  after: HeatPicture | null;
  scale: number;
}) {
  return (
    <g>
      {map.ofKind("fins").map((f) => {
        const b = boundsOfPart(f);
        const side = f.outlet;
        const { widthMm: w, depthMm: d } = map.layout.base;
        const mid: Point = [(b.left + b.right) / 2, (b.top + b.bottom) / 2];
        const foot: Record<typeof side, { at: Point; deg: number }> = {
          top: { at: [mid[0], -2], deg: 0 },
          bottom: { at: [mid[0], d + 2], deg: 180 },
          left: { at: [-2, mid[1]], deg: -90 },
          right: { at: [w + 2, mid[1]], deg: 90 },
        };
        const { at, deg } = foot[side];
        const pair = [before, after].flatMap((p, i) => {
          const W = p?.stacks.find((s) => s.fins === f.id)?.W;
          return W === undefined ? [] : [{ W, solid: i === 1 }];
        });
        return (
          <g key={f.id} transform={`translate(${at[0]} ${at[1]}) rotate(${deg})`}>
            {pair.map((a, i) => (
              <Arrow
                key={String(a.solid)}
                W={a.W}
                solid={a.solid}
                x={(i - (pair.length - 1) / 2) * Math.max(17, (b.right - b.left) * 0.42 || 17)}
                deg={deg}
                scale={scale}
              />
            ))}
          </g>
        );
      })}
    </g>
  );
}

function Arrow({ W, solid, x, deg, scale }: { W: number; solid: boolean; x: number; deg: number; scale: number }) {
  const half = Math.max(1.5, W * 0.21);
  const d = `M${x - half} 0V-6H${x - half - 3}L${x} -13L${x + half + 3} -6H${x + half}V0Z`;
  // the figure stands past the tip, or above an arrow that points to a side
  const [tx, ty] = deg === 0 || deg === 180 ? [x, -17.5] : [x + (deg < 0 ? 1 : -1) * (half + 7), -6];
  return (
    <>
      <path
        d={d}
        fill={solid ? "var(--air)" : "var(--sheet)"}
        stroke="var(--air)"
        strokeWidth={0.8}
        strokeDasharray={solid ? undefined : "2 1.3"}
      />
      <g transform={`translate(${tx} ${ty}) rotate(${-deg}) scale(${1 / scale})`}>
        <text
          y={5}
          fontSize="var(--text-note)"
          fontWeight={solid ? 760 : 560}
          textAnchor="middle"
          fontFamily="var(--font-num)"
          fill="var(--air)"
          style={{ wordSpacing: "-0.3em" }}
        >
          {Math.round(W)} W
        </text>
      </g>
    </>
  );
}
