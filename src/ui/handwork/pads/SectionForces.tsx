import type { PlateForces } from "@/core/handwork/pads";
import { words } from "@/core/base/words";
import { type WithWork, PLATE_MM, UP } from "./useSection";

/** What the screws on either side of the die give, as the plate lies. */
export function ForcesAbove({ work: { forces, under, plateHalfMm, text } }: WithWork) {
  return (
    <>
      {forces.sides.map((side, i) => {
        const way = i === 0 ? -1 : 1;
        const x = way * (plateHalfMm - 1.6);
        const y = under(x) - PLATE_MM * UP * 0.72;
        return side.screwsN > 0 ? (
          <g key={way}>
            <path
              d={`M${x} ${y - 10}V${y - 1.4}M${x - 1.4} ${y - 3.4}L${x} ${y - 1}L${x + 1.4} ${y - 3.4}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={Math.min(2.2, 0.8 + side.screwsN / 24)}
            />
            <text x={x + way * -2.6} y={y - 7} textAnchor={way > 0 ? "end" : "start"} {...text}>
              {newtons(side.screwsN)}
            </text>
            <text
              x={x + way * -2.6}
              y={y - 3.4}
              textAnchor={way > 0 ? "end" : "start"}
              fontSize={2.7}
              fill="var(--ink-2)"
            >
              {words.counted(side.screws, "screw")}
            </text>
          </g>
        ) : null;
      })}
    </>
  );
}

const newtons = (n: number) => `${words.number(n, 1)} N`;

/** "P1 to P3", "P1 and P4", by their tags in order. */
function tagsWords(tags: readonly string[]): string {
  const sorted = [...tags].sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
  const numbers = sorted.map((t) => Number(t.slice(1)));
  const run = numbers.every((n, i) => i === 0 || n === (numbers[i - 1] ?? 0) + 1);
  return run && sorted.length > 2 ? `${sorted[0] ?? ""} to ${sorted.at(-1) ?? ""}` : words.listed(sorted);
}

interface ForcesBelowProps extends WithWork {
  text: React.SVGProps<SVGTextElement>;
}

/** What dies and pads bear of it: on the whole plate, so that above and below are as much. */
export function ForcesBelow({ work, text }: ForcesBelowProps) {
  const { forces, shown, along, reachMm, onPlate } = work;
  const [left, right] = forces.sides;
  const place = (way: number) => {
    const pad = shown.find((s) => onPlate(s) && Math.sign(along(s)) === way);
    return pad ? along(pad) : way * (reachMm - 12);
  };
  return (
    <g>
      {left.pads.length ? <Upward x={place(-1)} n={left.padsN} what={tagsWords(left.pads)} text={text} /> : null}
      <Upward x={0} n={forces.chipsN} what="the die gets" text={{ ...text, fill: "var(--paste)" }} />
      {right.pads.length ? <Upward x={place(1)} n={right.padsN} what={tagsWords(right.pads)} text={text} /> : null}
    </g>
  );
}

/** "All of C2: 36.6 N from its screws, 26.0 N on the die, 10.2 N on pads, 0.4 N through pipes". */
export function balanceWords({ screwsN, chipsN, padsN, pipesN }: PlateForces, plate: string, unborne: string): string {
  const parts = [`${newtons(chipsN)} on the die`];
  if (padsN > 0.05) parts.push(`${newtons(padsN)} on pads`);
  if (pipesN > 0.05) parts.push(`${newtons(pipesN)} through pipes to the plate beside it`);
  const from = [`${newtons(screwsN)} from screws`];
  if (pipesN < -0.05) from.push(`${newtons(-pipesN)} through pipes`);
  const whole = `All of ${plate && !unborne ? plate : "the plate"}: ${words.listed(from)}; ${words.listed(parts)}.`;
  return unborne ? `${whole} ${unborne} is not among them.` : whole;
}

/** An arrow up from the board with what it bears. */
function Upward({ x, n, what, text }: { x: number; n: number; what: string; text: React.SVGProps<SVGTextElement> }) {
  return (
    <>
      <path
        d={`M${x} 9.4V6.2M${x - 1.2} 7.6L${x} 6L${x + 1.2} 7.6`}
        fill="none"
        stroke={text.fill}
        strokeWidth={Math.min(2.4, 0.7 + n / 12)}
      />
      <text x={x} y={13} textAnchor="middle" {...text}>
        {newtons(n)}
      </text>
      <text x={x} y={16.4} textAnchor="middle" fontSize={2.7} fill="var(--ink-2)">
        {what}
      </text>
    </>
  );
}
