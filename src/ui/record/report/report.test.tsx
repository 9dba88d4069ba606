import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { reportOf } from "@/core/record/report";
import { aJobFile } from "@/testing/jobFiles";
import { rigVerdict } from "@/testing/rigRuns";
import { router, serverAnswers } from "@/testing/screen";
import { OwnerLink } from "./OwnerLink";
import { ReportActions, type SignedShown } from "./ReportActions";
import { ReportSheets } from "./ReportSheets";

const user = userEvent.setup();
const report = (language: "en" | "de" = "en") =>
  reportOf(
    {
      file: aJobFile({ verdict: rigVerdict({ faults: { clog: 2.4 } }, {}) }),
      sha256: "ab".repeat(32),
      signOff: null,
      workshop: "Lantern Row",
      curves: null,
    },
    { language, unit: "C", zone: "UTC" },
  );
const signed: SignedShown = {
  revision: 2,
  at: "2031-03-05T10:00:00.000Z",
  by: { role: "Bench technician", initials: "MT" },
  checkedBy: { role: "Lead", initials: "HM" },
  sha256: "cd".repeat(32),
};

describe("the sheets", () => {
  it("are two, each with its head and its foot; the owner reads the first, the workshop the second", () => {
    const r = report();
    render(<ReportSheets report={r} photoIds={[]} mark={false} />);
    const [first, second] = screen.getAllByRole("article");
    expect(screen.getAllByRole("article")).toHaveLength(2);
    expect(within(first ?? document.body).getByRole("heading", { level: 2 }).textContent).toBe(r.headline);
    expect(first?.textContent).toContain(r.next.title);
    expect(second?.textContent).toContain(r.technical.title);
    expect(second?.textContent).toContain(r.technical.hash);
    for (const sheet of [first, second]) {
      expect(sheet?.textContent).toContain("Lantern Row");
      expect(sheet?.textContent).toContain("Draft, not signed");
    }
  });

  it("are read aloud in the report's language", () => {
    const { container } = render(<ReportSheets report={report("de")} photoIds={[]} mark={false} />);
    expect(container.querySelector("[lang]")?.getAttribute("lang")).toBe("de");
    expect(container.textContent).toContain("Ihr Laptop");
  });
});

describe("what is done with a report", () => {
  it("an open job is not signed: it is said where it is closed", () => {
    render(<ReportActions jobId={4} closed={false} signed={null} revisions={[]} />);
    expect(screen.getByRole("heading", { name: "Not to be signed yet" })).toBeTruthy();
    expect(screen.getByRole("link", { name: "To the verdict" }).getAttribute("href")).toBe("/jobs/4/verdict");
    expect(screen.queryByRole("button", { name: /Sign/ })).toBeNull();
    expect(screen.getByRole("link", { name: "Save as PDF" }).getAttribute("href")).toBe("/api/jobs/4/report");
  });

  it("a closed one is signed with role and initials, as the next revision; what refuses it is said", async () => {
    // links of the owner are asked for first
    const { sent } = serverAnswers(
      { ok: true, value: [] },
      { ok: false, problem: { code: "x", message: "Initials are one to eight letters.", action: "Correct it." } },
      { ok: true, value: null },
    );
    render(<ReportActions jobId={6} closed signed={null} revisions={[signed]} />);
    await user.type(screen.getAllByLabelText("Initials")[0] ?? document.body, "MT");
    await user.click(screen.getByRole("button", { name: "Sign and freeze" }));
    expect((await screen.findByRole("alert")).textContent).toContain("Initials are one to eight letters.");
    expect(router.refresh).not.toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: "Sign and freeze" }));
    await expect.poll(() => router.refresh.mock.calls.length).toBe(1);
    expect(sent[2]).toMatchObject({ url: "/api/jobs/6/sign", method: "POST", body: { initials: "MT" } });
    expect(screen.getByText(/^Revision 2/).textContent).toContain("5 Mar 2031");
  });

  it("a signed one says who, when and by which hash", () => {
    render(<ReportActions jobId={4} closed signed={signed} revisions={[signed]} />);
    expect(screen.getByRole("heading", { name: "Signed, revision 2" })).toBeTruthy();
    expect(document.body.textContent).toContain("5 Mar 2031 by Bench technician, MT; checked by Lead, HM.");
    expect(document.body.textContent).toContain("cd".repeat(32));
    expect(screen.queryByText("Signed before")).toBeNull();
  });
});

describe("a link for the owner", () => {
  it("is made for so many days, shown whole, with the day it ends", async () => {
    const now = { id: "a1", madeAt: "2031-03-05T10:00:00Z", madeBy: "HM", endsMs: Date.UTC(2031, 4, 2, 12) };
    const { sent } = serverAnswers(
      { ok: true, value: [now] },
      { ok: true, value: { path: "/owner/tok", endsMs: Date.UTC(2031, 5, 9, 12) } },
      { ok: true, value: [now] },
    );
    render(<OwnerLink jobId={7} />);
    expect((await screen.findByRole("listitem")).textContent).toBe("Open until 2 May 2031, made by HMTake back");
    const days = screen.getByLabelText("For so many days");
    await user.clear(days);
    await user.type(days, "9");
    await user.click(screen.getByRole("button", { name: "Make a link" }));
    const link = await screen.findByLabelText<HTMLInputElement>("Link for the owner");
    expect(link.value).toMatch(/\/owner\/tok$/);
    expect(document.body.textContent).toContain("until 9 June 2031");
    expect(sent[1]).toMatchObject({ url: "/api/jobs/7/owner", body: { days: 9 } });
    await user.click(screen.getByRole("button", { name: "Take back" }));
    await expect.poll(() => sent.find((s) => s.method === "DELETE")?.url).toBe("/api/jobs/7/owner?link=a1");
  });

  it("that is refused says why, and shows none", async () => {
    serverAnswers(
      { ok: true, value: [] },
      { ok: false, problem: { code: "x", message: "Between 1 and 60 days.", action: "Change it." } },
    );
    render(<OwnerLink jobId={8} />);
    await user.click(screen.getByRole("button", { name: "Make a link" }));
    expect((await screen.findByRole("alert")).textContent).toContain("Between 1 and 60 days.");
    expect(screen.queryByLabelText("Link for the owner")).toBeNull();
  });
});
