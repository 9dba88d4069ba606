import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { findPeople } from "../../data/workshop/trust";
import type { SignInput } from "../../input/sign";
import { serverProblem } from "../base/http/problems";
import { checkPin } from "../workshop/trust/pinDoor";

/** From where a job is signed: who is signed in there, and at which bench; neither on the machine itself. */
export interface SignedFrom {
  person: string | null;
  bench: number | null;
}

export const thisMachine: SignedFrom = { person: null, bench: null };

/** Who signs, and who checked, by initials. */
interface Signers {
  initials: string;
  checkedInitials: string;
}

const refused = (field: string, why: string): Result<never> => bad(serverProblem.badFields({ [field]: why }));

/**
 * Who signs is who is signed in. Who checked says so with their own PIN, where they have a tag; on the network nobody
 * else can be named, on the machine itself whoever has none is taken by their initials.
 */
export async function signersOf(input: SignInput, { person, bench }: SignedFrom): Promise<Result<Signers>> {
  const { checkedInitials, checkedPin } = input;
  const initials = person ?? input.initials;
  if (checkedInitials === "") return ok({ initials, checkedInitials });
  const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();
  if (same(checkedInitials, initials)) return refused("checkedInitials", "Somebody else checks than who signs.");
  const tag = (await findPeople(await database())).find((p) => same(p.initials, checkedInitials));
  if (!tag)
    return person === null
      ? ok({ initials, checkedInitials })
      : refused("checkedInitials", "There is no tag with these initials.");
  if (checkedPin === "") return refused("checkedPin", `${tag.initials} gives their own PIN here.`);
  const known = await checkPin({ personId: tag.id, pin: checkedPin, benchId: bench });
  if (known.ok) return ok({ initials, checkedInitials: tag.initials });
  return known.problem.code === "wrong-pin"
    ? refused("checkedPin", `That is not the PIN of ${tag.initials}. ${known.problem.action}`)
    : known;
}
