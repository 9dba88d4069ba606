import type { SettingEffect } from "../pair/settings";

const EFFECTS: Record<SettingEffect, string> = {
  "power-logged": "Another power, but power is in the log, so it can be judged.",
  "power-hidden": "Another power, and none is logged: the runs may not compare.",
  "mode-logged": "Fans follow another curve. Power and fan speed are in the log, so it can be judged.",
  "mode-hidden": "Power or fans follow another curve and are not both logged: the runs may not compare.",
  "speed-logged": "Another fan speed, but it is in the log, so it can be judged.",
  "speed-hidden": "Another fan speed, and none is logged: it counts as airflow.",
  charging: "A battery that charges warms the case: that is allowed for, and widens the verdict.",
  air: "This changes the air itself: it is allowed for, and widens the verdict.",
};

/** What a setting that differs does to the judgement, in words. */
export const settingWords = (effect: SettingEffect): string => EFFECTS[effect];
