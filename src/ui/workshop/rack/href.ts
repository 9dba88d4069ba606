import type { RackWay } from "@/core/workshop/job";

/** Address of the rack, seen another way. */
export function rackHref(of: { way: RackWay; word?: string; from?: string; shelf?: string; page?: number }): string {
  const asked = new URLSearchParams({ way: of.way });
  if (of.word) asked.set("q", of.word);
  if (of.from) asked.set("from", of.from);
  if (of.shelf !== undefined) asked.set("shelf", of.shelf);
  if (of.page && of.page > 1) asked.set("page", String(of.page));
  return `/machines?${asked}`;
}
