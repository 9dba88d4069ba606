import { de } from "./de";
import { en } from "./en";
import type { Language } from "../../base/words";
import { fr } from "./fr";
import type { Texts } from "./texts";

const TEXTS: Record<Language, Texts> = { en, de, fr };

export const textsIn = (language: Language): Texts => TEXTS[language];
