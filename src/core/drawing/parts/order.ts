import { KINDS } from "./kinds";
import type { Part } from "./parts";

/**
 * Parts in the order they are drawn, from the case up. A cable runs over everything but the part whose tag it is said
 * to run under: it is drawn just before that one.
 */
export function drawOrder(parts: readonly Part[]): Part[] {
  const order = [...parts].sort((a, b) => KINDS[a.kind].level - KINDS[b.kind].level);
  for (const cable of parts) {
    if (cable.kind !== "cable" || cable.under.trim() === "") continue;
    const over = order.findIndex(
      (p) => p.tag !== "" && p.id !== cable.id && p.tag.toLowerCase() === cable.under.trim().toLowerCase(),
    );
    const at = order.indexOf(cable);
    if (over < 0 || at < over) continue;
    order.splice(at, 1);
    order.splice(over, 0, cable);
  }
  return order;
}
