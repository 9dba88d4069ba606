import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { router, serverAnswers } from "@/testing/screen";
import { EraseMachine } from "@/ui/workshop/machine/EraseMachine";
import { RetentionForm } from "./RetentionForm";

const user = userEvent.setup();
const none = { count: 0, machines: [] };

describe("how long machines are kept", () => {
  const field = () => screen.getByLabelText(/^Erase machines so many years/);

  it("is for good, until somebody saw whom a rule would take and kept it", async () => {
    const due = {
      count: 3,
      machines: [{ id: 4, tag: "LR-03", model: "Wrenfell 14", lastClosed: "2027-01-05T10:00:00Z" }],
    };
    const { sent } = serverAnswers({ ok: true, value: due });
    render(<RetentionForm retention={{ years: null }} due={none} stones={[]} />);
    await user.type(field(), "3");
    await user.click(screen.getByRole("button", { name: "Show which would go" }));
    expect(sent.map((s) => [s.method, s.url, s.body])).toEqual([["POST", "/api/settings/retention", { years: 3 }]]);
    expect((await screen.findByText(/3 machines go now, for good/)).textContent).toContain("By this rule");
    expect(screen.getByText("LR-03")).toBeTruthy();
    expect(screen.getByText("and 2 more")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Keep this rule" }));
    expect(sent.at(-1)).toMatchObject({ method: "PUT", body: { years: 3 } });
    expect(await screen.findByText("Kept")).toBeTruthy();
    // another number is looked at again before it is kept
    await user.clear(field());
    await user.type(field(), "1");
    expect(screen.getByRole("button", { name: "Show which would go" })).toBeTruthy();
    expect(screen.queryByText("LR-03")).toBeNull();
  });

  it("is never never by a slip: what is no number is sent as it was typed, and refused", async () => {
    const problem = { code: "bad-fields", message: "Look.", action: "Mend.", fields: { years: "Give whole years." } };
    const { sent } = serverAnswers({ ok: false, problem });
    render(<RetentionForm retention={{ years: 2 }} due={none} stones={[]} />);
    await user.clear(field());
    await user.type(field(), "3x");
    await user.click(screen.getByRole("button", { name: "Show which would go" }));
    expect(sent.map((s) => [s.method, s.body])).toEqual([["POST", { years: "3x" }]]);
    expect(await screen.findByText("Give whole years.")).toBeTruthy();
  });

  it("is put back to never without a look", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    render(<RetentionForm retention={{ years: 2 }} due={none} stones={[]} />);
    expect(screen.getByText("By this rule none goes now.")).toBeTruthy();
    await user.clear(field());
    await user.click(screen.getByRole("button", { name: "Keep this rule" }));
    expect(sent[0]).toMatchObject({ method: "PUT", body: { years: null } });
  });

  it("shows what is left of documents that were signed", () => {
    const stone = {
      sha256: "ab12",
      revision: 2,
      signedAt: "2031-03-02T10:00:00Z",
      role: "Lead",
      erasedAt: "2034-03-02T10:00:00Z",
    };
    render(<RetentionForm retention={{ years: null }} due={none} stones={[stone]} />);
    expect(screen.getByRole("listitem").textContent).toMatch(/Signed .*, Lead, revision 2; erased .*SHA-256 ab12/);
  });
});

describe("a machine that is to be erased", () => {
  it("says what goes and what stays, and wants the tag typed", async () => {
    const problem = { code: "bad-fields", message: "Look.", action: "Mend.", fields: { tag: "Type LR-03, the tag." } };
    serverAnswers({ ok: false, problem });
    render(<EraseMachine machine={{ id: 4, tag: "LR-03" }} />);
    expect(screen.getByRole("link", { name: /All that is known/ }).getAttribute("href")).toBe("/api/machines/4/all");
    await user.click(screen.getByRole("button", { name: "Erase it" }));
    expect(screen.getByRole("dialog").textContent).toMatch(/cannot be taken back.*Signed documents leave their hash/s);
    await user.click(screen.getByRole("button", { name: "Erase it for good" }));
    expect(await screen.findByText("Type LR-03, the tag.")).toBeTruthy();
    const { sent } = serverAnswers({ ok: true, value: null });
    await user.type(screen.getByLabelText(/^Type LR-03/), "LR-03");
    await user.click(screen.getByRole("button", { name: "Erase it for good" }));
    expect(sent[0]).toMatchObject({ method: "POST", url: "/api/machines/4/erase", body: { tag: "LR-03" } });
    expect(router.push).toHaveBeenCalledWith("/machines");
  });
});
