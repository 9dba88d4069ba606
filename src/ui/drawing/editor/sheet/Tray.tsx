"use client";
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { memo } from "react";
import { KINDS, newPart, newPath, type Kind, type Part } from "@/core/drawing/parts";
import { Defs } from "@/ui/drawing/underside/Drawing";
import { PartShape } from "@/ui/drawing/underside/PartShape";

/** The parts at hand, with the key that takes each. */
export const KIT: readonly (readonly [Kind, string])[] = [
  ["blower", "b"],
  ["fins", "f"],
  ["pipe", "h"],
  ["chamber", "v"],
  ["plate", "c"],
  ["chip", "k"],
  ["pad", "p"],
  ["screw", "s"],
  ["cable", "w"],
];
export const OTHERS: readonly Kind[] = [
  "spreader",
  "plug",
  "tape",
  "gasket",
  "clip",
  "shield",
  "battery",
  "speaker",
  "board",
  "module",
  "foot",
  "vent",
  "port",
  "note",
];

const SHORT: Partial<Record<Kind, string>> = { fins: "Fin stack", chamber: "Chamber", plate: "Plate", pad: "Pad" };

const SAMPLES: Partial<Record<Kind, [Part, string]>> = {
  blower: [newPart("blower", "x", "", 0, 0), "-40 -40 80 80"],
  fins: [newPart("fins", "x", "", 0, 0), "-38 -24 76 48"],
  pipe: [
    newPath("pipe", "x", "", [
      { xMm: -30, yMm: -14, bendMm: 0 },
      { xMm: 22, yMm: -14, bendMm: 14 },
      { xMm: 22, yMm: 24, bendMm: 0 },
    ]),
    "-40 -30 80 64",
  ],
  chamber: [newPart("chamber", "x", "", 0, 0), "-58 -34 116 68"],
  plate: [newPart("plate", "x", "", 0, 0), "-26 -26 52 52"],
  chip: [newPart("chip", "x", "", 0, 0), "-19 -17 38 34"],
  pad: [newPart("pad", "x", "", 0, 0), "-10 -8.5 20 17"],
  screw: [{ ...newPart("screw", "x", "", 0, 0), forWhat: "C1", sprung: true } as Part, "-7 -7 14 14"],
  cable: [
    newPath("cable", "x", "", [
      { xMm: -18, yMm: -8, bendMm: 0 },
      { xMm: -2, yMm: -6, bendMm: 10 },
      { xMm: 4, yMm: 8, bendMm: 10 },
      { xMm: 18, yMm: 9, bendMm: 0 },
    ]),
    "-20 -14 40 28",
  ],
};

const Sample = memo(function Sample({ kind }: { kind: Kind }) {
  const [part, box] = SAMPLES[kind] ?? [newPart(kind, "x", "", 0, 0), "-40 -40 80 80"];
  return (
    <svg aria-hidden viewBox={box} className="h-13 w-full">
      <Defs />
      <PartShape part={part} />
    </svg>
  );
});

interface Props {
  parts: readonly Part[];
  inHand: Kind | null;
  onTake: (kind: Kind) => void;
}

/** The only palette: the real parts, drawn, with how many are placed. */
export function Tray({ parts, inHand, onTake }: Props) {
  const count = (kind: Kind) => parts.reduce((n, p) => n + Number(p.kind === kind), 0);
  return (
    <div
      role="toolbar"
      aria-label="Parts to draw with"
      className="flex overflow-x-auto rounded-control border-[1.5px] border-ink bg-sheet"
    >
      {KIT.map(([kind, key]) => {
        const held = inHand === kind;
        const name = SHORT[kind] ?? KINDS[kind].name;
        return (
          <button
            key={kind}
            type="button"
            aria-pressed={held}
            aria-label={`${name}, ${count(kind)} placed`}
            onClick={() => onTake(kind)}
            className={`relative flex min-w-16 flex-1 flex-col items-center border-r border-line px-1 pt-1.5
              pb-1 text-note leading-4.5 hover:bg-plane xl:text-note ${
                held ? "bg-sheet outline-[3px] -outline-offset-[3px] outline-ink outline-solid" : "bg-plane"
              }`}
          >
            <Sample kind={kind} />
            <span className="font-strong">{name}</span>
            <span className={held ? "font-strong text-copper" : "text-ink-2"}>{held ? "in hand" : count(kind)}</span>
            <kbd aria-hidden className="num absolute right-1.5 bottom-1 text-tag text-ink-3 uppercase">
              {key}
            </kbd>
          </button>
        );
      })}
      <Menu as="div" className="relative shrink-0">
        <MenuButton
          className="flex h-full min-w-15.5 flex-col items-center justify-center px-2 text-note
          leading-4.5 font-strong hover:bg-plane data-open:bg-plane"
        >
          <span className="num text-title leading-6.5">…</span>Others
        </MenuButton>
        <MenuItems
          anchor="top end"
          className="z-40 max-h-105 w-60 overflow-y-auto border-2 border-ink bg-sheet py-1 outline-none"
        >
          {OTHERS.map((kind) => (
            <MenuItem key={kind}>
              <button
                type="button"
                onClick={() => onTake(kind)}
                className="flex min-h-11 w-full items-center justify-between px-4 text-left text-lead
                  data-focus:bg-copper-wash"
              >
                {KINDS[kind].name} <span className="num text-note text-ink-2">{count(kind)}</span>
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
    </div>
  );
}
