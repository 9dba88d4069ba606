import { bad, ok, type Problem, type Result } from "../../base/result";
import { applyChoices, headerKey, type ColumnChoices } from "./choices";
import { detectEncoding, notText, type Decoding } from "./decode";
import { beginsAsJson, JsonLines } from "./jsonLines";
import { logProblem } from "./problems";
import type { ColumnGuess } from "./guess";
import { RowReader } from "./rows";
import { settled } from "./settle";
import type { LogTable } from "./table";
import { sniffLayout, timeFormOf, type Layout } from "./sniff";
import type { TimeForm } from "./times";

export interface ReadOptions {
  choices?: ColumnChoices;
  /** What was told of earlier files, by the key of their header. */
  remembered?: Readonly<Record<string, ColumnChoices>>;
  /** Size of the whole file in bytes, where known: sizes the columns at once. */
  sizeBytes?: number;
}

const HEAD_BYTES = 96 * 1024;
/** Lines the head should hold before it is looked at: wide tables fill it with a few. */
const HEAD_LINES = 12;
/** No line of a log is longer, bytes. */
const MOST_LINE = 1024 * 1024;
const [LF, CR] = [10, 13];

/**
 * Reads a sensor log from chunks of bytes of any size, in one pass and in memory bounded by the numbers kept.
 * Call `push` for each chunk, then `finish`. A problem found early is reported by `finish`.
 */
export class LogReader {
  private head: Uint8Array[] = [];
  private headBytes = 0;
  private headLines = 0;
  private tail = new Uint8Array(0);
  private problem: Problem | null = null;
  private transcode: TextDecoder | null = null;
  private decoding: Decoding = { encoding: "utf-8", markBytes: 0 };
  private layout: Layout | null = null;
  private columns: ColumnGuess[] = [];
  private timeForm: TimeForm = { kind: "number", scale: 1, epoch: false };
  private rows: RowReader | null = null;
  private seenBytes = 0;
  private crOnly = false;
  private json: JsonLines | null = null;
  private told: ColumnChoices = {};

  constructor(private readonly options: ReadOptions = {}) {}

  /** Bytes taken in so far. */
  get bytes(): number {
    return this.seenBytes;
  }

  /** What was found wrong already: nothing that follows can mend it. */
  get refused(): Problem | null {
    return this.problem;
  }

  push(chunk: Uint8Array): void {
    this.seenBytes += chunk.length;
    if (this.problem) return;
    if (this.json || (!this.layout && this.headBytes === 0 && beginsAsJson(chunk))) {
      this.json ??= new JsonLines();
      if (!this.json.push(chunk)) this.fail(logProblem.jsonTooLarge());
      return;
    }
    if (this.layout) {
      this.feed(chunk);
      return;
    }
    this.head.push(chunk);
    this.headBytes += chunk.length;
    this.headLines += lineEnds(chunk, HEAD_LINES);
    if (this.headBytes < HEAD_BYTES || (this.headLines < HEAD_LINES && this.headBytes < MOST_LINE)) return;
    if (this.headLines === 0) this.fail(logProblem.longLine(1, MOST_LINE));
    else this.open(false);
  }

  finish(): Result<LogTable> {
    if (this.json && !this.problem) {
      const table = this.json.asTable();
      this.json = null;
      if (!table) return bad(logProblem.jsonTooLarge());
      this.head = [table];
      this.headBytes = table.length;
    }
    if (!this.layout && !this.problem) this.open(true);
    if (this.problem) return bad(this.problem);
    const { layout } = this;
    if (!layout || !this.rows) return bad(logProblem.empty());
    this.feedText(this.transcode?.decode() ?? "");
    if (this.tail.length) this.rows.readLine(this.tail, 0, this.tail.length, true);
    const read = this.rows.result();
    if (read.rows < 5) return bad(logProblem.tooFewRows(read.rows));
    const { decoding, columns, timeForm } = this;
    return ok(settled({ decoding, layout, columns, timeForm, ...read }, this.told));
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
    this.told = { ...this.options.remembered?.[headerKey(layout.headings)], ...this.options.choices };
    this.columns = applyChoices(layout.columns, this.told, layout.heads);
    const timeColumn = this.columns.find((c) => c.role === "time");
    if (!timeColumn) return this.fail(logProblem.noTime(layout.headerLine));
    this.timeForm = timeFormOf(layout, timeColumn.index);
    this.rows = new RowReader({
      layout,
      columns: this.columns,
      timeIndex: timeColumn.index,
      timeForm: this.timeForm,
      encoding: this.decoding.encoding,
      sizeBytes: this.options.sizeBytes ?? 0,
      expectedRows: this.estimateRows(text, head.length),
    });
    this.layout = layout;
    if (this.decoding.encoding.startsWith("utf-16")) this.transcode = new TextDecoder(this.decoding.encoding);
    this.crOnly = !text.includes("\n") && text.includes("\r");
    this.feed(head.subarray(this.transcode ? 0 : this.decoding.markBytes));
  }

  private estimateRows(headText: string, headBytes: number): number {
    const lines = Math.max(1, headText.split(/\r\n|\n|\r/).length - 1);
    return Math.ceil(((this.options.sizeBytes ?? headBytes) / headBytes) * lines * 1.02) + 64;
  }

  private feed(chunk: Uint8Array): void {
    if (this.transcode) this.feedText(this.transcode.decode(chunk, { stream: true }));
    else this.feedBytes(chunk);
  }

  private feedText(text: string): void {
    if (text) this.feedBytes(new TextEncoder().encode(text));
  }

  private feedBytes(chunk: Uint8Array): void {
    const { rows } = this;
    if (!rows) return;
    const newline = this.crOnly ? 13 : LF;
    let buf = chunk;
    if (this.tail.length) {
      // only the line that spans two chunks is copied
      const end = chunk.indexOf(newline);
      if (end < 0) {
        if (this.tail.length + chunk.length > MOST_LINE)
          return this.fail(logProblem.longLine(rows.line + 1, MOST_LINE));
        this.tail = join([this.tail, chunk], this.tail.length + chunk.length);
        return;
      }
      const line = join([this.tail, chunk.subarray(0, end)], this.tail.length + end);
      this.tail = new Uint8Array(0);
      rows.readLine(line, 0, line.length, false);
      buf = chunk.subarray(end + 1);
    }
    let from = 0;
    const firstData = this.layout?.firstDataLine ?? 1;
    while (rows.line < firstData - 1 || newline !== LF) {
      const end = buf.indexOf(newline, from);
      if (end < 0) break;
      rows.readLine(buf, from, end, false);
      from = end + 1;
    }
    const last = newline === LF ? buf.lastIndexOf(LF) : -1;
    if (last >= from) {
      rows.readLines(buf, from, last + 1);
      from = last + 1;
    }
    if (from < buf.length) this.tail = buf.slice(from);
  }

  private fail(problem: Problem): void {
    this.problem = problem;
  }
}

/**
 * The same table with other choices of columns; null when the file must be read again for them (another time
 * column, or a column whose numbers were not kept).
 */
export function withChoices(table: LogTable, choices: ColumnChoices): LogTable | null {
  const columns = applyChoices(table.layout.columns, choices, table.layout.heads);
  const time = columns.find((c) => c.role === "time");
  if (time?.index !== table.columns.find((c) => c.role === "time")?.index) return null;
  if (columns.some((c) => c.role !== "none" && c.role !== "time" && c.role !== "date" && !table.values[c.index]))
    return null;
  return { ...table, columns };
}

/** Line ends in a chunk, counted no further than `most`. */
function lineEnds(chunk: Uint8Array, most: number): number {
  let n = 0;
  for (let i = 0; i < chunk.length && n < most; i++) if (chunk[i] === LF || chunk[i] === CR) n++;
  return n;
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
