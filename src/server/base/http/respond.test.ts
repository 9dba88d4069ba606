import { describe, expect, it } from "vitest";
import { bad, ok } from "../../../core/base/result";
import { liveProblem } from "../../measure/live/problems";
import { plainly } from "./respond";

describe("an answer to a program that is not ours", () => {
  it("is the value itself", async () => {
    const answer = plainly(ok({ taken: 3 }));
    expect([answer.status, await answer.json()]).toEqual([200, { taken: 3 }]);
  });

  it("tells one that sends too fast when to come again, in the head and in words, and no more", async () => {
    const answer = plainly(bad(liveProblem.tooFast(7)));
    expect(answer.status).toBe(429);
    expect(answer.headers.get("retry-after")).toBe("7");
    const { problem } = (await answer.json()) as { problem: Record<string, unknown> };
    expect(Object.keys(problem).sort()).toEqual(["action", "code", "message"]);
    expect(problem.action).toContain("Wait 7 s");
  });

  it("does not promise that waiting helps where it does not", () => {
    expect(plainly(bad(liveProblem.ended())).headers.get("retry-after")).toBeNull();
  });
});
