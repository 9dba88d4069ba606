"use client";
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignStartHorizontal,
  AlignStartVertical,
  Copy,
  FlipHorizontal2,
  Group,
  Layers,
  Lock,
  Redo2,
  RotateCw,
  Ruler,
  Trash2,
  Undo2,
} from "lucide-react";
import type { ReactNode } from "react";
import { LAYERS, type Layer } from "@/core/drawing/parts";
import { type Alignment } from "@/core/drawing/edit";

interface Props {
  /** What can be taken back and done again, by name; whether some or several parts are in hand. */
  now: { undo: string | null; redo: string | null; some: boolean; several: boolean; measuring: boolean };
  hidden: ReadonlySet<Layer>;
  act: (what: "undo" | "redo" | "turn" | "mirror" | "duplicate" | "group" | "lock" | "remove" | "measure") => void;
  align: (how: Alignment) => void;
  layer: (l: Layer) => void;
}

const ALIGN: readonly (readonly [Alignment, string, ReactNode])[] = [
  ["left", "Left edges", <AlignStartVertical key="i" size={18} />],
  ["centre", "Middles, across", <AlignCenterVertical key="i" size={18} />],
  ["right", "Right edges", <AlignEndVertical key="i" size={18} />],
  ["top", "Top edges", <AlignStartHorizontal key="i" size={18} />],
  ["middle", "Middles, down", <AlignCenterHorizontal key="i" size={18} />],
  ["bottom", "Bottom edges", <AlignEndHorizontal key="i" size={18} />],
];

const tool =
  "inline-flex min-h-11 items-center gap-1.5 rounded-control px-2.5 text-body hover:bg-plane " +
  "disabled:opacity-40 data-open:bg-plane";
const item = "flex min-h-11 w-full items-center gap-3 px-4 text-left text-body data-focus:bg-copper-wash";

/** Undo and redo by name, and what can be done with the parts in hand. */
export function Arrange({ now, hidden, act, align, layer }: Props) {
  const { undo, redo, some, several, measuring } = now;
  const button = (what: Parameters<typeof act>[0], name: string, icon: ReactNode, can: boolean, words = false) => (
    <button
      type="button"
      className={tool}
      disabled={!can}
      onClick={() => act(what)}
      aria-label={words ? undefined : name}
      title={name}
      aria-pressed={what === "measure" ? measuring : undefined}
    >
      {icon}
      {words ? <span className="max-w-42.5 truncate">{name}</span> : null}
    </button>
  );
  return (
    <div
      role="toolbar"
      aria-label="Undo and arrange"
      className="flex flex-wrap items-center border-b border-line bg-sheet px-2 py-0.5"
    >
      {button("undo", undo ? `Undo: ${undo}` : "Nothing to undo", <Undo2 aria-hidden size={18} />, undo !== null, true)}
      {button(
        "redo",
        redo ? `Redo: ${redo}` : "Nothing to redo",
        <Redo2 aria-hidden size={18} />,
        redo !== null,
        redo !== null,
      )}
      <span aria-hidden className="mx-1 h-7 border-l border-line" />
      {button("turn", "Turn by 90° (R)", <RotateCw aria-hidden size={18} />, some)}
      {button("mirror", "Mirror left to right (M)", <FlipHorizontal2 aria-hidden size={18} />, some)}
      {button("duplicate", "Duplicate (D)", <Copy aria-hidden size={18} />, some)}
      {button("group", "Group or ungroup (G)", <Group aria-hidden size={18} />, several)}
      {button("lock", "Lock or free (L)", <Lock aria-hidden size={18} />, some)}
      {button("remove", "Remove (Delete)", <Trash2 aria-hidden size={18} />, some)}
      <Menu>
        <MenuButton className={tool} disabled={!several} aria-label="Align">
          <AlignStartVertical aria-hidden size={18} /> Align
        </MenuButton>
        <MenuItems anchor="bottom start" className="z-40 w-55 border-2 border-ink bg-sheet py-1 outline-none">
          {ALIGN.map(([how, name, icon]) => (
            <MenuItem key={how}>
              <button type="button" className={item} onClick={() => align(how)}>
                {icon} {name}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
      <span aria-hidden className="mx-1 h-7 border-l border-line" />
      {button("measure", "Measure (Q)", <Ruler aria-hidden size={18} />, true)}
      <Menu>
        <MenuButton className={tool} aria-label="Layers">
          <Layers aria-hidden size={18} /> Layers{hidden.size ? `, ${hidden.size} off` : ""}
        </MenuButton>
        <MenuItems anchor="bottom start" className="z-40 w-65 border-2 border-ink bg-sheet py-1 outline-none">
          {LAYERS.map(([l, name]) => (
            <MenuItem key={l}>
              <button
                type="button"
                role="menuitemcheckbox"
                aria-checked={!hidden.has(l)}
                className={item}
                onClick={() => layer(l)}
              >
                <span aria-hidden className="w-5">
                  {hidden.has(l) ? "" : "✓"}
                </span>{" "}
                {name}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
    </div>
  );
}
