import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { EmptyBench } from "@/ui/workshop/bench/EmptyBench";
import { aMachine } from "@/testing/machines";
import { router, serverAnswers } from "@/testing/screen";
import { IntakeForm } from "./IntakeForm";
import { JobsTable, type JobRow } from "./JobsTable";

const user = userEvent.setup();

describe("jobs of a machine", () => {
  const job = (more: Partial<JobRow>): JobRow => ({
    id: 1,
    href: "/jobs/1/before",
    openedAt: "2031-03-02",
    closedAt: null,
    complaint: "loud",
    closingNote: "",
    verdict: null,
    status: "Waits for its run before",
    behind: false,
    ...more,
  });
  const rows = [
    job({ id: 4, href: "/jobs/4/verdict", openedAt: "2030-11-20", closedAt: "2030-11-21", status: "Closed" }),
    job({ id: 7, href: "/jobs/7/before" }),
    job({ id: 5, href: "/jobs/5/verdict", openedAt: "2031-01-09", closedAt: "2031-01-30", status: "Closed" }),
  ];
  const addresses = () => screen.getAllByRole("link").map((l) => l.getAttribute("href"));

  it("stand newest first, each leading to where it waits", () => {
    render(<JobsTable rows={rows} />);
    expect(addresses()).toEqual(["/jobs/7/before", "/jobs/5/verdict", "/jobs/4/verdict"]);
    expect(screen.getByRole("link", { name: "Waits for its run before" })).toBeTruthy();
  });

  it("are turned to oldest first, and the open one stands last by closing", async () => {
    render(<JobsTable rows={rows} />);
    await user.click(screen.getByRole("button", { name: "Opened" }));
    expect(addresses()[0]).toBe("/jobs/4/verdict");
    await user.click(screen.getByRole("button", { name: "Closed" }));
    const up = screen.getByRole("columnheader", { name: "Closed" }).getAttribute("aria-sort") === "ascending";
    expect(up ? addresses().at(-1) : addresses()[0]).toBe("/jobs/7/before");
    expect(screen.getAllByText("open")).toHaveLength(1);
  });

  it("say what was complained of and what was found", () => {
    render(<JobsTable rows={[job({ closingNote: "dust behind the fins" })]} />);
    expect(screen.getByText("loud")).toBeTruthy();
    expect(screen.getByText("Found: dust behind the fins")).toBeTruthy();
  });
});

describe("intake", () => {
  const fill = async () => {
    await user.type(screen.getByLabelText(/^Tag/), "LR-21");
    await user.type(screen.getByLabelText(/^Model/), "Wrenfell 14");
    await user.type(screen.getByLabelText("Complaint"), "Fan loud all evening");
  };

  it("is checked before it is sent, each field with its own words", async () => {
    const { sent } = serverAnswers({ ok: true, value: { jobId: 5 } });
    render(<IntakeForm models={["Wrenfell 14"]} />);
    await user.click(screen.getByRole("button", { name: "Take it in" }));
    expect((await screen.findAllByRole("alert")).length).toBeGreaterThanOrEqual(3);
    expect(screen.getByLabelText(/^Tag/).getAttribute("aria-invalid")).toBe("true");
    expect(sent).toEqual([]);
  });

  it("is sent with what was picked, and goes to the run before", async () => {
    const { sent } = serverAnswers({ ok: true, value: { jobId: 5 } });
    render(<IntakeForm models={[]} />);
    await fill();
    await user.click(screen.getByRole("button", { name: /Where it lives|Office air/ }));
    await user.click(screen.getByRole("option", { name: "Sawdust" }));
    await user.click(screen.getByRole("button", { name: "Take it in" }));
    await expect.poll(() => router.push.mock.calls).toEqual([["/jobs/5/before"]]);
    expect(sent[0]).toMatchObject({
      url: "/api/intake",
      body: { tag: "LR-21", environment: "sawdust", form: "fifteen" },
    });
  });

  it("a tag that is taken is told at the tag, and nothing is lost", async () => {
    serverAnswers({
      ok: false,
      problem: {
        code: "tag-taken",
        message: "LR-21 is taken.",
        action: "Use another.",
        fields: { tag: "It is taken." },
      },
    });
    render(<IntakeForm models={[]} />);
    await fill();
    await user.click(screen.getByRole("button", { name: "Take it in" }));
    expect(await screen.findByText("It is taken.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>(/^Model/).value).toBe("Wrenfell 14");
    expect(router.push).not.toHaveBeenCalled();
  });

  it("carries the caution of a swollen battery", () => {
    render(<IntakeForm models={[]} />);
    expect(document.body.textContent).toMatch(/Battery swollen\?.*stop, no load run.*local rules/s);
  });
});

describe("an empty bench", () => {
  it("says what comes next, and takes a machine in by key", async () => {
    render(<EmptyBench next={{ machine: aMachine(), dueOn: "2031-07-01", why: "" }} />);
    expect(screen.getByText("Next due: Sound playback, 1 Jul.")).toBeTruthy();
    expect(within(document.body).getByRole("link", { name: "New intake" }).getAttribute("href")).toBe("/machines/new");
    await user.keyboard("n");
    expect(router.push).toHaveBeenCalledExactlyOnceWith("/machines/new");
  });
});
