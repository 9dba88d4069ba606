import { words } from "@/core/base/words";
import type { RunFacts } from "@/core/measure/judge";
import type { ChipId } from "@/core/measure/thermal";
import type { Matched } from "@/core/measure/pair";

interface Props {
  chip: ChipId;
  matched: Matched;
  facts: { before: RunFacts; after: RunFacts };
}

const w = (v: number | undefined) => (v === undefined ? "not logged" : `${v.toFixed(1)}\u00a0W`);
const rpm = (v: number | null) => (v === null ? "not logged" : words.rpm(v));
const c = (v: number | null) => (v === null ? "none" : `${v.toFixed(1)}\u00a0°C`);

/** The speed both runs are judged at, or that of each where a fan was weak or stood in one. */
const fanAt = ({ fanRpm, fanRpmAfter }: Matched) =>
  fanRpm === null || fanRpmAfter == null
    ? rpm(fanRpm)
    : `${Math.round(fanRpm).toLocaleString("en")}, ${words.rpm(10 * Math.round(fanRpmAfter / 10))}`;

/** What each run had over its last two minutes, and what both are judged at. */
export function MatchedTable({ chip, matched, facts }: Props) {
  const rows: [string, string, string, string][] = [
    ["Power", w(facts.before.latePowerW[chip]), w(facts.after.latePowerW[chip]), w(matched.powerW[chip])],
    ["Fans", rpm(facts.before.fanRpm), rpm(facts.after.fanRpm), fanAt(matched)],
    ["Room", c(facts.before.roomC), c(facts.after.roomC), c(matched.roomC)],
  ];
  return (
    <table className="w-full text-left text-note sm:text-body">
      <thead className="text-note text-ink-2">
        <tr>
          <th className="w-[20%] font-regular">Matched</th>
          <th className="font-regular">Before</th>
          <th className="font-regular">After</th>
          <th className="font-regular">Judged at</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, before, after, at]) => (
          <tr key={name}>
            <th scope="row" className="font-regular">
              {name}
            </th>
            <td className="num">{before}</td>
            <td className="num">{after}</td>
            <td className="num font-bold">{at}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
