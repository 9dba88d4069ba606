import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { describe, expect, it } from "vitest";
import { stretchesOf } from "./fonts";
import { drawnStretches } from "./lineOrder";
import { Paper } from "./paper";

const LINES = {
  arabic: "مسرح شارع الفانوس",
  hebrew: "תיאטרון רחוב הפנס",
  devanagari: "लालटेन थिएटर की मरम्मत",
  thai: "โรงละคร",
  chinese: "灯笼街剧院 维修部",
  emoji: "Bench 🔧💻 hot 🔥",
  korean: "한국어 극장",
  plain: "Łódź, Ærø, Київ, Ελλάδα, 12 °C",
};

/** What stands on a page of these lines, as a reader copies it, and how far right the last of it stands. */
async function printed(lines: readonly string[], width = 500): Promise<{ text: string; items: number; right: number }> {
  const paper = new Paper({ title: "Letters", keywords: "", language: "en", created: new Date(0) });
  paper.page();
  let y = 60;
  for (const line of lines) y = paper.write(line, 60, y, width, { size: 16, weight: 600 });
  const data = new Uint8Array(await paper.bytes());
  const page = await (await getDocument({ data, useSystemFonts: false, verbosity: 0 }).promise).getPage(1);
  const items = (await page.getTextContent()).items.flatMap((i) => ("str" in i ? [i] : []));
  return {
    text: items.map((i) => i.str).join(""),
    items: new Set(items.map((i) => Math.round((i.transform as number[])[5] ?? 0))).size,
    right: Math.max(...items.map((i) => ((i.transform as number[])[4] ?? 0) + i.width)) / 0.75,
  };
}

describe("letters that ours have not", () => {
  it.each(Object.entries(LINES))("are drawn from a shipped file that has them: %s", async (name, line) => {
    const fonts = stretchesOf(line, "sans", 400).map((s) => s.font);
    expect(
      stretchesOf(line, "sans", 400)
        .map((s) => s.text)
        .join(""),
    ).toBe(line);
    if (name !== "plain") expect(fonts.some((f) => f.startsWith("noto") || f === "unifont")).toBe(true);
    const { text } = await printed([line]);
    expect(text).not.toMatch(/[?\u25a1]/);
    // what runs from right to left is copied by each reader in its own way
    if (name !== "arabic" && name !== "devanagari") expect(text.replace(/\s/g, "")).toContain(line.split(" ")[0]);
  });

  it("what no file has is an empty box, and never a question", () => {
    const told = stretchesOf("a \u{e000} b", "mono", 400).map((s) => s.text);
    expect(told.join("")).toBe("a \u25a1 b");
  });

  it("Arabic and Hebrew follow each other from right to left, figures and brackets as they are read", () => {
    const drawn = (text: string) => drawnStretches(text, "sans", 400).map((s) => s.text);
    expect(drawn("מסך קטן")).toEqual(["קטן", " ", "מסך"]);
    expect(drawn("At: מסך (קטן) 12 א, LR-02").join("|")).toBe("At: |א| |12| (|קטן|) |מסך|, LR-02");
    // letters of ours stand as they did
    expect(drawnStretches("Lüftung, 12 rpm", "sans", 600)).toEqual(stretchesOf("Lüftung, 12 rpm", "sans", 600));
  });

  it("signs of several characters stay together, and stand on the line of the others", async () => {
    const one = "👩\u200d🔧";
    expect(stretchesOf(one, "sans", 400)).toEqual([{ font: "noto-emoji", text: one }]);
    expect(stretchesOf("☎\ufe0f", "sans", 400)).toEqual([{ font: "noto-emoji", text: "☎" }]);
    expect((await printed(["Bench 灯笼 🔧 مسرح"])).items).toBe(1);
  });

  it("wraps what is too long for its line, inside it", async () => {
    const { items, right } = await printed(["灯笼街剧院维修部笔记本".repeat(4)], 300);
    expect(items).toBeGreaterThan(2);
    expect(right).toBeLessThanOrEqual(361);
  });
});
