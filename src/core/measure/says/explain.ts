import { words } from "../../base/words";
import type { ChipExplanation, Sums } from "../judge";

/** How the figures of one chip were found, with the arithmetic step by step in plain words. */
export type ExplainedChip = Omit<ChipExplanation, "sums"> & { steps: Step[] };

interface Step {
  title: string;
  text: string;
}

/** The arithmetic behind each chip's figures, in words. */
export const explained = (chips: readonly ChipExplanation[]): ExplainedChip[] =>
  chips.map(({ sums, ...chip }) => ({ ...chip, steps: stepsOf(sums) }));

const K = (v: number): string => words.with(v, "K", 1);

function stepsOf(sums: Sums): Step[] {
  const { powerW, contact, airflow, total, roomC, fan } = sums;
  const height = (v: number) =>
    powerW === null
      ? `${K(v)} at the work of the run before`
      : `${words.kelvinPerWatt(v / powerW, 3)} × ${powerW.toFixed(1)}\u00a0W = ${K(v)}`;
  const rpm = sums.fanRpm === null ? null : Math.round(sums.fanRpm).toLocaleString("en");
  const shared = sums.chips > 1 ? "; what comes from the other chip through shared air is in it" : "";
  return [
    {
      title: "The fit",
      text:
        "One ladder is fitted to both runs at once: die, paste, plate, pipe, fins, room. What belongs to the machine " +
        "is the same in both; what a service changes may differ. The spectrum beside it is found without the ladder, " +
        "as a second opinion: up to 7 s is contact, from 14 s airflow.",
    },
    {
      title: "Contact",
      text: `Before ${height(contact.before.K)}. After ${height(contact.after.K)}. Change ${K(contact.change.K)}.`,
    },
    {
      title: "Airflow",
      text:
        `Before ${height(airflow.before.K)}. After ${height(airflow.after.K)}` +
        `${rpm && fan.kind === "usual" ? `, both at ${rpm}\u00a0rpm` : ""}. Change ${K(airflow.change.K)}${shared}.`,
    },
    ...fanSteps(sums, rpm),
    {
      title: "Room",
      text:
        `Both totals stand on a room of ${roomC}\u00a0°C: ` +
        `${(roomC + total.before.K).toFixed(1)}\u00a0°C before, ${(roomC + total.after.K).toFixed(1)}\u00a0°C after.`,
    },
    {
      title: "How sure",
      text:
        "From what the readings leave open of the ladder, with the drift of two power readings and what the room may " +
        `be off in each run: ${K(total.change.low)} to ${K(total.change.high)}, which holds the truth nine times in ` +
        "ten.",
    },
  ];
}

function fanSteps({ fan, fanGuessed, exponent }: Sums, rpm: string | null): Step[] {
  const steps: string[] = [];
  if (rpm && fan.kind === "usual")
    steps.push(
      `The fins' part goes with fan speed to the power of ${words.number(-exponent.mean, 2)} (± ` +
        `${exponent.sd.toFixed(2)}, from both logs): that brings the run after to ${rpm}\u00a0rpm.`,
    );
  if (fan.kind === "stopped" || fan.kind === "weak")
    steps.push(
      `A fan that is ${fan.kind} is the reason itself: the run ${fan.run ?? "after"} is judged at the speed it had.`,
    );
  if (fanGuessed)
    steps.push(
      "No fan is logged: a usual fan curve over the temperature stands in, and the data decide how much it counts.",
    );
  return steps.map((text) => ({ title: "Fan speed", text }));
}
