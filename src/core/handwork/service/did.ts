import { byRows } from "./words";
import { isRenewed } from "./pasting";
import { pastedChips } from "./stripping";
import type { ServiceContext } from "./step";
import { stepKey } from "./stepKey";

/** What of the cooling was done, in the few words of a history: "dust", "paste", "P7". */
export function didIn(ctx: ServiceContext): string[] {
  const { journal, map } = ctx;
  const air = [...(map?.ofKind("fins") ?? []), ...(map?.ofKind("blower") ?? [])];
  const did: string[] = [];
  if (air.some((p) => journal.isDone(stepKey("clean", p.id)))) did.push("dust");
  if (pastedChips(ctx).some((c) => journal.isDone(stepKey("paste", c.id)))) did.push("paste");
  const pads = byRows(map?.ofKind("pad") ?? []).filter(
    (p) => isRenewed(ctx, p) && journal.isDone(stepKey("pad", p.id)),
  );
  if (pads.length > 2) did.push(`${pads.length} pads`);
  else did.push(...pads.map((p) => p.tag || "a pad"));
  return did;
}
