import { database } from "../../../data/base/connection";
import { findByWords, type Find, type FindKind } from "../../../data/workshop/finds";
import { listsAsked } from "../../job/jobSummaries";

export interface SearchView {
  asked: string;
  found: Record<FindKind, Find[]>;
  count: number;
  /** Something newer is still being counted in. */
  behind: boolean;
}

/** So many of each kind are shown: who sees more looks for more words. */
const MOST = 20;
/** Longest search, letters. */
const LONGEST = 120;

/** What is found by the words that are asked for. */
export async function searchView(text: string): Promise<SearchView> {
  const asked = text.slice(0, LONGEST).trim();
  // what was found inside is told by how jobs stand
  const behind = await listsAsked();
  const found = await findByWords(await database(), asked, MOST);
  return { asked, found, count: Object.values(found).reduce((n, f) => n + f.length, 0), behind };
}
