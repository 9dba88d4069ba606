import type { Review, Shown } from "@/core/learn/practice";
import { SUSPECT_WORDS } from "@/core/learn/suspects";
import { words } from "@/core/base/words";
import { inWords } from "./NameDialog";
import { leading } from "@/ui/learn/suspects/strandPath";

interface Given {
  shown: Shown | null;
  review: Review | null;
  hidden: boolean;
}

/** What is said over the strands: how many suspects are left, or how what was named stands to the truth. */
export function headlineOf({ shown, review, hidden }: Given): string {
  if (!shown) return "Setting up the machine.";
  if (review) return reviewHeadline(review, shown.state.minutes);
  const spent = shown.state.minutes ? `${words.counted(shown.state.minutes, "minute")} spent` : "nothing ordered yet";
  const last = shown.steps.at(-1);
  if (hidden || !last) return `${words.capital(spent)}.`;
  const left = leading(last.strands);
  const [first] = left;
  const count = `${NUMBERS[left.length] ?? left.length} suspects are left`;
  if (first && (left.length === 1 || last.strands[first] >= LEADS)) return `${SUSPECT_WORDS[first]} leads, ${spent}.`;
  if (left.length > 2) return `${words.capital(count)}, ${spent}.`;
  const names = words
    .listed(
      left.map((s) => SUSPECT_WORDS[s]),
      "or",
    )
    .toLowerCase();
  return `${words.capital(names)}: ${count}, ${spent}.`;
}

/** A suspect with so large a share leads. */
const LEADS = 0.6;
const NUMBERS = ["none", "one", "two", "three", "four", "five", "six", "seven"];

function reviewHeadline({ outcome, truth, named, knownAt }: Review, minutes: number): string {
  const when = !knownAt
    ? "though nothing you ordered could make it sure"
    : knownAt.minutes < minutes
      ? `and it could have been said at minute ${knownAt.minutes}`
      : "as soon as it could be said";
  if (outcome === "right") return `Right, ${when}.`;
  if (outcome === "near") return `Near: it was ${inWords(truth)}, not ${inWords(named)}.`;
  if (outcome === "half") return `Half of it: it was ${inWords(truth)}.`;
  const known = knownAt ? ` It could have been said at minute ${knownAt.minutes}.` : "";
  if (named.includes("nothing")) return `Something is wrong with it: ${inWords(truth)}.${known}`;
  if (truth.includes("nothing")) return `Not ${inWords(named)}: nothing is wrong with it.${known}`;
  return `Not ${inWords(named)}: it was ${inWords(truth)}.${known}`;
}
