import { headers } from "next/headers";
import type { Role } from "../../../core/workshop/trust";

/** Who asks for a page, as the gate told it; this machine itself where there is none (while developing). */
export interface Asking {
  as: "local" | "none" | "bench" | "person";
  person: string | null;
  role: Role | null;
  /** The number of its bench. */
  bench: number | null;
}

export async function whoAsks(): Promise<Asking> {
  const told = await headers();
  const person = told.get("x-ovrant-person");
  return {
    as: (told.get("x-ovrant-as") ?? "local") as Asking["as"],
    person: person && decodeURIComponent(person),
    role: told.get("x-ovrant-role") as Role | null,
    bench: Number(told.get("x-ovrant-bench")) || null,
  };
}

/** Whether a page may hold anything of the workshop. */
export const mayHold = ({ as }: Asking): boolean => as === "local" || as === "person";
