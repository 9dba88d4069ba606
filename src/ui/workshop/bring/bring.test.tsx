import { act, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { filesSent } from "@/testing/screen";
import { BringJob } from "./BringJob";
import { BringList } from "./BringList";

const user = userEvent.setup();
const zip = (name: string) => new File(["zip"], name, { type: "application/zip" });
const taken = { what: "new", jobId: 4, tag: "LR-02", number: 1, differences: [] };

describe("jobs brought in", () => {
  it("are sent one after the other, each with how far it is, and told what became of them", async () => {
    const { sent } = filesSent();
    render(<BringJob />);
    await user.upload(screen.getByLabelText("Choose exported jobs"), [zip("a.zip"), zip("b.zip")]);
    expect(sent.map((s) => [s.method, s.url])).toEqual([["POST", "/api/import"]]);
    act(() => sent[0]?.reached(0.4));
    expect(screen.getByRole("progressbar", { name: "Sending a.zip (1 of 2)" }).getAttribute("aria-valuenow")).toBe(
      "40",
    );
    act(() => sent[0]?.reached(1));
    // all of it there: the server reads it, and nobody can tell how far it is
    expect(screen.getByRole("progressbar", { name: "Taking in a.zip (1 of 2)" }).hasAttribute("aria-valuenow")).toBe(
      false,
    );
    await act(() => Promise.resolve(sent[0]?.answered({ ok: true, value: taken })));
    expect(sent).toHaveLength(2);
    const problem = { code: "bad-bundle", message: "runs/1.csv is not in the zip.", action: "Export it once more." };
    await act(() => Promise.resolve(sent[1]?.answered({ ok: false, problem })));
    const [a, b] = screen.getAllByRole("listitem");
    expect(a?.textContent).toBe("a.zip: job 1 of LR-02 is here now.");
    expect(a?.querySelector("a")?.getAttribute("href")).toBe("/jobs/4");
    expect(b?.textContent).toBe("b.zip: runs/1.csv is not in the zip. Export it once more.");
    expect(screen.queryByRole("progressbar")).toBeNull();
  });

  it("can be stopped: the one on its way is cancelled, and none after it is sent", async () => {
    const { sent } = filesSent();
    render(<BringJob />);
    await user.upload(screen.getByLabelText("Choose exported jobs"), [zip("a.zip"), zip("b.zip")]);
    await user.click(screen.getByRole("button", { name: /^Cancel/ }));
    expect(sent).toHaveLength(1);
    expect(screen.getByRole("alert").textContent).toBe("a.zip: It was cancelled. Nothing was stored.");
    expect(screen.getByLabelText("Choose exported jobs")).toBeTruthy();
  });

  it("that are here already are told with what differs", async () => {
    const { sent } = filesSent();
    render(<BringJob />);
    await user.upload(screen.getByLabelText("Choose exported jobs"), [zip("a.zip")]);
    const value = { ...taken, what: "differs", differences: [{ part: "closing", says: "is open here" }] };
    await act(() => Promise.resolve(sent[0]?.answered({ ok: true, value })));
    expect(document.body.textContent).toContain("is here already, and differs; it was left as it is:");
    expect(document.body.textContent).toContain("closing: is open here");
  });
});

describe("a list of machines", () => {
  const looked = {
    fresh: 2,
    known: 1,
    sample: [{ line: 2, tag: "L-1", model: "K15", place: "Row" }],
    bad: [{ line: 4, tag: "", why: ["A machine has a tag."] }],
    unknownColumns: ["colour"],
    stored: false,
  };
  it("is looked through first, with what is wrong by line, and taken in only when said so", async () => {
    const { sent } = filesSent();
    render(<BringList />);
    await user.upload(screen.getByLabelText("Choose a CSV of machines"), new File(["tag,model\n"], "list.csv"));
    expect(sent.map((s) => s.url)).toEqual(["/api/machines/list"]);
    await act(() => Promise.resolve(sent[0]?.answered({ ok: true, value: looked })));
    expect(screen.getByRole("status").textContent).toBe(
      "list.csv: 2 machines are new, 1 was here already and stay as they are, 1 line cannot be taken.",
    );
    expect(screen.getByRole("listitem").textContent).toBe("Line 4: A machine has a tag.");
    await user.click(screen.getByRole("button", { name: "Take in 2 machines" }));
    expect(sent[1]).toMatchObject({ url: "/api/machines/list?store=1", body: "tag,model\n" });
    await act(() => Promise.resolve(sent[1]?.answered({ ok: true, value: { ...looked, stored: true } })));
    expect(screen.getByRole("link", { name: "To the rack" })).toBeTruthy();
  });

  it("that does not reach the server is still at hand", async () => {
    const { sent } = filesSent();
    render(<BringList />);
    await user.upload(screen.getByLabelText("Choose a CSV of machines"), new File(["tag,model\n"], "list.csv"));
    await act(() => Promise.resolve(sent[0]?.lost()));
    expect(screen.getByRole("alert").textContent).toContain("Ovrant's server did not answer.");
    expect(screen.getByLabelText("Choose a CSV of machines")).toBeTruthy();
  });
});
