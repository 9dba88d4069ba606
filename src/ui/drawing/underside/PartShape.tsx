import { memo } from "react";
import { drawPart } from "@/core/drawing/draw";
import { type Part } from "@/core/drawing/parts";

/** One part of the drawing. Its markup is made by the core from checked figures and escaped text only. */
export const PartShape = memo(function PartShape({ part }: { part: Part }) {
  return <g dangerouslySetInnerHTML={{ __html: drawPart(part) }} />;
});
