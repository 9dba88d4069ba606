import { usualWorkshop, type Workshop } from "../../core/job";
import type { UpkeepRules } from "../../core/upkeep";
import { database } from "../../data/connection";
import { findRules } from "../../data/upkeep";
import { findWorkshop } from "../../data/workshop";

/** What the workshop says of itself. */
export const workshopView = async (): Promise<Workshop> => findWorkshop(await database());

/** The same for what stands round every page; ours while the database cannot be read. */
export const workshopOrUsual = (): Promise<Workshop> => workshopView().catch(() => usualWorkshop);

/** The workshop's rules for the next service. */
export const rulesView = async (): Promise<UpkeepRules> => findRules(await database());
