/**
 * The vocabulary headings are read with: words of several languages, without accents, in lower case.
 * A word matches a whole token, or the start of one when it ends in "*", or the end when it starts with "*".
 */
export const DEVICE_WORDS = {
  cpu: (
    "cpu cpus processor prozessor* processeur procesador processador processore procesor* protsessor " +
    "processzor suoritin tctl tdie core cores kern kerne kernen coeur coeurs nucleo nucleos nucleu package pkg " +
    "socket soc"
  ).split(" "),
  gpu: (
    "gpu gpus graphics grafik* graphique* grafica* grafico* graficos grafische grafisk* graficz* grafick* grafiik* " +
    "naytonohjain video* vga dgpu igpu shader"
  ).split(" "),
  drive: "drive ssd nvme hdd disk disks festplatte* laufwerk* disque disco dysk schijf harddisk storage m2".split(" "),
  room: (
    "room amb ambient ambiente ambiante ambientale inlet intake raum* zimmer* umgebung* piece sala stanza " +
    "kamer omgeving outside indoor"
  ).split(" "),
  fan: (
    "fan fans lufter* luefter* ventilat* ventilad* ventola ventole wentylator* blower blowers *lufter " +
    "*luefter ventilador* ventoinha* tuuletin* flakt* vifte* ventilyator* kuler"
  ).split(" "),
  case: (
    "case chassis board mainboard motherboard hauptplatine system pch chipset gehause* gehaeuse* boitier " +
    "carcasa caja vrm vr mos ambientsensor platine"
  ).split(" "),
  base: "base surface skin bottom underside palmrest unterseite oberflache boden dessous surface".split(" "),
  memory: "memory mem ram dimm vram speicher* memoire memoria geheugen junction".split(" "),
  battery: "battery batterie bateria akku accu charger adapter ac netzteil".split(" "),
} as const;

export const QUANTITY_WORDS = {
  temperature: (
    "temp temperature* temperatur* temperat* tmp thermal tctl tdie degc degf celsius fahrenheit *temp " +
    "*temperatur *temperature teplota lampotila homerseklet"
  ).split(" "),
  power: (
    "power wattage leistung* puissance potencia potenza vermogen moc watt watts w mw pwr *leistung consumption " +
    "ppt tdp draw vykon teho teljesitmeny effekt"
  ).split(" "),
  load: (
    "load usage util utilization utilisation auslastung* last charge carga carico busy belastung nutzung " +
    "utilizacion utilizzo activity *auslastung use uso"
  ).split(" "),
  clock: (
    "clock clk freq frequency takt* taktrate frequenz frequence frecuencia frequenza mhz ghz speed *takt " +
    "frequentie hz"
  ).split(" "),
  rpm: "rpm drehzahl* tach tacho tachometer *drehzahl umin trmin regime".split(" "),
  time: (
    "time zeit* uhrzeit temps hora tempo tijd czas timestamp timestamps stamp date datum fecha data elapsed " +
    "seconds sekunden secondes segundos secondi sec secs s t ts clocktime datetime epoch laufzeit duration heure " +
    "minutes ms"
  ).split(" "),
} as const;

/** Words that turn a column into something else than the reading itself: limits, shares, extremes. */
export const NOT_A_READING = (
  "limit limits grenze limite tjmax tj distance abstand critical crit kritisch throttl* target soll setpoint " +
  "hysteresis voltage volt volts vid spannung tension voltaje current ampere amps strom hot hotspot spot " +
  "minimum mindest rest remaining capacity wear health rate read write throughput errors error count pwm " +
  "budget pl1 pl2 requested request ratio multiplier version bus ring uncore cache fabric llc sa gt ia yes " +
  "no"
).split(" ");

/** Words of a chip's hottest place: a reading of the chip where nothing else is. */
export const HOT_SPOT = ["hot", "hotspot", "spot"];

/** Where on a chip a sensor sits, as its heading says. */
export type PlaceRead = "hottest core" | "hot spot" | "average" | "package";

/**
 * The place a heading speaks of; the package where it says nothing.
 *
 * @example
 * placeRead("GPU Hot Spot [°C]"); // "hot spot"
 */
export function placeRead(heading: string): PlaceRead {
  const own = tokens(heading);
  const has = (list: readonly string[]) => list.some((w) => own.includes(w));
  if (has(HOT_SPOT)) return "hot spot";
  if (has(AVERAGE)) return "average";
  return has(["core", "cores", "kern", "kerne"]) && has(["max", "hottest"]) ? "hottest core" : "package";
}

export const AVERAGE = ["average", "avg", "mittel", "mittelwert", "moyenne", "mean"];

export type Device = keyof typeof DEVICE_WORDS;
export type Quantity = "temperature" | "power" | "load" | "clock" | "rpm" | "time";

/** Lower case, without accents and brackets, letters and digits apart: the tokens of a heading. */
export function tokens(heading: string): string[] {
  return heading
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .replace(/([A-Z]{2,})([A-Z][a-z])/g, "$1 $2")
    .replace(/œ/gi, "oe")
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase()
    .replace(/°/g, " deg")
    .replace(/\bu\s*\/\s*min\b/g, " umin ")
    .replace(/\btr\s*\/\s*min\b/g, " trmin ")
    .replace(/[^\p{L}\p{N}%]+/gu, " ")
    .replace(/(\p{L})(\p{N})/gu, "$1 $2")
    .replace(/(\p{N})(\p{L})/gu, "$1 $2")
    .replace(/\bm 2\b/g, "m2")
    .trim()
    .split(/\s+/)
    .filter(Boolean);
}

/** How many of the tokens are in the list. */
export function countWords(list: readonly string[], words: readonly string[]): number {
  let n = 0;
  for (const token of list) if (words.some((w) => wordMatches(w, token))) n++;
  return n;
}

function wordMatches(word: string, token: string): boolean {
  if (word.endsWith("*")) return token.startsWith(word.slice(0, -1));
  if (word.startsWith("*")) return token.endsWith(word.slice(1));
  return word === token;
}

export type Unit =
  "°C" | "°F" | "W" | "mW" | "%" | "rpm" | "krpm" | "MHz" | "GHz" | "kHz" | "Hz" | "1/s" | "V" | "A" | "other" | "";

/** Units a column can be told to be written in. */
export const DECLARED_UNITS = ["°C", "°F", "W", "mW", "%", "rpm", "krpm", "MHz", "GHz", "kHz", "Hz", "1/s"] as const;

const UNITS: readonly [RegExp, Unit][] = [
  [/^(°\s?c|º\s?c|deg\.?\s?c|℃|celsius|c|grad c|\?c)$/i, "°C"],
  [/^(°\s?f|º\s?f|deg\.?\s?f|℉|fahrenheit|f|\?f)$/i, "°F"],
  [/^(mw|milliwatts?)$/i, "mW"],
  [/^(w|watts?)$/i, "W"],
  [/^(%|percent|prozent|pct)$/i, "%"],
  [/^(rpm|u\/min|1\/min|min-1|min⁻¹|tr\/min|r\/min|giri\/min|obr\/min|upm)$/i, "rpm"],
  [/^(krpm)$/i, "krpm"],
  [/^mhz$/i, "MHz"],
  [/^ghz$/i, "GHz"],
  [/^khz$/i, "kHz"],
  [/^hz$/i, "Hz"],
  [/^(1\/s|per s|per second|\/s|s-1|s⁻¹)$/i, "1/s"],
  [/^(m?v|volts?)$/i, "V"],
  [/^(m?a|amps?)$/i, "A"],
];

export function unitFromText(text: string): Unit {
  const t = text.trim();
  if (t === "") return "";
  for (const [form, unit] of UNITS) if (form.test(t)) return unit;
  return "other";
}

/** The unit a heading names: in brackets, behind a comma or slash, or as its last word. */
export function unitInHeading(heading: string): Unit {
  const bracket = [...heading.matchAll(/[[({]\s*([^\])}]{1,12})\s*[\])}]/g)]
    .map((m) => unitFromText(m[1] ?? ""))
    .filter((u) => u !== "" && u !== "other");
  if (bracket.length > 0) return bracket[bracket.length - 1] ?? "";
  const tail =
    /(?:[,/:;]\s*|\s(?:in|en)\s|\s|_)(°?\s?[^\s,/:;_]{1,10}|u\/min|tr\/min|1\/min|r\/min)$/i.exec(
      heading.trim(),
    )?.[1] ?? "";
  const slash = /(u\/min|tr\/min|1\/min|r\/min|min-1)$/i.exec(heading.trim())?.[1];
  const unit = unitFromText(slash ?? tail);
  if (unit === "other") return "";
  // a lone trailing letter is a unit only with a degree sign or when it is unmistakable
  if ((unit === "°C" || unit === "°F" || unit === "A" || unit === "V") && /^[cfav]$/i.test(tail))
    return /[_ ,/]([CF])$/i.test(heading) && !/core|kern/i.test(heading) ? unit : "";
  return unit;
}
