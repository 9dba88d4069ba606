import fc from "fast-check";
import { expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { summed } from "../../../testing/golden";
import { anyLayout } from "../../../testing/layouts";
import { KIND_NAMES } from "../parts/kinds";
import { drawBase, drawingDefs, drawPart, placeLabels } from "./index";

const lines = (svg: string) => svg.replaceAll("><", ">\n<");

/** What is drawn of each machine, part by part: a change of the pen is to be seen here before it is committed. */
it.each(demoLayouts())("a machine is drawn as kept: $model", async (layout) => {
  const drawn = layout.parts.map((p) => `${p.tag || p.id}: ${summed(drawPart(p))}`);
  const labels = placeLabels(layout.parts, { letterMm: 3, heightMm: 5 }).map((l) => JSON.stringify(l));
  const text = [drawingDefs(), drawBase(layout.base), ...drawn, ...labels].map(lines).join("\n");
  await expect(`${text}\n`).toMatchFileSnapshot(`golden/${layout.model.replace(/ /g, "-")}.txt`);
});

it("parts of every kind, whatever they hold, are drawn as kept", async () => {
  const layouts = fc.sample(anyLayout, { seed: 7, numRuns: 60 });
  const seen = KIND_NAMES.flatMap((kind) =>
    layouts
      .flatMap((l) => l.parts)
      .filter((p) => p.kind === kind)
      .slice(0, 3),
  );
  expect(new Set(seen.map((p) => p.kind)).size).toBe(KIND_NAMES.length);
  await expect(`${seen.map((p) => lines(drawPart(p))).join("\n")}\n`).toMatchFileSnapshot("golden/any.txt");
});
