import { bad, good, type Result } from "../result";
import { parseCell } from "./cells";
import { detectEncoding, notText, type Decoding } from "./decode";
import { logProblem, WarningTally, type LogWarning } from "./problems";
import type { ColumnGuess, Role } from "./recognise";
import { sniffLayout, timeFormOf, type Layout } from "./sniff";
import { timeFromBytes, type TimeForm } from "./times";

/** What the technician said a column is, overriding what was recognised. Keyed by heading. */
export type ColumnChoices = Readonly<Record<string, Role>>;

/** A read log: the columns as numbers in the units of the file, before any conversion. */
export interface LogTable {
  decoding: Decoding;
  layout: Layout;
  columns: ColumnGuess[];
  timeForm: TimeForm;
  rows: number;
  /** Raw time per row in seconds, as written (not yet put in order). */
  time: Float64Array;
  /** 1-based line of each row, for messages. */
  lines: Uint32Array;
  /** One array per column of the file; null where the column holds no numbers or was not kept. */
  values: (Float32Array | null)[];
  warnings: LogWarning[];
}

export interface ReadOptions {
  choices?: ColumnChoices;
  /** What was told of earlier files, by the key of their header. */
  remembered?: Readonly<Record<string, ColumnChoices>>;
  /** Size of the whole file in bytes, where known: sizes the columns at once. */
  sizeBytes?: number;
}

const HEAD_BYTES = 96 * 1024;
const LF = 10;
const SKIP = 0;
const NUMBER = 1;
const TIME_NUMBER = 2;
const TIME_CLOCK = 3;
const TIME_ISO = 4;
const POW10 = Float64Array.from({ length: 24 }, (_, i) => 10 ** i);

/**
 * Reads a sensor log from chunks of bytes of any size, in one pass and in memory bounded by the numbers kept.
 * Call `push` for each chunk, then `finish`. A problem found early is reported by `finish`.
 */
export class LogReader {
  private head: Uint8Array[] = [];
  private headBytes = 0;
  private tail = new Uint8Array(0);
  private problem: ReturnType<typeof logProblem.empty> | null = null;
  private transcode: TextDecoder | null = null;
  private decoding: Decoding = { encoding: "utf-8", markBytes: 0 };
  private layout: Layout | null = null;
  private columns: ColumnGuess[] = [];
  private timeForm: TimeForm = { kind: "number", scale: 1, epoch: false };
  private kinds = new Uint8Array(0);
  private separator = 44;
  private decimal = 46;
  private headerText = "";
  private line = 0;
  private rows = 0;
  private capacity = 0;
  private time = new Float64Array(0);
  private lines = new Uint32Array(0);
  private values: (Float32Array | null)[] = [];
  private row = new Float64Array(0);
  private tally = new WarningTally();
  private seenBytes = 0;
  private crOnly = false;

  constructor(private readonly options: ReadOptions = {}) {}

  /** Bytes taken in so far. */
  get bytes(): number {
    return this.seenBytes;
  }

  push(chunk: Uint8Array): void {
    this.seenBytes += chunk.length;
    if (this.problem) return;
    if (this.layout) {
      this.feed(chunk);
      return;
    }
    this.head.push(chunk);
    this.headBytes += chunk.length;
    if (this.headBytes >= HEAD_BYTES) this.open(false);
  }

  finish(): Result<LogTable> {
    if (!this.layout && !this.problem) this.open(true);
    if (this.problem) return bad(this.problem);
    const layout = this.layout;
    if (!layout) return bad(logProblem.empty());
    this.feedText(this.transcode?.decode() ?? "");
    if (this.tail.length) this.parseRow(this.tail, 0, this.tail.length, true);
    if (this.rows < 5) return bad(logProblem.tooFewRows(this.rows));
    return good({
      decoding: this.decoding,
      layout,
      columns: this.columns,
      timeForm: this.timeForm,
      rows: this.rows,
      time: this.time.subarray(0, this.rows),
      lines: this.lines.subarray(0, this.rows),
      values: this.values.map((v) => v?.subarray(0, this.rows) ?? null),
      warnings: this.tally.list(),
    });
  }

  /** Sniffs the head, sets the column readers up, then reads the head itself. */
  private open(complete: boolean): void {
    const head = join(this.head, this.headBytes);
    this.head = [];
    if (head.length === 0) return this.fail(logProblem.empty());
    this.decoding = detectEncoding(head);
    const what = notText(head, this.decoding.encoding);
    if (what) return this.fail(logProblem.notText(what));
    const text = new TextDecoder(this.decoding.encoding).decode(head);
    if (text.trim() === "") return this.fail(logProblem.empty());
    const sniffed = sniffLayout(text, complete);
    if (!sniffed.ok) return this.fail(sniffed.problem);
    const layout = sniffed.value;
    this.columns = applyChoices(layout.columns, { ...this.options.remembered?.[headerKey(layout.headings)], ...this.options.choices });
    const timeColumn = this.columns.find((c) => c.role === "time");
    if (!timeColumn) return this.fail(logProblem.noTime(layout.headerLine));
    this.timeForm = timeFormOf(layout, timeColumn.index);
    this.separator = layout.separator.charCodeAt(0);
    this.decimal = layout.decimalComma ? 44 : 46;
    this.headerText = layout.headings.join("\u0000");
    this.setKinds(layout, timeColumn.index);
    this.reserve(this.estimateRows(text, head.length));
    this.layout = layout;
    if (this.decoding.encoding.startsWith("utf-16")) this.transcode = new TextDecoder(this.decoding.encoding);
    this.crOnly = !text.includes("\n") && text.includes("\r");
    this.feed(head.subarray(this.transcode ? 0 : this.decoding.markBytes));
  }

  private setKinds(layout: Layout, timeIndex: number): void {
    const width = layout.headings.length;
    this.kinds = new Uint8Array(width);
    this.row = new Float64Array(width);
    this.values = Array.from({ length: width }, () => null);
    // a wide log keeps what was recognised; a narrow one keeps every number, so that any column can still be chosen
    const keepAll = width <= 32 || (this.options.sizeBytes ?? 0) < 24e6;
    for (const c of this.columns) {
      if (c.index === timeIndex) this.kinds[c.index] = this.timeForm.kind === "number" ? TIME_NUMBER : this.timeForm.kind === "clock" ? TIME_CLOCK : TIME_ISO;
      else if ((c.role !== "none" && c.role !== "date") || !c.sure) this.kinds[c.index] = NUMBER;
      else if (keepAll && (layout.heads[c.index]?.samples.some((v) => Number.isFinite(v)) ?? false)) this.kinds[c.index] = NUMBER;
    }
  }

  private estimateRows(headText: string, headBytes: number): number {
    const lines = Math.max(1, headText.split(/\r\n|\n|\r/).length - 1);
    return Math.ceil(((this.options.sizeBytes ?? headBytes) / headBytes) * lines * 1.02) + 64;
  }

  private reserve(capacity: number): void {
    this.capacity = capacity;
    const grow = <T extends Float64Array | Float32Array | Uint32Array>(old: T, made: T): T => {
      made.set(old);
      return made;
    };
    this.time = grow(this.time, new Float64Array(capacity));
    this.lines = grow(this.lines, new Uint32Array(capacity));
    for (let c = 0; c < this.kinds.length; c++) if (this.kinds[c] === NUMBER) this.values[c] = grow(this.values[c] ?? new Float32Array(0), new Float32Array(capacity));
  }

  private feed(chunk: Uint8Array): void {
    if (this.transcode) this.feedText(this.transcode.decode(chunk, { stream: true }));
    else this.feedBytes(chunk);
  }

  private feedText(text: string): void {
    if (text) this.feedBytes(new TextEncoder().encode(text));
  }

  private feedBytes(chunk: Uint8Array): void {
    const newline = this.crOnly ? 13 : LF;
    let buf = chunk;
    if (this.tail.length) {
      // only the line that spans two chunks is copied
      const end = chunk.indexOf(newline);
      if (end < 0) {
        this.tail = join([this.tail, chunk], this.tail.length + chunk.length);
        return;
      }
      const line = join([this.tail, chunk.subarray(0, end)], this.tail.length + end);
      this.tail = new Uint8Array(0);
      this.parseRow(line, 0, line.length, false);
      buf = chunk.subarray(end + 1);
    }
    let from = 0;
    const firstData = this.layout?.firstDataLine ?? 1;
    while (this.line < firstData - 1 || newline !== LF) {
      const end = buf.indexOf(newline, from);
      if (end < 0) break;
      this.parseRow(buf, from, end, false);
      from = end + 1;
    }
    const last = newline === LF ? buf.lastIndexOf(LF) : -1;
    if (last >= from) {
      this.parseRows(buf, from, last + 1);
      from = last + 1;
    }
    if (from < buf.length) this.tail = buf.slice(from);
  }

  /**
   * The quick way through whole lines [from, end): every cell a plain number or a time, as many as headings.
   * The first thing out of the ordinary in a line sends that line through `parseRow`.
   */
  private parseRows(buf: Uint8Array, from: number, end: number): void {
    const { kinds, separator, decimal } = this;
    const width = kinds.length;
    let { values, time, lines } = this;
    let r = this.rows;
    let p = from;
    while (p < end) {
      if (r === this.capacity) {
        this.reserve(Math.ceil(this.capacity * 1.6) + 64);
        ({ values, time, lines } = this);
      }
      const start = p;
      let t = NaN;
      let c = 0;
      for (; c < width; c++) {
        const kind = kinds[c] as number;
        if (kind === NUMBER || kind === TIME_NUMBER) {
          const negative = buf[p] === 45;
          if (negative) p++;
          const digits = p;
          let m = 0;
          let x = (buf[p] as number) - 48;
          while (x >= 0 && x <= 9) {
            m = m * 10 + x;
            x = (buf[++p] as number) - 48;
          }
          let count = p - digits;
          if (x + 48 === decimal && decimal !== separator) {
            const fraction = ++p;
            x = (buf[p] as number) - 48;
            while (x >= 0 && x <= 9) {
              m = m * 10 + x;
              x = (buf[++p] as number) - 48;
            }
            count += p - fraction;
            if (p > fraction) m /= POW10[p - fraction] as number;
          }
          if (count === 0 || count > 15) break;
          if (negative) m = -m;
          if (kind === TIME_NUMBER) t = m;
          else (values[c] as Float32Array)[r] = m;
        } else {
          const cell = p;
          let b = buf[p] as number;
          while (b !== separator && b !== LF && b !== 34) b = buf[++p] as number;
          if (b === 34) break;
          if (kind !== SKIP) t = timeFromBytes(buf, cell, p, kind === TIME_ISO);
        }
        if (c < width - 1) {
          if (buf[p] !== separator) break;
          p++;
        } else {
          if (buf[p] === 13) p++;
          if (buf[p] !== LF) break;
        }
      }
      if (c === width && t === t && Number.isFinite(t)) {
        p++;
        this.line++;
        time[r] = t;
        lines[r] = this.line;
        r++;
      } else {
        const stop = buf.indexOf(LF, start);
        this.rows = r;
        this.parseRow(buf, start, stop, false);
        r = this.rows;
        ({ values, time, lines } = this);
        p = stop + 1;
      }
    }
    this.rows = r;
  }

  private parseRow(buf: Uint8Array, from: number, end: number, last: boolean): void {
    this.line++;
    const layout = this.layout;
    if (!layout || this.line < layout.firstDataLine) return;
    let to = end;
    if (to > from && buf[to - 1] === 13) to--;
    if (to <= from) return;
    const { kinds, row, separator, decimal } = this;
    const width = kinds.length;
    let p = from;
    let c = 0;
    let time = NaN;
    for (; c < width && p <= to; c++) {
      const kind = kinds[c];
      if (kind === SKIP) {
        p = this.cellEnd(buf, p, to) + 1;
        continue;
      }
      if (kind === TIME_CLOCK || kind === TIME_ISO) {
        const stop = this.cellEnd(buf, p, to);
        time = timeFromBytes(buf, p, stop, kind === TIME_ISO);
        p = stop + 1;
        continue;
      }
      // the common case, digit by digit: an optional sign, digits, one decimal mark
      let q = p;
      let b = buf[q] ?? 0;
      const negative = b === 45;
      if (negative) b = buf[++q] ?? 0;
      let mantissa = 0;
      let digits = 0;
      let decimals = -1;
      while (q < to) {
        b = buf[q] ?? 0;
        if (b >= 48 && b <= 57) {
          mantissa = mantissa * 10 + (b - 48);
          digits++;
          if (decimals >= 0) decimals++;
        } else if (b === decimal && b !== separator && decimals < 0) decimals = 0;
        else break;
        q++;
      }
      let value: number;
      if (digits > 0 && digits < 16 && (q >= to || buf[q] === separator)) {
        value = decimals > 0 ? mantissa / (POW10[decimals] ?? 1) : mantissa;
        if (negative) value = -value;
        p = q + 1;
      } else {
        const stop = this.cellEnd(buf, p, to);
        value = stop === p ? NaN : this.slowCell(buf, p, stop, c);
        p = stop + 1;
      }
      if (kind === TIME_NUMBER) time = value;
      else row[c] = value;
    }
    if (!Number.isFinite(time)) return this.oddRow(buf, from, to, last);
    if (c < width) {
      if (last) {
        this.tally.add("cut", this.line, () => "The last line is cut off and was left out.");
        return;
      }
      this.tally.add("short", this.line, (n) => `${n === 1 ? "A line has" : `${n} lines have`} fewer columns than the headings; the missing readings count as gaps.`);
      for (; c < width; c++) row[c] = NaN;
    }
    this.keep(time);
  }

  private keep(time: number): void {
    if (this.rows === this.capacity) this.reserve(Math.ceil(this.capacity * 1.6) + 64);
    const r = this.rows++;
    this.time[r] = time;
    this.lines[r] = this.line;
    for (let c = 0; c < this.kinds.length; c++) {
      const column = this.values[c];
      if (column) column[r] = this.row[c] ?? NaN;
    }
  }

  /** End of the cell that starts at `from`; a quoted cell may hold the separator. */
  private cellEnd(buf: Uint8Array, from: number, to: number): number {
    let quoted = false;
    for (let i = from; i < to; i++) {
      const b = buf[i];
      if (b === 34) quoted = !quoted;
      else if (b === this.separator && !quoted) return i;
    }
    return to;
  }

  private slowCell(buf: Uint8Array, from: number, to: number, column: number): number {
    const text = this.decodeCell(buf, from, to);
    const value = parseCell(text, this.decimal === 44);
    if (value !== null) return value;
    const heading = this.columns[column]?.heading ?? `${column + 1}`;
    if (this.kinds[column] === NUMBER && this.columns[column]?.role !== "none") {
      this.tally.add(`cell-${column}`, this.line, (n) => `"${text.trim().slice(0, 24)}" in column ${heading} is no number${n > 1 ? ` (${n} such cells)` : ""}; counted as a gap.`);
    }
    return NaN;
  }

  private decodeCell(buf: Uint8Array, from: number, to: number): string {
    return new TextDecoder(this.decoding.encoding === "windows-1252" ? "windows-1252" : "utf-8").decode(buf.subarray(from, to));
  }

  /** A line without a time: a repeated heading, a footer, or noise. Nothing of it is kept. */
  private oddRow(buf: Uint8Array, from: number, to: number, last: boolean): void {
    const text = this.decodeCell(buf, from, to);
    if (text.trim() === "") return;
    const first = this.headerText.split("\u0000")[0] ?? "";
    if (first !== "" && text.includes(first) && text.includes(this.headerText.split("\u0000")[1] ?? "")) {
      this.tally.add("header", this.line, (n) => `${n === 1 ? "A repeated heading line was" : `${n} repeated heading lines were`} left out.`);
    } else if (last) this.tally.add("cut", this.line, () => "The last line is cut off and was left out.");
    else this.tally.add("odd", this.line, (n) => `${n === 1 ? "A line" : `${n} lines`} without a time left out (a footer or a note).`);
  }

  private fail(problem: ReturnType<typeof logProblem.empty>): void {
    this.problem = problem;
  }
}

/**
 * The same table with other choices of columns; null when the file must be read again for them (another time
 * column, or a column whose numbers were not kept).
 */
export function withChoices(table: LogTable, choices: ColumnChoices): LogTable | null {
  const columns = applyChoices(table.layout.columns, choices);
  const time = columns.find((c) => c.role === "time");
  if (time?.index !== table.columns.find((c) => c.role === "time")?.index) return null;
  if (columns.some((c) => c.role !== "none" && c.role !== "time" && c.role !== "date" && !table.values[c.index])) return null;
  return { ...table, columns };
}

/** Key of a header line, by which its columns are remembered (FNV-1a over the headings). */
export function headerKey(headings: readonly string[]): string {
  let a = 0x811c9dc5;
  let b = 0x9dc5811c;
  for (const c of headings.join("\u001f")) {
    a = Math.imul(a ^ (c.codePointAt(0) ?? 0), 0x01000193);
    b = Math.imul(b ^ (c.codePointAt(0) ?? 0), 0x01000197);
  }
  return `${headings.length}-${(a >>> 0).toString(16).padStart(8, "0")}${(b >>> 0).toString(16).padStart(8, "0")}`;
}

function applyChoices(columns: readonly ColumnGuess[], choices: ColumnChoices): ColumnGuess[] {
  const taken = new Set(columns.flatMap((c) => (choices[c.heading] ? [choices[c.heading] as Role] : [])));
  return columns.map((c) => {
    const told = choices[c.heading];
    if (told !== undefined) return toldColumn(c, told);
    // a told column takes the place of the one recognised for the same channel
    return taken.has(c.role) && c.role !== "none" ? { ...c, role: "none", note: "another column was chosen", why: "told" } : c;
  });
}

/** A column as the technician named it; its conversion is kept where the quantity stays the same. */
function toldColumn(c: ColumnGuess, role: Role): ColumnGuess {
  if (role === c.role) return { ...c, sure: true };
  const quantity = (r: Role) => r.split(".").pop();
  const same = quantity(role) === quantity(c.role) || (quantity(role) === "temperature" && c.unit === "°C");
  return { ...c, role, sure: true, why: "told", factor: same ? c.factor : 1, offset: same ? c.offset : 0, note: role === "none" ? "left out" : c.note };
}

function join(parts: readonly Uint8Array[], total: number): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(total);
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
