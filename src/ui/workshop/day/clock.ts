/** A minute of the day as its clock shows it: 585.4 → "9:45". */
export const clock = (minutes: number): string => {
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60) % 24}:${String(whole % 60).padStart(2, "0")}`;
};

/** What was typed as a minute of the day: "9:45", "9.45", "945"; null for none. */
export function minuteOf(text: string): number | null {
  const found = /^\s*(\d{1,2})(?:[:.]?(\d{2}))?\s*$/.exec(text);
  const [hours, minutes] = [Number(found?.[1]), Number(found?.[2] ?? 0)];
  return found && hours <= 24 && minutes < 60 && hours * 60 + minutes <= 1_440 ? hours * 60 + minutes : null;
}
