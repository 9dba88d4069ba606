"use client";
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { UserRound } from "lucide-react";
import Link from "next/link";
import { useSyncExternalStore } from "react";
import { LockButton, useSignedIn } from "./signedIn";
import { onWhoChange, setWhoWorks, whoWorks } from "./who";
import { useWorkshop } from "./workshop";

/** Says who works at this device: the journal carries it from then on. */
export function WhoPicker() {
  const people = useWorkshop().people;
  const { as, person } = useSignedIn();
  const who = useSyncExternalStore(onWhoChange, whoWorks, () => "");
  // over the network nobody says who they are but by their PIN
  if (as === "person") return <LockButton person={person ?? ""} />;
  return (
    <Menu>
      <MenuButton
        aria-label={who ? `${who} works here` : "Who works here?"}
        className="flex min-h-11 min-w-11 items-center justify-center gap-1.5 rounded-control px-1.5 text-body
          text-ink-2
          hover:bg-plane"
      >
        {who ? <b className="num font-strong">{who}</b> : <UserRound aria-hidden size={19} strokeWidth={1.8} />}
      </MenuButton>
      <MenuItems
        anchor={{ to: "bottom end", gap: 4, padding: 8 }}
        className="z-60 min-w-44 border-2 border-ink bg-sheet py-1 text-body text-ink shadow-lg"
      >
        {people.map((p) => (
          <MenuItem key={p}>
            <button type="button" className={ITEM} onClick={() => setWhoWorks(p)}>
              {p}
            </button>
          </MenuItem>
        ))}
        {who ? (
          <MenuItem>
            <button type="button" className={ITEM} onClick={() => setWhoWorks("")}>
              Nobody in particular
            </button>
          </MenuItem>
        ) : null}
        <MenuItem>
          <Link prefetch={false} href="/settings" className={ITEM}>
            {people.length ? "More people" : "Say who works here"}
          </Link>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}

const ITEM = "flex min-h-11 w-full items-center px-4 text-left data-focus:bg-copper-wash";
