"use client";
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import { Check, Lamp, Monitor, Moon, Sun } from "lucide-react";
import { useTheme } from "next-themes";
import { useSyncExternalStore } from "react";

const THEMES = [
  { value: "system", name: "As the device", Icon: Monitor },
  { value: "light", name: "Light, for the day", Icon: Sun },
  { value: "lamp", name: "Bright, for a bench lamp", Icon: Lamp },
  { value: "dark", name: "Dark, for backstage", Icon: Moon },
] as const;

const never = () => () => undefined;

/** Light for the day, brighter for a bench lamp, dark for backstage. */
export function ThemeSwitch() {
  const { theme, setTheme } = useTheme();
  const ready = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const shown = THEMES.find((t) => ready && t.value === theme) ?? THEMES[0];
  return (
    <Listbox value={shown.value} onChange={setTheme}>
      <ListboxButton
        aria-label={`Theme: ${shown.name}`}
        className="grid size-11 place-items-center rounded-control text-ink-2 hover:bg-plane"
      >
        <shown.Icon aria-hidden size={20} strokeWidth={1.8} />
      </ListboxButton>
      <ListboxOptions
        anchor={{ to: "bottom end", gap: 4, padding: 8 }}
        className="z-60 border-2 border-ink bg-sheet py-1 text-body text-ink shadow-lg"
      >
        {THEMES.map(({ value, name, Icon }) => (
          <ListboxOption
            key={value}
            value={value}
            className="group flex min-h-11 cursor-pointer items-center gap-2.5 px-3 data-focus:bg-copper-wash"
          >
            <Icon aria-hidden size={18} strokeWidth={1.8} />
            <span className="flex-1">{name}</span>
            <Check aria-hidden size={17} className="invisible group-data-selected:visible" />
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}
