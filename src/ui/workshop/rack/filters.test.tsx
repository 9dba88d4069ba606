import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { serverAnswers } from "@/testing/screen";
import { SavedFilters } from "./SavedFilters";

const user = userEvent.setup();
const answer = (value: unknown) => ({ ok: true, value });

describe("saved filters", () => {
  it("are shown when asked for, keep what is looked for now, and can be taken from the list", async () => {
    const { sent } = serverAnswers(
      answer([{ word: "lint", way: "model" }]),
      answer([
        { word: "lint", way: "model" },
        { word: "K15", way: "waits" },
      ]),
      answer([{ word: "K15", way: "waits" }]),
    );
    render(<SavedFilters word="K15" way="waits" />);
    await user.click(screen.getByRole("button", { name: "Saved filters" }));
    expect((await screen.findByRole("link", { name: /lint/ })).getAttribute("href")).toBe("/machines?way=model&q=lint");
    await user.click(screen.getByRole("button", { name: /Keep “K15” by what waits/ }));
    expect(await screen.findByRole("link", { name: /K15/ })).toBeTruthy();
    expect(screen.queryByRole("button", { name: /Keep/ })).toBeNull();
    await user.click(screen.getByRole("button", { name: /Take the filter lint/ }));
    expect(sent.map((s) => [s.method, s.url, s.body])).toEqual([
      ["GET", "/api/filters", null],
      [
        "PUT",
        "/api/filters",
        {
          filters: [
            { word: "lint", way: "model" },
            { word: "K15", way: "waits" },
          ],
        },
      ],
      ["PUT", "/api/filters", { filters: [{ word: "K15", way: "waits" }] }],
    ]);
  });
});
