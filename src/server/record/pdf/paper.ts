import PDFDocument from "pdfkit";
import SVGtoPDF from "svg-to-pdfkit";
import { PAPER } from "../../../core/record/report";
import type { Span } from "../../../core/record/report";
import { fontBytes, fontFiles, otherFont, stretchesOf, type Family, type Weight } from "./fonts";
import { drawnStretches } from "./lineOrder";

/** A4 at 96 dpi, px; margins of 15 mm. */
export const PAGE_W = 793.7;
export const PAGE_H = 1122.5;
/** Edge of a page, px: 15 mm. */
export const MARGIN = 57;
export const INNER_W = PAGE_W - 2 * MARGIN;
/** Points in a px. */
const PT = 0.75;

/** Where a word too long for a line may be cut: never inside a letter of several signs. */
const LETTERS = new Intl.Segmenter();

export interface TextForm {
  size: number;
  /** From one line to the next, px. */
  lead?: number;
  weight?: Weight;
  colour?: string;
  family?: Family;
  align?: "left" | "right" | "center";
}

/** Paper that is written on in px from the top left, as on screen; lines are broken here. */
export class Paper {
  private readonly doc: PDFKit.PDFDocument;
  private readonly chunks: Buffer[] = [];
  private readonly opened = new Map<Buffer, PDFKit.Mixins.ImageSrc & Opened>();
  private readonly ended: Promise<void>;

  constructor(info: { title: string; keywords: string; language: string; created: Date }) {
    this.doc = new PDFDocument({
      size: "A4",
      margin: 0,
      autoFirstPage: false,
      bufferPages: true,
      lang: info.language,
      displayTitle: true,
      info: {
        Title: info.title,
        Creator: "Ovrant",
        Producer: "Ovrant",
        Keywords: info.keywords,
        CreationDate: info.created,
        ModDate: info.created,
      },
    });
    this.doc.on("data", (c: Buffer) => this.chunks.push(c));
    this.ended = new Promise((done) => this.doc.on("end", () => done()));
    for (const { name, path } of fontFiles()) this.register(name, path);
  }

  private readonly known = new Set<string>();
  private register(name: string, path: string): void {
    this.doc.registerFont(name, fontBytes(path));
    this.known.add(name);
  }

  /** Writes on in a file of the letters; those of other scripts are opened when one of theirs comes. */
  private inFont(name: string): PDFKit.PDFDocument {
    const file = this.known.has(name) ? undefined : otherFont(name);
    if (file) this.register(file.name, file.path);
    return this.doc.font(name);
  }

  /** How far the line that letters stand on lies under the top of a text, px: all files of a line share it. */
  private riseOf(name: string, size: number): number {
    // its types leave the font out
    const font = (this.inFont(name) as unknown as { _font: { ascender: number } })._font;
    return (font.ascender / 1000) * size;
  }

  page(): void {
    this.doc.addPage();
    this.doc.scale(PT);
  }

  /** Goes back to a page that was begun, from 0; what is written then stands on it. */
  to(page: number): void {
    this.doc.switchToPage(page);
  }

  async bytes(): Promise<Buffer> {
    this.doc.end();
    await this.ended;
    return Buffer.concat(this.chunks);
  }

  widthOf(text: string, { size, weight = 400, family = "sans" }: TextForm): number {
    return stretchesOf(text, family, weight).reduce(
      (w, s) => w + this.inFont(s.font).fontSize(size).widthOfString(s.text),
      0,
    );
  }

  /** How tall what is written within a width stands, px. */
  heightOf(spans: readonly Span[] | string, width: number, form: TextForm): number {
    const lines = this.broken(typeof spans === "string" ? [{ text: spans }] : spans, width, form);
    return lines.length * (form.lead ?? form.size * 1.4);
  }

  /** Writes lines within a width; gives the place below the last one. */
  write(spans: readonly Span[] | string, x: number, y: number, width: number, form: TextForm): number {
    const lead = form.lead ?? form.size * 1.4;
    const lines = this.broken(typeof spans === "string" ? [{ text: spans }] : spans, width, form);
    lines.forEach((line, i) => {
      const wide = line.reduce((w, p) => w + p.width, 0);
      const spare = form.align === "right" ? width - wide : form.align === "center" ? (width - wide) / 2 : 0;
      let at = x + spare;
      for (const p of line) {
        this.draw(p.text, at, y + i * lead + (lead - form.size) / 2, p.form);
        at += p.width;
      }
    });
    return y + lines.length * lead;
  }

  private draw(text: string, x: number, y: number, form: TextForm): void {
    const { size, weight = 400, family = "sans", colour = PAPER.ink } = form;
    const rise = this.riseOf(stretchesOf("x", family, weight)[0]?.font ?? "", size);
    let at = x;
    for (const s of drawnStretches(text, family, weight)) {
      this.inFont(s.font).fontSize(size).fillColor(colour);
      const width = this.doc.widthOfString(s.text);
      this.doc.text(s.text, at, y + (rise - this.riseOf(s.font, size)), { lineBreak: false });
      at += width;
    }
  }

  /** Words of all spans, broken into lines; a word too long for a line is cut. */
  private broken(spans: readonly Span[], width: number, form: TextForm) {
    type Piece = { text: string; form: TextForm; width: number };
    const lines: Piece[][] = [[]];
    let used = 0;
    const put = (text: string, own: TextForm) => {
      const line = lines.at(-1) ?? [];
      const last = line.at(-1);
      const wide = this.widthOf(text, own);
      if (last && last.form === own) {
        last.text += text;
        last.width += wide;
      } else line.push({ text, form: own, width: wide });
      used += wide;
    };
    for (const span of spans) {
      const own: TextForm = {
        ...form,
        ...(span.strong ? { weight: 600 as const, colour: form.colour === PAPER.ink2 ? PAPER.ink : form.colour } : {}),
        ...(span.path ? { weight: 600 as const, colour: span.path === "contact" ? PAPER.paste : PAPER.air } : {}),
      };
      for (const word of span.text.match(/[^ ]+ *| +/g) ?? []) {
        const bare = this.widthOf(word.trimEnd(), own);
        if (used > 0 && used + bare > width) {
          lines.push([]);
          used = 0;
        }
        if (bare <= width) put(used === 0 ? word.trimStart() : word, own);
        else
          for (const { segment: c } of LETTERS.segment(word)) {
            if (used + this.widthOf(c, own) > width) {
              lines.push([]);
              used = 0;
            }
            put(c, own);
          }
      }
    }
    return lines;
  }

  line(from: readonly [number, number], to: readonly [number, number], colour: string = PAPER.line, width = 1): void {
    this.doc.moveTo(from[0], from[1]).lineTo(to[0], to[1]).lineWidth(width).strokeColor(colour).stroke();
  }

  /** A picture of ours in vectors, at its own size. */
  svg(markup: string, x: number, y: number): void {
    SVGtoPDF(this.doc, markup, x, y, { assumePt: true, fontCallback: svgFont });
  }

  /** A JPEG or PNG fitted into a box; gives how wide it stands, px. One that stands on many pages is held once. */
  picture(bytes: Buffer, x: number, y: number, box: { width: number; height: number }): number {
    // its types leave opening out
    const doc = this.doc as unknown as { openImage: (b: Buffer) => PDFKit.Mixins.ImageSrc & Opened };
    const opened = this.opened.get(bytes) ?? doc.openImage(bytes);
    this.opened.set(bytes, opened);
    this.doc.image(opened, x, y, { fit: [box.width, box.height] });
    return opened.width * Math.min(box.width / opened.width, box.height / opened.height);
  }
}

interface Opened {
  width: number;
  height: number;
}

/** The file for a text of a picture, by its family and weight. */
const svgFont = (family: string, bold: boolean): string =>
  `${/mono/i.test(family) ? "mono" : "sans"}-${bold ? 700 : 400}-latin`;
