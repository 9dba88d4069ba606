"use client";
import type { CoolingMap, Layout, Part } from "@/core/drawing/parts";

export interface PropertiesGiven {
  map: CoolingMap;
  layout: Layout;
  selected: readonly Part[];
  onChange: (layout: Layout, what: string, joins?: boolean) => void;
}

export const replaced = (layout: Layout, part: Part): Layout => ({
  ...layout,
  parts: layout.parts.map((p) => (p.id === part.id ? part : p)),
});
