import { database } from "../../../data/base/connection";
import { findBench, type Bench } from "../../../data/workshop/trust";
import { whoAsks } from "./asked";

/** The bench a page or a change is asked from; null on this machine itself. */
export async function benchHere(): Promise<Bench | null> {
  const { bench } = await whoAsks();
  return bench === null ? null : findBench(await database(), bench);
}

/** Who does something, and where, as the audit writes it; nobody by name on this machine itself. */
export async function actor(): Promise<{ who: string; bench: string }> {
  // a command or a test asks for no page
  const asks = await whoAsks().catch(() => null);
  if (!asks) return { who: "", bench: "" };
  return { who: asks.person ?? "", bench: (await benchHere())?.name ?? "" };
}
