import {
  emptyLayout,
  newPart,
  newPath,
  nextId,
  type Kind,
  type Layout,
  type Part,
  type PathPoint,
} from "../../core/drawing/parts";

/** Draws a layout of the scenario part by part; all in mm, seen from below, hinge edge up. */
export class Pen {
  readonly layout: Layout;

  constructor(model: string, variant: string, widthMm: number, depthMm: number) {
    this.layout = emptyLayout(model, variant, widthMm, depthMm);
  }

  /** A part with a centre and a size. */
  box(
    kind: Kind,
    tag: string,
    [xMm, yMm, wMm, hMm]: readonly [x: number, y: number, w: number, h: number],
    more: Record<string, unknown> = {},
  ): this {
    return this.put({ ...newPart(kind, nextId(this.layout.parts), tag, xMm, yMm), ...{ wMm, hMm, ...more } });
  }

  /** A part with a centre line: x, y and the bend radius there. */
  path(
    kind: Kind,
    tag: string,
    points: readonly (readonly [x: number, y: number, bend?: number])[],
    more: Record<string, unknown> = {},
  ): this {
    const own = points.map(([xMm, yMm, bendMm = 0]): PathPoint => ({ xMm, yMm, bendMm }));
    return this.put({ ...newPath(kind, nextId(this.layout.parts), tag, own), ...more });
  }

  /** Cover screws at the given places, 6 mm long unless said otherwise. */
  cover(places: readonly (readonly [x: number, y: number, more?: Record<string, unknown>])[]): this {
    for (const [x, y, more] of places)
      this.box("screw", "", [x, y, 7.4, 7.4], {
        forWhat: "cover",
        head: "cross-0",
        thread: "M2.5",
        lengthMm: 6,
        ...more,
      });
    return this;
  }

  /** Sprung screws of a plate with their stamped numbers. */
  stamped(tag: string, places: readonly (readonly [x: number, y: number, stamp: string])[]): this {
    for (const [x, y, stamp] of places)
      this.box("screw", "", [x, y, 8.4, 8.4], {
        forWhat: tag,
        head: "cross-0",
        thread: "M2",
        lengthMm: 3.5,
        captive: true,
        sprung: true,
        stamp,
      });
    return this;
  }

  private put(part: Part): this {
    this.layout.parts.push(part);
    return this;
  }
}
