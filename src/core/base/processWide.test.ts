import { afterEach, describe, expect, it } from "vitest";
import { freshProcess, processWide } from "./processWide";

const ends: (() => void)[] = [];
afterEach(() => ends.splice(0).forEach((end) => end()));

describe("what a process holds", () => {
  it("is one for all who name it, made once", () => {
    ends.push(freshProcess());
    let made = 0;
    const make = () => ++made;
    expect(processWide<number>("count").orMake(make)).toBe(1);
    expect(processWide<number>("count").orMake(make)).toBe(1);
    expect(processWide<number>("other").get()).toBeUndefined();
    processWide<number>("count").clear();
    expect(processWide<number>("count").orMake(make)).toBe(2);
  });

  it("begins anew for a test but for what is named, and is as it was afterwards", () => {
    ends.push(freshProcess());
    processWide<string>("pool").set("threads");
    processWide<string>("seal").set("first");
    const back = freshProcess(["pool"]);
    expect([processWide("pool").get(), processWide("seal").get()]).toEqual(["threads", undefined]);
    processWide<string>("seal").set("second");
    back();
    expect(processWide("seal").get()).toBe("first");
  });
});
