"use client";
import { useEffect, useRef, type RefObject } from "react";

/** What counts as a row of a pane; what is higher than this is a picture, and may be cut. */
const ROWS = "li, tr, h2, p, [data-row]";
const HIGHEST_ROW_PX = 120;
/** Room the words at the foot want, px. */
const WORDS_PX = 20;

interface Span {
  top: number;
  bottom: number;
}

/** Height at the foot of a pane in which only a part of a row would show, px. */
export function cutOf(paneBottom: number, rows: readonly Span[]): number {
  const cut = rows.filter((r) => r.top < paneBottom - 1 && r.bottom > paneBottom + 1);
  const short = cut.filter((r) => r.bottom - r.top <= HIGHEST_ROW_PX);
  return short.length ? paneBottom - Math.min(...short.map((r) => r.top)) : 0;
}

/** Covers what would show of a cut row at the foot of a pane that scrolls, and says there that more comes. */
function cover(pane: HTMLElement): void {
  const style = getComputedStyle(pane);
  const more = pane.scrollTop + pane.clientHeight < pane.scrollHeight - 2 && style.overflowY !== "visible";
  const rows = more ? [...pane.querySelectorAll(ROWS)].map((r) => r.getBoundingClientRect()) : [];
  const cut = Math.ceil(cutOf(pane.getBoundingClientRect().bottom, rows));
  if (cut === 0) return pane.removeAttribute("data-cut");
  pane.style.setProperty("--cut", `${cut}px`);
  // what sticks to the foot of a pane stays off its padding
  pane.style.setProperty("--foot", style.paddingBottom || "0px");
  pane.setAttribute("data-cut", cut < WORDS_PX ? "thin" : "");
}

/** A pane that scrolls and shows no row by half: the element to give the reference to, or one that is held already. */
export function useWholeRows<T extends HTMLElement>(held?: RefObject<T | null>): RefObject<T | null> {
  const made = useRef<T>(null);
  const ref = held ?? made;
  useEffect(() => {
    const pane = ref.current;
    if (!pane) return;
    const look = () => cover(pane);
    const sizes = new ResizeObserver(look);
    sizes.observe(pane);
    for (const child of pane.children) sizes.observe(child);
    const parts = new MutationObserver(() => {
      for (const child of pane.children) sizes.observe(child);
      look();
    });
    parts.observe(pane, { childList: true });
    pane.addEventListener("scroll", look, { passive: true });
    look();
    return () => {
      sizes.disconnect();
      parts.disconnect();
      pane.removeEventListener("scroll", look);
    };
  }, [ref]);
  return ref;
}
