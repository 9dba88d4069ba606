/** The cross that the arrow keys move. */
export function Cross({ xMm, yMm, scale }: { xMm: number; yMm: number; scale: number }) {
  const l = 15 / scale;
  const d = `M${xMm - l} ${yMm}h${2 * l}M${xMm} ${yMm - l}v${2 * l}`;
  return (
    <g aria-hidden pointerEvents="none" fill="none">
      <path d={d} stroke="var(--sheet)" strokeWidth={5 / scale} />
      <path d={d} stroke="var(--copper)" strokeWidth={2 / scale} />
      <circle cx={xMm} cy={yMm} r={7 / scale} stroke="var(--copper)" strokeWidth={2.4 / scale} />
    </g>
  );
}
