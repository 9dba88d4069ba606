import type { View } from "./useView";

const STEPS = [1, 2, 5, 10, 20, 50, 100, 200];

/** Millimetre rulers on the top and left edge of the sheet. */
export function Rulers({ view, width, height }: { view: View; width: number; height: number }) {
  const step = STEPS.find((s) => s * view.scale >= 74) ?? 500;
  const fine = step / (step === 2 || step === 20 || step === 200 ? 4 : 5);
  const marks = (from: number, length: number) => {
    const first = Math.ceil((26 - from) / view.scale / fine) * fine;
    return Array.from(
      {
        length: Math.max(0, Math.min(400, Math.floor((length - from - view.scale * first) / (fine * view.scale)) + 1)),
      },
      (_, i) => first + i * fine,
    );
  };
  const isMain = (v: number) => Math.abs(v / step - Math.round(v / step)) < 1e-6;
  return (
    <g aria-hidden fontFamily="var(--font-num)" fontSize="var(--text-tag)" fill="var(--ink-3)" stroke="none">
      <path d={`M0 0h${width}v26h${26 - width}v${height - 26}h-26z`} fill="var(--sheet)" />
      <text x={4} y={16}>
        mm
      </text>
      {marks(view.x, width).map((v) => {
        const x = view.x + v * view.scale;
        return (
          <g key={`x${v}`}>
            <path d={`M${x} 25.5v${isMain(v) ? -9 : -4.5}`} stroke="var(--ink-3)" strokeWidth={1} />
            {isMain(v) && x > 40 ? (
              <text x={x + 3} y={14}>
                {Math.round(v)}
              </text>
            ) : null}
          </g>
        );
      })}
      {marks(view.y, height).map((v) => {
        const y = view.y + v * view.scale;
        return (
          <g key={`y${v}`}>
            <path d={`M25.5 ${y}h${isMain(v) ? -9 : -4.5}`} stroke="var(--ink-3)" strokeWidth={1} />
            {isMain(v) && y > 60 ? <text transform={`translate(13 ${y - 3}) rotate(-90)`}>{Math.round(v)}</text> : null}
          </g>
        );
      })}
      <path d={`M26 25.5h${width - 26}M25.5 26v${height - 26}`} stroke="var(--line)" strokeWidth={1} />
    </g>
  );
}
