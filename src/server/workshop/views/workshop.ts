import { usualWorkshop, type Workshop } from "../../../core/workshop/job";
import type { UpkeepRules } from "../../../core/workshop/upkeep";
import { database } from "../../../data/base/connection";
import { findRules } from "../../../data/workshop/upkeep";
import { findWorkshop } from "../../../data/workshop/workshop";

/** What the workshop says of itself. */
export const workshopView = async (): Promise<Workshop> => findWorkshop(await database());

/** The same for what stands round every page; ours while the database cannot be read. */
export const workshopOrUsual = (): Promise<Workshop> => workshopView().catch(() => usualWorkshop);

/** The workshop's rules for the next service. */
export const rulesView = async (): Promise<UpkeepRules> => findRules(await database());
