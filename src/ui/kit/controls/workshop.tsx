"use client";
import { createContext, useContext, type ReactNode } from "react";
import { usualWorkshop, type Workshop } from "@/core/workshop/job";

const Here = createContext<Workshop>(usualWorkshop);

/** What the workshop says of itself, for every part of every page below. */
export function WorkshopProvider({ workshop, children }: { workshop: Workshop; children: ReactNode }) {
  return <Here.Provider value={workshop}>{children}</Here.Provider>;
}

export const useWorkshop = (): Workshop => useContext(Here);
