import { words } from "../core/base/words";
import { cuttingPlan, padsFile } from "../core/handwork/pads";
import { readInput } from "./files";

/** ovrant pads FILE [--json]: pieces laid out on sheets and off-cuts, to be cut by straight lines from edge to edge. */
export async function padsCommand(args: string[]): Promise<void> {
  const { value, json } = await readInput(args, "pads", padsFile);
  const { placed, unplaced, lines, usedShare, wholeSheets } = cuttingPlan(
    value.sheets,
    value.pieces,
    value.kerfMm,
    value.marginMm,
  );
  if (json) return void process.stdout.write(`${JSON.stringify({ placed, unplaced, usedShare })}\n`);
  const mm = (v: number) => String(Math.round(v * 100) / 100);
  process.stdout.write(
    `${[
      ...placed.map(
        (p) =>
          `${p.piece.padEnd(8)} on ${p.sheet.padEnd(10)} at ${mm(p.xMm)}, ${mm(p.yMm)} ` +
          `mm${p.turned ? ", turned" : ""}`,
      ),
      ...unplaced.map((u) => `${u.padEnd(8)} does not fit on any sheet of its thickness`),
      `${lines.length} knife lines, ${words.share(usedShare)} of the sheets cut into is used`,
      ...(wholeSheets.opened
        ? [`${words.counted(wholeSheets.opened, "whole sheet")} opened; ${wholeSheets.least} at the least by area`]
        : []),
    ].join("\n")}\n`,
  );
}
