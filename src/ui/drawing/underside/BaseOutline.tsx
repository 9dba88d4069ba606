import { type BaseShape, baseShape } from "./base";

/** The closed underside to scale, hinge edge up. It stands in until the machine's own drawing exists. */
export function BaseOutline({ form, pxPerMm, seal = false }: { form: string; pxPerMm: number; seal?: boolean }) {
  const b = baseShape(form);
  const margin = 6;
  const W = b.widthMm + 2 * margin;
  const H = b.depthMm + 2 * margin;
  const cross = (x: number, y: number) => `M${x - 1.1} ${y}h2.2M${x} ${y - 1.1}v2.2`;
  return (
    <svg
      aria-hidden
      width={W * pxPerMm}
      height={H * pxPerMm}
      viewBox={`${-margin} ${-margin} ${W} ${H}`}
      className="block"
    >
      <rect x={0.6} y={1.6} width={b.widthMm} height={b.depthMm} rx={9} fill="var(--d-shadow)" />
      <path
        d={`M${0.1 * b.widthMm} 0v-3.4h${0.8 * b.widthMm}v3.4`}
        fill="var(--d-al3)"
        stroke="var(--d-ink)"
        strokeWidth={0.7}
      />
      <rect width={b.widthMm} height={b.depthMm} rx={9} fill="var(--cover)" stroke="var(--d-ink)" strokeWidth={1.1} />
      <rect
        x={2.6}
        y={2.6}
        width={b.widthMm - 5.2}
        height={b.depthMm - 5.2}
        rx={7}
        fill="none"
        stroke="var(--d-ink)"
        strokeOpacity={0.35}
        strokeWidth={0.5}
      />
      <path
        d={`M9 1.5h${b.widthMm - 18}M1.5 9v${b.depthMm - 18}`}
        stroke="#fff"
        strokeOpacity={0.35}
        strokeWidth={0.7}
        fill="none"
      />
      {b.vents.flatMap((v) =>
        Array.from({ length: v.slots }, (_, i) => (
          <rect key={`${v.x}-${i}`} x={v.x} y={v.y + i * 7} width={v.w} height={3.3} rx={1.6} fill="var(--d-we2)" />
        )),
      )}
      {b.grilles.flatMap((g) =>
        Array.from({ length: 11 }, (_, i) => (
          <rect key={`${g.x}-${i}`} x={g.x} y={g.y + i * 3.8} width={14} height={1.7} rx={0.8} fill="var(--d-we2)" />
        )),
      )}
      <FeetAndScrews b={b} cross={cross} />
      {[0.24, 0.44, 0.62, 0.8].map((f, i) => (
        <path
          key={f}
          d={`M${b.label.x + 4} ${b.label.y + f * b.label.h}h${(i % 2 ? 0.55 : 0.78) * b.label.w}`}
          stroke="var(--d-al3)"
          strokeWidth={1}
        />
      ))}
      {seal ? (
        <rect
          x={b.widthMm * 0.58}
          y={b.depthMm * 0.38}
          width={20}
          height={11}
          rx={5}
          fill="var(--caution)"
          stroke="var(--d-ink)"
          strokeWidth={0.6}
        />
      ) : null}
      <Vents b={b} />
    </svg>
  );
}

interface FeetAndScrewsProps {
  b: BaseShape;
  cross: (x: number, y: number) => string;
}

/** Feet, screws and the label of a base. */
function FeetAndScrews({ b, cross }: FeetAndScrewsProps) {
  return (
    <>
      {b.feet.map((f) => (
        <rect
          key={`${f.x}-${f.y}`}
          x={f.x}
          y={f.y}
          width={f.w}
          height={f.h}
          rx={f.h / 2}
          fill="var(--d-we2)"
          stroke="var(--d-ink)"
          strokeWidth={0.4}
        />
      ))}
      {b.screws.map(([x, y]) => (
        <g key={`${x}-${y}`}>
          <circle cx={x} cy={y} r={3} fill="var(--d-al2)" stroke="var(--d-ink)" strokeWidth={0.6} />
          <circle cx={x} cy={y} r={1.7} fill="var(--d-we2)" />
          <path d={cross(x, y)} stroke="var(--d-al1)" strokeWidth={0.5} />
        </g>
      ))}
      <rect
        x={b.label.x}
        y={b.label.y}
        width={b.label.w}
        height={b.label.h}
        fill="var(--d-al1)"
        stroke="var(--d-ink)"
        strokeWidth={0.5}
      />
    </>
  );
}

interface VentsProps {
  b: BaseShape;
}

/** Ports at both sides of a base. */
function Vents({ b }: VentsProps) {
  return (
    <>
      {[0.5, 0.58, 0.66].map((f) => (
        <g key={f}>
          <rect
            x={-2}
            y={f * b.depthMm}
            width={4.6}
            height={11}
            rx={1}
            fill="var(--d-al3)"
            stroke="var(--d-ink)"
            strokeWidth={0.5}
          />
          <rect
            x={b.widthMm - 2.6}
            y={f * b.depthMm}
            width={4.6}
            height={11}
            rx={1}
            fill="var(--d-al3)"
            stroke="var(--d-ink)"
            strokeWidth={0.5}
          />
        </g>
      ))}
    </>
  );
}
