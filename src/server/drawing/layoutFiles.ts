import sharp from "sharp";
import { bad, ok, type Result } from "../../core/base/result";
import { csvCell, layoutJson, partsTable, svgWidthMm } from "../../core/drawing/codec";
import { database } from "../../data/base/connection";
import { findRevision } from "../../data/drawing/layouts";
import { rememberedInThread } from "../../threads/pool";
import { serverProblem } from "../base/http/problems";

export interface OutFile {
  name: string;
  type: string;
  bytes: Uint8Array;
}

const PNG_PX_PER_MM = 5;

/** A revision as SVG, JSON, PNG (5 px to the mm) or parts list (CSV). */
export async function layoutFile(revisionId: number, form: string, dark = false): Promise<Result<OutFile>> {
  const revision = await findRevision(await database(), revisionId);
  if (!revision) return bad(serverProblem.noLayout());
  const { document } = revision;
  const name = `${document.model}-${document.variant || "plain"}-r${revision.number}`.replace(/[^\w.-]+/g, "_");
  const text = (ending: string, type: string, body: string): Result<OutFile> =>
    ok({ name: `${name}.${ending}`, type: `${type}; charset=utf-8`, bytes: Buffer.from(body, "utf8") });
  const svg = (inDark: boolean) =>
    rememberedInThread("svg", `${revision.id}.${revision.version}.${inDark}`, () => ({
      layout: document,
      dark: inDark,
    }));
  if (form === "svg") return text("svg", "image/svg+xml", await svg(dark));
  if (form === "csv")
    return text(
      "csv",
      "text/csv",
      `\ufeff${partsTable(document)
        .map((r) => r.map(csvCell).join(","))
        .join("\r\n")}\r\n`,
    );
  if (form === "png") {
    // the density counts twice for sizes in mm, so the picture comes out larger and is brought to size
    const width = Math.round(svgWidthMm(document) * PNG_PX_PER_MM);
    const bytes = await sharp(Buffer.from(await svg(false)), {
      density: PNG_PX_PER_MM * 25.4,
      limitInputPixels: 120e6,
    })
      .resize({ width })
      .flatten({ background: "#FBFCFB" })
      .png()
      .toBuffer();
    return ok({ name: `${name}.png`, type: "image/png", bytes });
  }
  return text("json", "application/json", layoutJson(document));
}
