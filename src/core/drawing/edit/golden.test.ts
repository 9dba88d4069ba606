import fc from "fast-check";
import { expect, it } from "vitest";
import { demoLayouts, wrenfell14Layout } from "../../../samples/layouts";
import { golden, summed } from "../../../testing/golden";
import { anyLayout } from "../../../testing/layouts";
import { boundsOfPart } from "../parts/geometry";
import { isBox, type Layout } from "../parts/parts";
import {
  alignParts,
  changesBetween,
  duplicateParts,
  groupParts,
  handleAt,
  HANDLES,
  hits,
  mirrorParts,
  moveParts,
  removeParts,
  resized,
  seenFromAbove,
  snapLines,
  snapMove,
  snapPoint,
  turnParts,
} from "./index";

const layout: Layout = { ...wrenfell14Layout(), parts: wrenfell14Layout().parts.map((p) => ({ ...p, locked: false })) };
const some = new Set(layout.parts.filter((_, i) => i % 3 === 1).map((p) => p.id));

it("parts are moved, turned, mirrored, put in line, copied and joined as kept", async () => {
  const done = {
    moved: moveParts(layout, some, 3.5, -2),
    turned: turnParts(layout, some, 90),
    byThirty: turnParts(layout, some, 30),
    mirrored: mirrorParts(layout, some),
    above: seenFromAbove(layout),
    ...Object.fromEntries(
      (["left", "centre", "right", "top", "middle", "bottom"] as const).map((how) => [
        how,
        alignParts(layout, some, how),
      ]),
    ),
    copied: duplicateParts(layout, some).layout,
    joined: groupParts(layout, some),
    removed: removeParts(layout, some),
  };
  const said = Object.entries(done).map(([name, l]) => [name, changesBetween(layout, l), summed(l.parts)]);
  await expect(golden(said)).toMatchFileSnapshot("golden/moves.txt");
});

it("what differs between two drawings is told as kept", async () => {
  const any = fc.sample(anyLayout, { seed: 3, numRuns: 8 });
  const all = [...demoLayouts(), ...any];
  const said = all.map((l, i) => changesBetween(l, all[(i + 1) % all.length] ?? l));
  const small = all.map((l) =>
    changesBetween(l, { ...l, parts: l.parts.map((p) => ({ ...p, locked: !p.locked, tag: `${p.tag}9` })) }),
  );
  await expect(golden({ said, small })).toMatchFileSnapshot("golden/changes.txt");
});

it("lines to snap to, handles and what lies under a point stand as kept", async () => {
  const lines = snapLines(layout, some);
  const boxes = layout.parts.filter(isBox);
  const moves = [0.4, -0.8, 2.2, 7].flatMap((d) =>
    layout.parts.filter((p) => some.has(p.id)).map((p) => snapMove(lines, boundsOfPart(p), d, -d / 2, 1.5)),
  );
  const points = [0, 20, 44.4, 90, 151, 200].map((x) => [
    snapPoint(lines, x, x / 2, 1.2),
    hits(layout.parts, x, x * 0.6, 2).map((p) => p.id),
  ]);
  const pulled = boxes.slice(0, 12).flatMap((p) => HANDLES.map((h) => [handleAt(p, h), resized(p, h, 2.3, -4.1)]));
  await expect(golden({ lines, moves, points, pulled })).toMatchFileSnapshot("golden/snaps.txt");
});
