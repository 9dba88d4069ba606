import { words } from "../../base/words";
import { parseCell } from "./cells";
import type { Encoding } from "./decode";
import { WarningTally, type LogWarning } from "./problems";
import type { ColumnGuess } from "./guess";
import type { Layout } from "./sniff";
import { timeFromBytes, type TimeForm } from "./times";

/** The byte that ends a line. */
const LF = 10;
/** What a cell is read as, by the kind of its column. */
const SKIP = 0;
/** A figure. */
const NUMBER = 1;
/** A time that is a figure. */
const TIME_NUMBER = 2;
/** A time of day. */
const TIME_CLOCK = 3;
/** A date with its time. */
const TIME_ISO = 4;
const POW10 = Float64Array.from({ length: 24 }, (_, i) => 10 ** i);

/** What a row reader must know of the file. */
export interface RowPlan {
  layout: Layout;
  columns: ColumnGuess[];
  timeIndex: number;
  timeForm: TimeForm;
  encoding: Encoding;
  /** Size of the whole file, 0 where unknown, and the rows to make room for. */
  sizeBytes: number;
  expectedRows: number;
}

/** What was read: one entry per row. */
export interface ReadRows {
  rows: number;
  time: Float64Array;
  lines: Uint32Array;
  values: (Float32Array | null)[];
  warnings: LogWarning[];
}

/** Reads lines of bytes into one array of numbers per column. */
export class RowReader {
  /** Lines gone by so far, headings and all. */
  line = 0;
  private rows = 0;
  private kinds = new Uint8Array(0);
  private capacity = 0;
  private time = new Float64Array(0);
  private lines = new Uint32Array(0);
  private values: (Float32Array | null)[] = [];
  private row = new Float64Array(0);
  private readonly tally = new WarningTally();
  private readonly layout: Layout;
  private readonly columns: ColumnGuess[];
  private readonly timeForm: TimeForm;
  private readonly encoding: Encoding;
  private readonly separator: number;
  private readonly decimal: number;

  constructor(plan: RowPlan) {
    this.layout = plan.layout;
    this.columns = plan.columns;
    this.timeForm = plan.timeForm;
    this.encoding = plan.encoding;
    this.separator = plan.layout.separator.charCodeAt(0);
    this.decimal = plan.layout.decimalComma ? 44 : 46;
    this.setKinds(plan.timeIndex, plan.sizeBytes);
    this.reserve(plan.expectedRows);
  }

  result(): ReadRows {
    const { rows } = this;
    return {
      rows,
      time: this.time.subarray(0, rows),
      lines: this.lines.subarray(0, rows),
      values: this.values.map((v) => v?.subarray(0, rows) ?? null),
      warnings: this.tally.list(),
    };
  }

  private setKinds(timeIndex: number, sizeBytes: number): void {
    const { layout } = this;
    const width = layout.headings.length;
    this.kinds = new Uint8Array(width);
    this.row = new Float64Array(width);
    this.values = Array.from({ length: width }, () => null);
    // a wide log keeps what was recognised; a narrow one keeps every number, so that any column can still be chosen
    const keepAll = width <= 32 || sizeBytes < 24e6;
    for (const c of this.columns) {
      if (c.index === timeIndex)
        this.kinds[c.index] =
          this.timeForm.kind === "number" ? TIME_NUMBER : this.timeForm.kind === "clock" ? TIME_CLOCK : TIME_ISO;
      else if ((c.role !== "none" && c.role !== "date") || !c.sure) this.kinds[c.index] = NUMBER;
      else if (keepAll && (layout.heads[c.index]?.samples.some((v) => Number.isFinite(v)) ?? false))
        this.kinds[c.index] = NUMBER;
    }
  }

  private reserve(capacity: number): void {
    this.capacity = capacity;
    const grow = <T extends Float64Array | Float32Array | Uint32Array>(old: T, made: T): T => {
      made.set(old);
      return made;
    };
    this.time = grow(this.time, new Float64Array(capacity));
    this.lines = grow(this.lines, new Uint32Array(capacity));
    for (let c = 0; c < this.kinds.length; c++)
      if (this.kinds[c] === NUMBER)
        this.values[c] = grow(this.values[c] ?? new Float32Array(0), new Float32Array(capacity));
  }

  /**
   * The quick way through whole lines [from, end): every cell a plain number or a time, as many as headings.
   * The first thing out of the ordinary in a line sends that line through `readLine`.
   */
  readLines(buf: Uint8Array, from: number, end: number): void {
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
        this.readLine(buf, start, stop, false);
        r = this.rows;
        ({ values, time, lines } = this);
        p = stop + 1;
      }
    }
    this.rows = r;
  }

  readLine(buf: Uint8Array, from: number, end: number, last: boolean): void {
    this.line++;
    if (this.line < this.layout.firstDataLine) return;
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
      this.tally.add(
        "short",
        this.line,
        (n) =>
          `${words.counted(n, "line")} ${words.agreeing(n, "has", "have")} fewer columns than the headings; ` +
          "the missing readings " +
          "count as gaps.",
      );
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
      this.tally.add(
        `cell-${column}`,
        this.line,
        (n) =>
          `"${text.trim().slice(0, 24)}" in column ${heading} is no number` +
          `${n > 1 ? ` (${n} such cells)` : ""}; counted as a gap.`,
      );
    }
    return NaN;
  }

  private decodeCell(buf: Uint8Array, from: number, to: number): string {
    return new TextDecoder(this.encoding === "windows-1252" ? "windows-1252" : "utf-8").decode(buf.subarray(from, to));
  }

  /** A line without a time: a repeated heading, a footer, or noise. Nothing of it is kept. */
  private oddRow(buf: Uint8Array, from: number, to: number, last: boolean): void {
    const text = this.decodeCell(buf, from, to);
    if (text.trim() === "") return;
    const [first = "", second = ""] = this.layout.headings;
    if (first !== "" && text.includes(first) && text.includes(second)) {
      this.tally.add(
        "header",
        this.line,
        (n) => `${words.counted(n, "repeated heading line")} ${words.agreeing(n, "was", "were")} left out.`,
      );
    } else if (last) this.tally.add("cut", this.line, () => "The last line is cut off and was left out.");
    else
      this.tally.add(
        "odd",
        this.line,
        (n) => `${words.counted(n, "line")} without a time left out (a footer or a note).`,
      );
  }
}
