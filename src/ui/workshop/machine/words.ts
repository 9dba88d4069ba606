import type { FORMS } from "@/core/workshop/job";
import type { ENVIRONMENTS } from "@/core/workshop/upkeep";

export const ENVIRONMENT_WORDS: Record<(typeof ENVIRONMENTS)[number], string> = {
  office: "Office air",
  home: "Home, pets or carpet",
  dusty: "Dusty place",
  lint: "Costume lint",
  sawdust: "Sawdust",
  haze: "Haze fluid residue",
};
export const FORM_WORDS: Record<(typeof FORMS)[number], string> = {
  thirteen: "Small, about 300 mm wide",
  fourteen: "Compact, about 320 mm",
  fifteen: "Medium, about 360 mm",
  seventeen: "Large, about 400 mm",
};
export const USE_WORDS = {
  "": "Not said",
  light: "Now and then",
  daily: "Every day",
  long: "All day, hard",
} as const;
