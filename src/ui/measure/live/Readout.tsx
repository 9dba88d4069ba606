import type { ReactNode } from "react";
import { words } from "@/core/base/words";
import type { LiveView } from "@/core/measure/protocol";

/** How large a reading stands: five in a row leave each less room. */
const LARGE = "[--reading:44px]";
const SMALLER = "[--reading:clamp(25px,2.5vw,35px)]";

/** What is read now, large enough for two metres. */
export function Readout({ view }: { view: LiveView }) {
  const { readings, settling, needs, conditions } = view;
  const fan = readings.fans[0];
  const watts = readings.chips.some((c) => c.W !== null) ? readings.chips.reduce((s, c) => s + (c.W ?? 0), 0) : null;
  const steady = (code: string) => needs.find((n) => n.code === code && n.met)?.figure;
  const room = readings.roomC ?? conditions.roomStartC;
  const warm = readings.chips.filter((c) => c.C !== null);
  const works = warm.length === 0 ? readings.chips.filter((c) => c.work !== null) : [];
  const tiles = warm.length + works.length + Number(watts !== null) + Number(fan !== undefined) + 1;
  return (
    <div className={`flex flex-wrap border-b-[1.5px] border-line ${tiles > 4 ? SMALLER : LARGE}`}>
      {warm.map((c) => (
        <Figure key={c.chip} name={words.capital(words.chip(c.chip))} value={words.number(c.C ?? 0, 1)} unit="°C">
          {settling?.chip === c.chip ? (
            <>
              {settling.perMinuteK < 0.05 ? (
                "at rest"
              ) : (
                <>
                  climbing <b className="num font-strong">{words.number(settling.perMinuteK, 1)} K</b>/min
                </>
              )}
            </>
          ) : (
            ""
          )}
        </Figure>
      ))}
      {works.map((c) => (
        <Figure
          key={c.chip}
          name={`${words.capital(words.chip(c.chip))}, work`}
          value={words.number(c.work ?? 0)}
          unit="/s"
        >
          no sensor here
        </Figure>
      ))}
      {watts !== null ? (
        <Figure name="Power" value={words.number(watts, 1)} unit="W">
          {steady("steady") ? "steady" : "changing"}
        </Figure>
      ) : null}
      {fan ? (
        <Figure name={readings.fans.length > 1 ? "Fans" : "Fan"} value={words.number(fan.value)} unit={fan.unit}>
          {steady("fans") ? (
            <>
              steady for <b className="num font-strong">{steady("fans")}</b>
            </>
          ) : (
            "changing"
          )}
        </Figure>
      ) : null}
      <Figure name="Room" value={room === null ? "–" : words.number(room, 1)} unit={room === null ? "" : "°C"}>
        {readings.roomC !== null ? "in the log" : room === null ? "not read yet" : "as read at the start"}
      </Figure>
    </div>
  );
}

interface FigureProps {
  name: string;
  value: string;
  unit: string;
  children: ReactNode;
}

function Figure({ name, value, unit, children }: FigureProps) {
  return (
    <div className="min-w-33 flex-1 border-r border-line-2 px-4 py-2 first:pl-5 last:border-r-0">
      <p className="text-lead text-ink-2">{name}</p>
      <p className="num text-(length:--reading) leading-12 tracking-[-0.02em] font-strong whitespace-nowrap">
        {value}
        <span className="pl-1 text-title font-medium text-ink-2">{unit}</span>
      </p>
      <p className="min-h-5.5 text-note text-ink-2">{children}</p>
    </div>
  );
}
