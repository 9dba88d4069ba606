"use client";
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { Menu as Lines, Search } from "lucide-react";
import Link from "next/link";
import { useMay } from "./Allowed";

const PLACES = [
  { here: "bench", name: "Bench", href: "/" },
  { here: "day", name: "Today", href: "/day" },
  { here: "machines", name: "Rack", href: "/machines" },
  { here: "due", name: "Due", href: "/due" },
  { here: "layouts", name: "Layouts", href: "/layouts" },
  { here: "materials", name: "Materials", href: "/materials" },
  { here: "forecasts", name: "Forecasts", href: "/forecasts" },
  { here: "practice", name: "Practice bench", href: "/practice" },
  { here: "ways", name: "Workshop ways", href: "/ways" },
  { here: "settings", name: "Settings", href: "/settings" },
  { here: "network", name: "Bench network", href: "/network" },
] as const;
/** Those of every day stand in words where there is room; all stand behind the button. */
const IN_WORDS = new Set<string>(["bench", "day", "machines", "due", "materials"]);
export type Place = (typeof PLACES)[number]["here"];

/** Places that are a technician's alone. */
const MANAGED = new Set<string>(["settings", "network"]);

/** The way back and across, on every page in the same place. */
export function Places({ here, wide }: { here?: Place; wide: boolean }) {
  const manages = useMay("manage");
  return (
    <nav aria-label="Places" className="flex items-center">
      <ul className={wide ? "hidden items-center xl:flex" : "hidden"}>
        {PLACES.filter((p) => IN_WORDS.has(p.here) && p.here !== here).map((p) => (
          <li key={p.here}>
            <Link
              prefetch={false}
              href={p.href}
              className="flex min-h-11 items-center rounded-control px-2.5 text-body text-ink-2 hover:bg-plane"
            >
              {p.name}
            </Link>
          </li>
        ))}
      </ul>
      <Link
        prefetch={false}
        href="/search"
        aria-label="Search"
        title="Search (Ctrl K)"
        className="grid size-11 place-items-center rounded-control text-ink-2 hover:bg-plane"
      >
        <Search aria-hidden size={20} strokeWidth={1.8} />
      </Link>
      <Menu>
        <MenuButton
          aria-label="Places"
          className="grid size-11 place-items-center rounded-control text-ink-2 hover:bg-plane"
        >
          <Lines aria-hidden size={20} strokeWidth={1.8} />
        </MenuButton>
        <MenuItems
          anchor={{ to: "bottom end", gap: 4, padding: 8 }}
          className="z-60 min-w-44 border-2 border-ink bg-sheet py-1 text-body text-ink shadow-lg"
        >
          {PLACES.filter((p) => manages || !MANAGED.has(p.here)).map((p) => (
            <MenuItem key={p.here}>
              <Link
                prefetch={false}
                href={p.href}
                aria-current={p.here === here ? "page" : undefined}
                className="flex min-h-11 items-center px-4 data-focus:bg-copper-wash aria-[current=page]:font-strong"
              >
                {p.name}
              </Link>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
    </nav>
  );
}
