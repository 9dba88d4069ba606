import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { serverAnswers } from "@/testing/screen";
import { CautionBand, EvidenceLine } from "./Band";
import { Button, LinkButton } from "./Button";
import { Field } from "./Field";
import { KeySheet } from "./KeySheet";
import { useKeys } from "./keys";
import { NumberField } from "./NumberField";
import { Pick } from "./Pick";
import { send } from "./send";
import { Table, type TableColumn } from "./Table";

const user = userEvent.setup();

describe("a list to pick from", () => {
  const options = [
    { value: "soft", name: "Soft", group: "Pads" },
    { value: "firm", name: "Firm", group: "Pads" },
    { value: "none", name: "None", group: "Else", disabled: true },
  ] as const;

  function Picked({ onChange }: { onChange: (v: string) => void }) {
    const [value, setValue] = useState<"soft" | "firm" | "none">("soft");
    return (
      <Pick
        label="Softness"
        value={value}
        options={options}
        onChange={(v) => {
          setValue(v);
          onChange(v);
        }}
      />
    );
  }

  it("says what it is and what is picked, and opens to what can be picked, under headings", async () => {
    render(<Picked onChange={() => undefined} />);
    const button = screen.getByRole("button", { name: "Softness: Soft" });
    expect(screen.queryByRole("option")).toBeNull();
    await user.click(button);
    expect(screen.getAllByRole("option").map((o) => o.textContent)).toEqual(["Soft", "Firm", "None"]);
    expect(screen.getAllByText(/Pads|Else/).map((e) => e.textContent)).toEqual(["Pads", "Else"]);
    expect(screen.getByRole("option", { name: "Soft" }).getAttribute("aria-selected")).toBe("true");
  });

  it("takes a click", async () => {
    const onChange = vi.fn();
    render(<Picked onChange={onChange} />);
    await user.click(screen.getByRole("button", { name: /Softness/ }));
    await user.click(screen.getByRole("option", { name: "Firm" }));
    expect(onChange).toHaveBeenCalledExactlyOnceWith("firm");
    expect(screen.getByRole("button", { name: "Softness: Firm" })).toBeTruthy();
  });

  it("is worked by keys, and what is barred cannot be picked", async () => {
    const onChange = vi.fn();
    render(<Picked onChange={onChange} />);
    screen.getByRole("button", { name: /Softness/ }).focus();
    await user.keyboard("{ArrowDown}{ArrowDown}{Enter}");
    expect(onChange).toHaveBeenLastCalledWith("firm");
    await user.click(screen.getByRole("button", { name: /Softness/ }));
    expect(screen.getByRole("option", { name: "None" }).getAttribute("aria-disabled")).toBe("true");
    await user.keyboard("{Escape}");
    expect(screen.queryByRole("option")).toBeNull();
  });
});

describe("a table", () => {
  interface Row {
    tag: string;
    watts: number;
  }
  const rows: Row[] = [
    { tag: "LR-10", watts: 9 },
    { tag: "LR-2", watts: 45 },
    { tag: "LR-1", watts: 100 },
  ];
  const columns: TableColumn<Row>[] = [
    { key: "tag", heading: "Tag", by: (r) => r.tag, cell: (r) => r.tag },
    { key: "watts", heading: "Power", by: (r) => r.watts, cell: (r) => `${r.watts} W` },
    { key: "open", heading: "Open", silent: true, cell: () => <button type="button">Open</button> },
  ];
  const tags = () =>
    within(screen.getAllByRole("rowgroup")[1] as HTMLElement)
      .getAllByRole("row")
      .map((r) => within(r).getAllByRole("cell")[0]?.textContent);

  it("comes sorted as asked, numbers inside tags by their size", () => {
    render(
      <Table
        caption="Machines"
        rows={rows}
        columns={columns}
        rowKey={(r) => r.tag}
        start={{ key: "tag", down: false }}
      />,
    );
    expect(tags()).toEqual(["LR-1", "LR-2", "LR-10"]);
    expect(screen.getByRole("columnheader", { name: "Tag" }).getAttribute("aria-sort")).toBe("ascending");
    expect(screen.getByRole("table", { name: "Machines" })).toBeTruthy();
  });

  it("is sorted by its headings, one way and the other", async () => {
    render(<Table caption="Machines" rows={rows} columns={columns} rowKey={(r) => r.tag} />);
    await user.click(screen.getByRole("button", { name: "Power" }));
    const first = tags();
    await user.click(screen.getByRole("button", { name: "Power" }));
    expect(tags()).toEqual([...first].reverse());
    expect(new Set([first[0], first[2]])).toEqual(new Set(["LR-10", "LR-1"]));
    expect(screen.getByRole("columnheader", { name: "Tag" }).getAttribute("aria-sort")).toBe("none");
  });

  it("a column without an order has no button to sort by", () => {
    render(<Table caption="Machines" rows={rows} columns={columns} rowKey={(r) => r.tag} />);
    const heading = screen.getByRole("columnheader", { name: "Open" });
    expect(within(heading).queryByRole("button")).toBeNull();
    expect(heading.getAttribute("aria-sort")).toBeNull();
  });
});

describe("a figure that is typed", () => {
  function Typed({ onChange, start = 5 }: { onChange: (v: number) => void; start?: number }) {
    const [value, setValue] = useState(start);
    return (
      <NumberField
        label="Width"
        unit="mm"
        value={value}
        min={0.2}
        max={100}
        onChange={(v) => {
          setValue(v);
          onChange(v);
        }}
      />
    );
  }
  const field = () => screen.getByLabelText<HTMLInputElement>("Width, mm");

  it("takes a comma or a point", async () => {
    const onChange = vi.fn();
    render(<Typed onChange={onChange} />);
    await user.clear(field());
    await user.type(field(), "12,5");
    expect(onChange).toHaveBeenLastCalledWith(12.5);
  });

  it("keeps wrong input in sight, says the bounds, and changes nothing", async () => {
    const onChange = vi.fn();
    render(<Typed onChange={onChange} />);
    await user.clear(field());
    await user.type(field(), "seventy");
    expect(screen.getByRole("alert").textContent).toBe("From 0.2 to 100");
    expect(field().getAttribute("aria-invalid")).toBe("true");
    expect(onChange).not.toHaveBeenCalled();
    await user.tab();
    expect(field().value).toBe("5");
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("steps by arrow keys, tenfold with Shift, never past its bounds", async () => {
    const onChange = vi.fn();
    render(<Typed onChange={onChange} start={99} />);
    field().focus();
    await user.keyboard("{ArrowUp}");
    expect(onChange).toHaveBeenLastCalledWith(99.5);
    await user.keyboard("{Shift>}{ArrowUp}{/Shift}");
    expect(onChange).toHaveBeenLastCalledWith(100);
    await user.keyboard("{ArrowDown}");
    expect(onChange).toHaveBeenLastCalledWith(99.5);
  });
});

describe("single keys of a screen", () => {
  function Keys({ on }: { on: Record<string, () => void> }) {
    useKeys(on);
    return (
      <>
        <input aria-label="Tag" />
        <button type="button">Other</button>
      </>
    );
  }

  it("act, but rest while the hand is in a field or Ctrl is held", async () => {
    const n = vi.fn();
    render(<Keys on={{ n }} />);
    await user.keyboard("n");
    expect(n).toHaveBeenCalledTimes(1);
    await user.keyboard("{Control>}n{/Control}");
    await user.type(screen.getByLabelText("Tag"), "n");
    expect(n).toHaveBeenCalledTimes(1);
  });

  it("Enter on a button is that button's own", async () => {
    const enter = vi.fn();
    render(<Keys on={{ Enter: enter }} />);
    screen.getByRole("button", { name: "Other" }).focus();
    await user.keyboard("{Enter}");
    expect(enter).not.toHaveBeenCalled();
    screen.getByRole("button", { name: "Other" }).blur();
    await user.keyboard("{Enter}");
    expect(enter).toHaveBeenCalledTimes(1);
  });
});

describe("small controls", () => {
  it("the key sheet opens by its key, lists the keys and links the glossary", async () => {
    render(<KeySheet />);
    await user.keyboard("?");
    const sheet = await screen.findByRole("dialog");
    expect(within(sheet).getByText("new intake, on the bench")).toBeTruthy();
    expect(
      within(sheet)
        .getByRole("link", { name: /Glossary/ })
        .getAttribute("href"),
    ).toBe("/glossary");
    await user.click(within(sheet).getByRole("button", { name: "Close" }));
    expect(screen.queryByRole("dialog")).toBeNull();
  });

  it("a field says its hint, and instead what is wrong", () => {
    const { rerender } = render(
      <Field label="Tag" hint="Such as LR-21">
        <input />
      </Field>,
    );
    expect(screen.getByText("Such as LR-21")).toBeTruthy();
    rerender(
      <Field label="Tag" hint="Such as LR-21" error="Give it a tag.">
        <input />
      </Field>,
    );
    expect(screen.getByRole("alert").textContent).toBe("Give it a tag.");
    expect(screen.queryByText("Such as LR-21")).toBeNull();
  });

  it("a button says its words, not its key; a link button leads on", async () => {
    const onClick = vi.fn();
    render(
      <>
        <Button keyCap="Enter" onClick={onClick}>
          Keep this log
        </Button>
        <LinkButton href="/machines">All machines</LinkButton>
      </>,
    );
    await user.click(screen.getByRole("button", { name: "Keep this log" }));
    expect(onClick).toHaveBeenCalledTimes(1);
    expect(screen.getByRole("link", { name: "All machines" }).getAttribute("href")).toBe("/machines");
  });

  it("a caution speaks up where it is an alert; evidence shows its figure", () => {
    render(
      <>
        <CautionBand role="alert">The adapter is too small.</CautionBand>
        <ul>
          <EvidenceLine kind="holds" figure="12 K left">
            Hot day
          </EvidenceLine>
        </ul>
      </>,
    );
    expect(screen.getByRole("alert").textContent).toBe("The adapter is too small.");
    expect(screen.getByRole("listitem").textContent).toBe("Hot day12 K left");
  });
});

describe("what is sent", () => {
  it("gives back the server's answer", async () => {
    const { sent } = serverAnswers({ ok: true, value: { id: 3 } });
    expect(await send("POST", "/api/x", { a: 1 })).toEqual({ ok: true, value: { id: 3 } });
    expect(sent).toEqual([{ url: "/api/x", method: "POST", body: { a: 1 } }]);
  });

  it("never throws: a server that is not there is a problem with what to do", async () => {
    serverAnswers(new Error("refused"));
    const answer = await send("POST", "/api/x", {});
    expect(answer.ok ? "" : answer.problem.code).toBe("unreachable");
  });
});
