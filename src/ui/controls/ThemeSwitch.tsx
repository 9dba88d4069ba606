"use client";
import { Moon, Sun } from "lucide-react";
import { useTheme } from "next-themes";
import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/** Light for the day bench, dark for backstage. */
export function ThemeSwitch() {
  const { resolvedTheme, setTheme } = useTheme();
  const ready = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const dark = ready && resolvedTheme === "dark";
  return (
    <button
      type="button"
      onClick={() => setTheme(dark ? "light" : "dark")}
      aria-label={dark ? "Light theme" : "Dark theme"}
      className="grid size-11 place-items-center rounded-[5px] text-ink-2 hover:bg-plane"
    >
      {dark ? <Sun size={20} strokeWidth={1.8} /> : <Moon size={20} strokeWidth={1.8} />}
    </button>
  );
}
