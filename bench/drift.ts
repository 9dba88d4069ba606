import { randomLcg } from "d3-random";
import { courseOf, forecastOf } from "../src/core/workshop/history";
import { madeYears } from "../src/core/workshop/history/made";

/**
 * `npm run bench -- drift [trials]`: made-up years of machines, by how many intervals are known, how
 * unlike they are, how
 * well runs measure, and how many runs are far off; how often the 90 % interval holds what the next interval truly
 * brings, and how wide it is.
 */
export function benchDrift(args: string[]): void {
  const trials = Number(args[0] ?? 100);
  console.log(`drift of the airflow, 0.025 K/W a month, ${trials} machines a line; 90 % is honest`);
  console.log("intervals  unlike  error  odd runs   held   width, K/W a month   bias      no date");
  let [held, all] = [0, 0];
  for (const intervals of [2, 3, 5])
    for (const differs of [0.05, 0.2, 0.4])
      for (const [error, odd] of [
        [0.02, 0],
        [0.06, 0],
        [0.03, 0.08],
      ] as const) {
        let [hits, width, bias, none] = [0, 0, 0, 0];
        for (let i = 0; i < trials; i++) {
          const made = madeYears(
            { intervals, airflow: 0.025, differs, contact: 0.004, error, odd },
            randomLcg((i + 0.5) / trials),
          );
          const course = courseOf(made.visits, "cpu");
          const drift = course?.airflow.drift;
          if (!course || !drift) continue;
          if (made.next.airflow >= drift.low && made.next.airflow <= drift.high) hits++;
          width += (drift.high - drift.low) / trials;
          bias += (drift.mid - 0.025) / trials;
          if (!forecastOf(course, 95, 18)?.throttling?.early) none++;
        }
        held += hits;
        all += trials;
        console.log(
          [
            String(intervals).padStart(9),
            `${(100 * differs).toFixed(0)} %`.padStart(7),
            `${(100 * error).toFixed(0)} %`.padStart(6),
            `${(100 * odd).toFixed(0)} %`.padStart(9),
            `${((100 * hits) / trials).toFixed(0)} %`.padStart(6),
            width.toFixed(4).padStart(20),
            bias.toFixed(4).padStart(9),
            String(none).padStart(9),
          ].join(" "),
        );
      }
  console.log(`held over all: ${((100 * held) / all).toFixed(1)} % of ${all}`);
}
