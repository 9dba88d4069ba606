import { bad, type Result } from "../../core/result";
import { takeBundle, type Taken } from "./intake";
import { recordProblem } from "./problems";
import { BUNDLE_LIMIT_MB } from "./readBundle";

/** Takes a bundle in as it comes; what is over the limit is refused while it comes. */
export async function takeBundleFrom(request: Request): Promise<Result<Taken>> {
  const limit = BUNDLE_LIMIT_MB * 1e6;
  if (Number(request.headers.get("content-length") ?? 0) > limit) return bad(recordProblem.tooLarge(BUNDLE_LIMIT_MB));
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > limit) {
      await reader.cancel().catch(() => undefined);
      return bad(recordProblem.tooLarge(BUNDLE_LIMIT_MB));
    }
    chunks.push(value);
  }
  return takeBundle(Buffer.concat(chunks));
}
