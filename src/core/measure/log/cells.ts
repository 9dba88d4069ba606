/**
 * One cell of a log as text to a number. Used for the head of the file and for cells the byte loop could
 * not read: units behind the number, thousands marks, quotes. Returns NaN for "no reading", null for text.
 */
export function parseCell(text: string, decimalComma: boolean): number | null {
  let s = text.trim();
  if (s.length >= 2 && s.startsWith('"') && s.endsWith('"')) s = s.slice(1, -1).trim();
  if (s === "" || NO_READING.test(s)) return NaN;
  s = s.replace(/[\u2212\u2013]/g, "-");
  const match = NUMBER_WITH_UNIT.exec(s);
  if (!match) return null;
  let digits = (match[1] ?? "").replace(/[\u00a0\u202f' ]/g, "");
  if (decimalComma) digits = digits.replace(/\./g, "").replace(",", ".");
  else if (/^[-+]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(digits)) digits = digits.replace(/,/g, "");
  else digits = digits.replace(",", ".");
  const value = Number(digits);
  return Number.isFinite(value) ? value : null;
}

/** The unit written behind the number in a cell, such as the "°C" of "45.5 °C"; "" without one. */
export function unitInCell(text: string): string {
  const match = NUMBER_WITH_UNIT.exec(text.trim().replace(/^"|"$/g, ""));
  return match?.[2]?.trim() ?? "";
}

const NO_READING =
  /^(n\.?\/?a\.?|nan|null|none|nil|-+|\u2013|\u2014|\?+|inf|-inf|infinity|unknown|error|err|invalid|off|not available|missing|#n\/?a)$/i;
const NUMBER_WITH_UNIT =
  /^([-+]?(?:\d[\d.,'\u00a0\u202f]*|[.,]\d+)(?:[eE][-+]?\d+)?)\s*((?:[a-zA-Z\u00b0\u00ba%\u2103\u2109\u00b5][a-zA-Z\u00b0/%.-]{0,7})?)$/;

/** Splits one line into its cells; quotes may hold the separator and doubled quotes. */
export function splitLine(line: string, separator: string): string[] {
  if (!line.includes('"')) return line.split(separator);
  const cells: string[] = [];
  let cell = "";
  let quoted = false;
  for (let i = 0; i < line.length; i++) {
    const c = line[i];
    if (quoted) {
      if (c !== '"') cell += c;
      else if (line[i + 1] === '"') {
        cell += '"';
        i++;
      } else quoted = false;
    } else if (c === '"' && cell.trim() === "") {
      quoted = true;
      cell = "";
    } else if (c === separator) {
      cells.push(cell);
      cell = "";
    } else cell += c;
  }
  cells.push(cell);
  return cells;
}
