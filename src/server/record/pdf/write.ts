import { CURVES_H, LADDER_H, LADDER_W, PAPER, type Report, type ReportTable } from "../../../core/record/report";
import { INNER_W, MARGIN, PAGE_H, PAGE_W, Paper } from "./paper";

const RIGHT = PAGE_W - MARGIN;
const COLUMN = 346 + MARGIN;

/** Ovrant's own mark: a heat pipe with its fins, as on every page. */
const MARK = [
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 30 32" width="30" height="32">',
  '<path d="M2 9.500H17a7 7 0 0 1 7 7V26" fill="none" stroke="#93481D" stroke-width="7.500"/>',
  '<path d="M2 9.500H17a7 7 0 0 1 7 7V26" fill="none" stroke="#C5733B" stroke-width="5"/>',
  '<path d="M3 3.500V15M6.500 3.500V15M10 3.500V15M13.500 3.500V15" stroke="#16211F" stroke-width="1.500"/>',
  '<path d="M17 28H30" stroke="#16211F" stroke-width="3"/></svg>',
].join("");

/** Photos beside the document, by their place in it. */
export type PhotosAt = ReadonlyMap<number, Buffer>;

interface PdfFacts {
  sha256: string;
  photos: PhotosAt;
  created: Date;
  /** The workshop's own mark, as PNG; null where ours stands. */
  mark: Buffer | null;
}

/** The report on A4, one page for the owner and one for the workshop; the same document gives the same bytes. */
export async function pdfOf(report: Report, { sha256, photos, created, mark }: PdfFacts): Promise<Buffer> {
  const paper = new Paper({
    title: report.title,
    keywords: `sha256:${sha256}`,
    language: report.form.language,
    created,
  });
  const pages = new Pages(paper, report, mark);
  ownerPage(pages);
  workshopPage(pages, photos);
  for (let page = 0; page < pages.count; page++) {
    paper.to(page);
    foot(paper, report, page + 1, pages.count);
  }
  return paper.bytes();
}

/** Nothing stands below, px: the foot of the page does. */
const BOTTOM = PAGE_H - 74;

/** Pages as they fill: a part that has no room left above the foot begins the next one. */
class Pages {
  count = 0;

  constructor(
    readonly paper: Paper,
    readonly report: Report,
    private readonly mark: Buffer | null,
  ) {}

  /** A new page with its head; the place below it. */
  begin(): number {
    this.paper.page();
    this.count++;
    return head(this.paper, this.report, this.mark);
  }

  /** Where a part so tall stands, px: here, or below the head of the next page. */
  room(y: number, tall: number): number {
    return y + tall <= BOTTOM ? y : this.begin();
  }
}

/** The mark stands in a box so large, px. */
const MARK_BOX = { width: 96, height: 42 };

function head(paper: Paper, { head: h }: Report, mark: Buffer | null): number {
  const wide = mark ? paper.picture(mark, MARGIN, 28, MARK_BOX) : 30;
  if (!mark) paper.svg(MARK, MARGIN, 28);
  const x = MARGIN + wide + 10;
  paper.write(h.workshop, x, 28, MARGIN + 360 - x, { size: 16, weight: 600, lead: 20 });
  paper.write(h.draft || h.record, x, 49, MARGIN + 360 - x, {
    size: 14,
    colour: h.draft ? "#5B4300" : PAPER.ink2,
    lead: 18,
  });
  paper.write(h.machine, MARGIN + 370, 28, INNER_W - 370, { size: 16, weight: 600, lead: 20, align: "right" });
  paper.write(h.service, MARGIN + 370, 49, INNER_W - 370, { size: 14, colour: PAPER.ink2, lead: 18, align: "right" });
  paper.line([MARGIN, 78], [RIGHT, 78], PAPER.ink, 1.2);
  return 92;
}

function ownerPage(pages: Pages): void {
  const { paper, report: r } = pages;
  let y = pages.begin();
  y = paper.write(r.headline, MARGIN, y, INNER_W, { size: 33, weight: 700, lead: 38 }) + 6;
  y = paper.write(r.verdict, MARGIN, y, INNER_W, { size: 16.5, colour: PAPER.ink2, lead: 23 }) + 10;
  if (r.statements.length) y = statements(paper, r, y);
  const half = INNER_W / 2 - 12;
  const tall = Math.max(
    ...[r.next, r.care].map((part) => 36 + paper.heightOf(part.text, half, { size: 14.5, lead: 20 })),
  );
  // what the ladder's picture says by itself gives way before a line of the owner's goes to another page
  const below = foundHeight(paper, r) + tall;
  const whole = r.why && y + figuresHeight(paper, r) + below > BOTTOM ? { ...r, why: { ...r.why, note: "" } } : r;
  y = figures(paper, whole, y);
  y = found(paper, r, pages.room(y, foundHeight(paper, r)));
  y = pages.room(y, tall);
  paper.line([MARGIN, y], [RIGHT, y]);
  y += 12;
  for (const [i, part] of [r.next, r.care].entries()) {
    const x = MARGIN + i * (half + 24);
    const below = paper.write(part.title, x, y, half, { size: 17, weight: 600, lead: 22 }) + 2;
    paper.write(part.text, x, below, half, { size: 14.5, lead: 20 });
  }
}

function statements(paper: Paper, r: Report, y: number): number {
  paper.line([MARGIN, y], [RIGHT, y]);
  const wide = INNER_W / r.statements.length;
  let low = y;
  r.statements.forEach((s, i) => {
    const x = MARGIN + i * wide + (i ? 14 : 0);
    const width = wide - (i ? 28 : 14);
    const below = paper.write(s.title, x, y + 8, width, { size: 19.5, weight: 600, lead: 25 });
    low = Math.max(low, paper.write(s.text, x, below, width, { size: 14.5, colour: PAPER.ink2, lead: 19.5 }));
  });
  for (let i = 1; i < r.statements.length; i++) paper.line([MARGIN + i * wide, y], [MARGIN + i * wide, low + 4]);
  return low + 10;
}

const WHY = { size: 14.5, lead: 20 };
const WHY_NOTE = { size: 13.2, lead: 18 };

/** The ladder at the left, why and how sure at the right. */
function figures(paper: Paper, r: Report, y: number): number {
  if (!r.ladder && !r.why) return y;
  paper.line([MARGIN, y], [RIGHT, y]);
  let low = y + 12;
  if (r.ladder) {
    paper.svg(r.ladder.svg, MARGIN - 6, y + 8);
    low = paper.write(r.ladder.caption, MARGIN, y + 8 + LADDER_H - 4, LADDER_W, {
      size: 13.5,
      colour: PAPER.ink2,
      align: "center",
      lead: 18,
    });
  }
  if (r.why) {
    const x = r.ladder ? COLUMN : MARGIN;
    const width = RIGHT - x;
    let at = paper.write(r.why.title, x, y + 10, width, { size: 17, weight: 600, lead: 22 }) + 2;
    for (const item of r.why.items) {
      const spans = [
        ...(item.lead ? [{ text: `${item.lead} `, path: item.path }] : []),
        ...(item.text ? [{ text: item.text }] : []),
      ];
      at = paper.write(spans, x, at, width, WHY) + 5;
    }
    if (r.why.sure.length) {
      at = paper.write(r.why.sureTitle, x, at + 4, width, { size: 17, weight: 600, lead: 22 }) + 2;
      at = paper.write(r.why.sure.join(" "), x, at, width, WHY) + 3;
    }
    if (r.why.note) at = paper.write(r.why.note, x, at, width, { ...WHY_NOTE, colour: PAPER.ink2 });
    low = Math.max(low, at);
  }
  return low + 8;
}

/** How tall the ladder and what stands beside it are, px. */
function figuresHeight(paper: Paper, { ladder, why }: Report): number {
  const width = RIGHT - (ladder ? COLUMN : MARGIN);
  const items = why?.items.map((i) => 5 + paper.heightOf([i.lead, i.text].filter(Boolean).join(" "), width, WHY)) ?? [];
  const sure = why?.sure.length ? 31 + paper.heightOf(why.sure.join(" "), width, WHY) : 0;
  const note = why?.note ? paper.heightOf(why.note, width, WHY_NOTE) : 0;
  const beside = why ? 34 + items.reduce((a, b) => a + b, 0) + sure + note : 0;
  return 8 + Math.max(ladder ? LADDER_H + 22 : 0, beside);
}

/** The underside with its words, and the lines below it. */
function foundHeight(paper: Paper, r: Report): number {
  const form = { size: 14.5, lead: 20 };
  const lines = [r.counts, r.asides, r.bench, ...(r.found.svg ? [] : r.found.lines)].filter((l) => l.length > 0);
  return 46 + (r.found.svg ? r.found.heightPx : 0) + lines.reduce((h, l) => h + paper.heightOf(l, INNER_W, form), 0);
}

function found(paper: Paper, r: Report, y: number): number {
  paper.line([MARGIN, y], [RIGHT, y]);
  let at = y + 10;
  const title = [{ text: r.found.title, strong: true }, { text: r.found.sub ? `   ${r.found.sub}` : "" }];
  const wide = paper.widthOf(r.found.title, { size: 17, weight: 600 });
  paper.write([title[0] ?? { text: "" }], MARGIN, at, INNER_W, { size: 17, lead: 22 });
  if (r.found.sub)
    paper.write(r.found.sub, MARGIN + wide + 10, at + 1, 300, { size: 14, colour: PAPER.ink2, lead: 22 });
  at += 28;
  if (r.found.svg) {
    paper.svg(r.found.svg, MARGIN, at);
    at += r.found.heightPx + 6;
  } else for (const line of r.found.lines) at = paper.write(line, MARGIN, at, INNER_W, { size: 14.5, lead: 20 });
  if (r.counts.length) at = paper.write(r.counts, MARGIN, at, INNER_W, { size: 14.5, lead: 20 });
  for (const line of [r.asides, r.bench])
    if (line.length) at = paper.write(line, MARGIN, at, INNER_W, { size: 14.5, lead: 20 });
  return at + 8;
}

function workshopPage(pages: Pages, photos: PhotosAt): void {
  const { paper, report: r } = pages;
  const t = r.technical;
  let y = pages.begin();
  y = paper.write(t.title, MARGIN, y, INNER_W, { size: 26, weight: 700, lead: 32 }) + 6;
  if (t.curves) {
    y = paper.write(t.curves.title, MARGIN, y, INNER_W, { size: 15.5, weight: 600, lead: 21 });
    paper.svg(t.curves.svg, MARGIN, y);
    y += CURVES_H + 8;
  }
  for (const one of t.tables)
    y = table(paper, one, pages.room(y, 46 + 21 * one.rows.length + (one.foot ? 38 : 0))) + 10;
  for (let i = 0; i < t.notes.length; i += 2) y = notes(pages, t.notes.slice(i, i + 2), y) + 7;
  y = pictures(pages, photos, y);
  // the hash stands at the foot of the last page
  pages.room(y, HASH_H);
  paper.write(t.hash, MARGIN, PAGE_H - 108, INNER_W, { size: 13, family: "mono", lead: 17 });
  paper.write(t.hashNote, MARGIN, PAGE_H - 90, INNER_W, { size: 13, colour: PAPER.ink2, lead: 17 });
}

type Note = Report["technical"]["notes"][number];

const NOTE = { size: 13.4, lead: 18 };
/** Between two columns, px. */
const GAP = 24;

/** Two notes side by side; a long one stands alone, and goes on to the next page where it must. */
function notes(pages: Pages, pair: readonly Note[], y: number): number {
  const { paper } = pages;
  const half = (INNER_W - GAP) / 2;
  const tall = (n: Note) => n.lines.reduce((h, l) => h + paper.heightOf(l, half, NOTE), 21);
  if (pair.some((n) => tall(n) > LONG)) return pair.reduce((at, n) => noteAlone(pages, n, at) + 7, y) - 7;
  const from = pages.room(y, Math.max(...pair.map(tall)));
  const ends = pair.map((n, i) => {
    const x = MARGIN + i * (half + GAP);
    let at = paper.write(n.title, x, from, half, { size: 15.5, weight: 600, lead: 21 });
    for (const line of n.lines) at = paper.write(line, x, at, half, NOTE);
    return at;
  });
  return Math.max(...ends);
}

/** Taller than this a note does not stand beside another, px. */
const LONG = 240;

function noteAlone(pages: Pages, n: Note, from: number): number {
  const { paper } = pages;
  // a heading never stands alone at the end of a page
  let y = pages.room(from, 21 + paper.heightOf(n.lines[0] ?? "", INNER_W, NOTE));
  y = paper.write(n.title, MARGIN, y, INNER_W, { size: 15.5, weight: 600, lead: 21 });
  for (const line of n.lines) {
    y = pages.room(y, paper.heightOf(line, INNER_W, NOTE));
    y = paper.write(line, MARGIN, y, INNER_W, NOTE);
  }
  return y;
}

const HASH_H = 42;
/** Two lines below a photo. */
const CAPTION_H = 36;

/** Photos in a row: as tall as there is room for above the foot, on a page of their own where there is too little. */
function pictures(pages: Pages, photos: PhotosAt, from: number): number {
  const { paper, report: r } = pages;
  const list = r.technical.photos.list.filter((p) => photos.has(p.at));
  if (list.length === 0) return from;
  const y = pages.room(from, 112 + HASH_H);
  const room = BOTTOM - HASH_H - 4 - y;
  const below = paper.write(r.technical.photos.title, MARGIN, y, INNER_W, { size: 15.5, weight: 600, lead: 21 });
  const wide = (INNER_W - 3 * 12) / 4;
  const tall = Math.min(130, room - 21 - CAPTION_H);
  list.forEach((p, i) => {
    const bytes = photos.get(p.at);
    const x = MARGIN + i * (wide + 12);
    if (bytes) paper.picture(bytes, x, below, { width: wide, height: tall });
    paper.write(p.caption.slice(0, 40), x, below + tall + 2, wide, { size: 13, colour: PAPER.ink2, lead: 16 });
  });
  return below + tall + CAPTION_H;
}

function table(paper: Paper, { title, head: names, rows, foot: line }: ReportTable, y: number): number {
  let at = paper.write(title, MARGIN, y, INNER_W, { size: 15.5, weight: 600, lead: 21 });
  const first = names.length > 3 ? 150 : 120;
  const wide = (INNER_W - first) / (names.length - 1);
  const place = (i: number) => MARGIN + (i === 0 ? 0 : first + (i - 1) * wide);
  if (rows.length === 0) return paper.write(line, MARGIN, at, INNER_W, { size: 13.4, lead: 18 });
  names.forEach((n, i) => paper.write(n, place(i), at, i ? wide : first, { size: 13, colour: PAPER.ink2, lead: 17 }));
  at += 18;
  for (const row of rows) {
    paper.line([MARGIN, at], [RIGHT, at], PAPER.line2);
    let low = at;
    row.forEach((cell, i) => {
      low = Math.max(low, paper.write(cell, place(i), at + 2, (i ? wide : first) - 8, { size: 13.4, lead: 17 }));
    });
    at = low + 2;
  }
  return line ? paper.write(line, MARGIN, at + 2, INNER_W, { size: 13.4, lead: 18 }) : at;
}

function foot(paper: Paper, r: Report, page: number, of: number): void {
  const y = PAGE_H - 66;
  paper.line([MARGIN, y], [RIGHT, y], PAPER.ink, 1.2);
  const form = { size: 13, lead: 17, colour: PAPER.ink2 };
  paper.write(r.foot.by, MARGIN, y + 7, 210, form);
  paper.write(r.foot.checked, MARGIN, y + 24, 210, form);
  paper.write([r.foot.degrees, r.foot.kept].filter(Boolean).join(" "), MARGIN + 200, y + 7, 320, {
    ...form,
    align: "center",
  });
  paper.write(r.foot.page(page, of), RIGHT - 180, y + 7, 180, { ...form, align: "right" });
  paper.write(`Ovrant ${r.head.record}`, RIGHT - 220, y + 24, 220, { ...form, align: "right" });
}
