import { rememberedMap, type CoolingMap } from "../../core/drawing/parts";
import type { TightenPlan } from "../../core/handwork/fasten";
import { databasePath } from "../../data/base/connection";
import type { RevisionRecord } from "../../data/drawing/layouts";
import { rememberedInThread } from "../../threads/pool";

/** Of a revision in this database: after a restore, or in tests, another has its number. */
const keyOf = (r: Pick<RevisionRecord, "id" | "version">) => `${databasePath()} ${r.id}.${r.version}`;

/** The map of a revision, remembered: a revision changes only with its version. Null where nothing is drawn. */
export const mapOf = (r: Pick<RevisionRecord, "id" | "version" | "document"> | null): CoolingMap | null =>
  r && rememberedMap(keyOf(r), r.document);

/** The orders to tighten a revision's assemblies, worked out once on a thread of its own. */
export const tighteningOf = (r: RevisionRecord | null, rounds: number): Promise<TightenPlan[]> =>
  r?.document.parts.length
    ? rememberedInThread("tighten", `${keyOf(r)}.${rounds}`, () => ({ layout: r.document, rounds }))
    : Promise.resolve([]);
