import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { usualWorkshop } from "@/core/workshop/job";
import type { RunConditions } from "@/core/measure/pair";
import { WorkshopProvider } from "@/ui/kit/controls/workshop";
import { Ask } from "@/ui/measure/import/Ask";
import { DropZone } from "@/ui/measure/import/DropZone";
import type { ColumnView } from "@/workers/logSession";
import { ColumnWires } from "./ColumnWires";
import { Conditions, conditionsOf, draftOf, type ConditionsDraft } from "./Conditions";
import { roleName } from "./roles";

const user = userEvent.setup();

const before: RunConditions = {
  roomStartC: 22,
  roomEndC: 22.5,
  thermometer: "Bench probe",
  thermometerHighK: 0.5,
  supply: "mains",
  adapterW: 180,
  charging: "full",
  powerMode: "Performance",
  graphicsMode: "",
  surface: "Hard table",
  lid: "open",
  recipe: "All cores, 15 min",
  fanPolicy: "Automatic",
  exhaust: "F1=43.5",
};

function Settings({ start, against }: { start: RunConditions | null; against: RunConditions | null }) {
  const [draft, setDraft] = useState<ConditionsDraft>(() => draftOf(start));
  return (
    <>
      <Conditions
        draft={draft}
        onChange={setDraft}
        before={against}
        logged={{ power: true, fan: true, room: false }}
        errors={{ "conditions.adapterW": "Give the adapter in W." }}
      />
      <output>{JSON.stringify(conditionsOf(draft))}</output>
    </>
  );
}
const kept = () => JSON.parse(screen.getByRole("status").textContent) as RunConditions;

describe("conditions of a run", () => {
  it("go from stored to typed and back unchanged", () => {
    expect(conditionsOf(draftOf(before))).toEqual(before);
    expect(conditionsOf(draftOf(null))).toMatchObject({ roomStartC: null, supply: null, lid: null, adapterW: null });
  });

  it("that a run before did not say stand as a dash, whatever its age", () => {
    const { charging: _charging, ...older } = before;
    render(
      <Conditions
        draft={draftOf(older)}
        onChange={vi.fn()}
        before={older}
        logged={{ power: true, fan: true, room: false }}
        errors={{}}
      />,
    );
    expect(screen.queryByText("undefined")).toBeNull();
    expect(screen.getAllByText("—").length).toBeGreaterThan(0);
  });

  it("air at the outlets is asked for where they are drawn, and kept by their tags once it is a number", async () => {
    function Read() {
      const [draft, setDraft] = useState<ConditionsDraft>(() => draftOf(before));
      return (
        <>
          <Conditions
            draft={draft}
            onChange={setDraft}
            before={null}
            logged={{ power: true, fan: true, room: false }}
            errors={{}}
            outlets={["F1", "F2"]}
          />
          <output>{JSON.stringify(conditionsOf(draft))}</output>
        </>
      );
    }
    render(<Read />);
    const field = (tag: string) => screen.getByLabelText<HTMLInputElement>(`Air at the outlet of ${tag}, °C`);
    expect(field("F1").value).toBe("43.5");
    await userEvent.type(field("F2"), "38,");
    expect(kept().exhaust).toBe("F1=43.5;F2=38");
    await userEvent.type(field("F2"), "5");
    expect(kept().exhaust).toBe("F1=43.5;F2=38.5");
    await userEvent.clear(field("F1"));
    await userEvent.type(field("F1"), "hot");
    expect(kept().exhaust).toBe("F2=38.5");
    expect(field("F1").value).toBe("hot");
  });

  it("take a decimal comma, and keep out what is no number", () => {
    expect(conditionsOf({ ...draftOf(before), roomStartC: "21,5", adapterW: "much" })).toMatchObject({
      roomStartC: 21.5,
      adapterW: null,
    });
  });

  it("are typed and picked", async () => {
    render(<Settings start={null} against={null} />);
    await user.type(screen.getByLabelText("Room, start"), "21,5");
    await user.click(screen.getByRole("button", { name: /^Power from/ }));
    await user.click(screen.getByRole("option", { name: "Battery" }));
    await user.type(screen.getByLabelText("Power mode"), "Quiet");
    expect(kept()).toMatchObject({ roomStartC: 21.5, supply: "battery", powerMode: "Quiet" });
  });

  it("name the thermometer, with what it showed too much then, also when the list has changed since", async () => {
    const thermometers = [{ name: "Wall clock", highK: -1 }];
    render(
      <WorkshopProvider workshop={{ ...usualWorkshop, thermometers }}>
        <Settings start={before} against={before} />
      </WorkshopProvider>,
    );
    expect(kept()).toMatchObject({ thermometer: "Bench probe", thermometerHighK: 0.5 });
    expect(document.body.textContent).toMatch(/Shows 0\.5.K too much: that is taken off\./);
    await user.click(screen.getByRole("button", { name: "Thermometer: Bench probe" }));
    await user.click(screen.getByRole("option", { name: "Wall clock" }));
    expect(kept()).toMatchObject({ thermometer: "Wall clock", thermometerHighK: -1 });
    expect(document.body.textContent).toMatch(/Shows 1\.0.K too little/);
    await user.click(screen.getByRole("button", { name: "Thermometer: Wall clock" }));
    await user.click(screen.getByRole("option", { name: "Not said" }));
    expect(kept()).toMatchObject({ thermometer: "", thermometerHighK: null });
  });

  it("ask for no thermometer where the workshop keeps none", () => {
    render(<Settings start={null} against={null} />);
    expect(screen.queryByRole("button", { name: /^Thermometer/ })).toBeNull();
  });

  it("without a room say what that costs, until one is given", async () => {
    render(<Settings start={null} against={null} />);
    expect(screen.getByText(/Without a room temperature airflow cannot be judged/)).toBeTruthy();
    await user.type(screen.getByLabelText("Room, end"), "22");
    expect(screen.queryByText(/Without a room temperature/)).toBeNull();
  });

  it("that differ from the run before are pointed out beside it", async () => {
    render(<Settings start={before} against={before} />);
    const mode = screen.getByLabelText("Power mode");
    expect(screen.getAllByText("Performance").length).toBe(1);
    await user.clear(mode);
    await user.type(mode, "Quiet");
    expect(document.body.textContent).toMatch(/Fans follow another curve|power mode/i);
  });

  it("wrong ones are told at their field", () => {
    render(<Settings start={before} against={null} />);
    const adapter = screen.getByLabelText("Adapter");
    const why = document.getElementById(adapter.getAttribute("aria-describedby") ?? "");
    expect(why?.textContent).toBe("Give the adapter in W.");
    expect(adapter.getAttribute("aria-invalid")).toBe("true");
  });
});

const column = (more: Partial<ColumnView>): ColumnView => ({
  index: 0,
  heading: "CPU [°C]",
  role: "cpu.temperature",
  unit: "°C",
  factor: 1,
  offset: 0,
  why: "unit",
  sure: true,
  note: "°C",
  first: "41",
  shape: [
    [0, 0],
    [1, 1],
  ],
  evidence: "",
  ...more,
});

describe("columns of a log", () => {
  const columns = [
    column({}),
    column({ index: 1, heading: "Probe", role: "none", sure: false, note: "a temperature, of what is not said" }),
    column({ index: 2, heading: "Note", role: "none", sure: true, note: "kept with the file" }),
  ];

  it("show what each was taken for, and take another meaning", async () => {
    const onChoose = vi.fn();
    render(<ColumnWires columns={columns} onChoose={onChoose} />);
    const rows = screen.getAllByRole("row").slice(1);
    expect(rows.map((r) => within(r).getByRole("rowheader").textContent)).toEqual(["CPU [°C]", "Probe", "Note"]);
    await user.click(screen.getByRole("button", { name: /^Probe is taken for/ }));
    await user.click(screen.getByRole("option", { name: "Room" }));
    expect(onChoose).toHaveBeenCalledExactlyOnceWith("Probe", "room.temperature");
  });

  it("of a stored run cannot be changed", () => {
    render(<ColumnWires columns={columns} />);
    expect(screen.queryByRole("button", { name: /is taken for/ })).toBeNull();
    expect(screen.getByText("Processor temperature")).toBeTruthy();
  });

  it("have names for roles that no list holds", () => {
    expect(roleName("cpu.core3.temperature")).toBe("Core 3 temperature");
    expect(roleName("fan4.speed")).toBe("Blower 4 speed");
    expect(roleName("fan2.duty")).toBe("Blower 2, % of full");
    expect(roleName("room.temperature")).toBe("Room");
  });

  it("one whose unit alone is unsure is asked for that", async () => {
    const onChoose = vi.fn();
    const own = column({ heading: "Ambient", role: "room.temperature", sure: false, asks: ["°F", "°C"] });
    render(<Ask column={own} onChoose={onChoose} />);
    expect(screen.getByRole("heading").textContent.trim()).toBe("Which unit is Ambient in?");
    expect(screen.getByText(/Until you say so it is taken for Room in °F/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /°F/ }));
    await user.keyboard("2");
    expect(onChoose.mock.calls).toEqual([
      [{ role: "room.temperature", unit: "°F" }],
      [{ role: "room.temperature", unit: "°C" }],
    ]);
  });
  it("one that is unsure is asked about, by click and by number", async () => {
    const onChoose = vi.fn();
    render(
      <Ask column={column({ heading: "Probe", sure: false, evidence: "Between 30 and 41 °C." })} onChoose={onChoose} />,
    );
    expect(screen.getByRole("heading").textContent.trim()).toBe("What is Probe?");
    expect(screen.getByText("Between 30 and 41 °C.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /^Room/ }));
    await user.keyboard("6");
    expect(onChoose.mock.calls).toEqual([[{ role: "room.temperature" }], [{ role: "none" }]]);
  });
});

describe("a log on its way in", () => {
  it("is chosen, or pasted as text", async () => {
    const onFile = vi.fn();
    render(<DropZone jobId={1} kind="before" problem={null} onFile={onFile} />);
    const file = new File(["t,cpu\n0,41"], "run.csv", { type: "text/csv" });
    await user.upload(screen.getByLabelText("Log of the run before"), file);
    expect(onFile).toHaveBeenLastCalledWith(file, "run.csv");
    await user.click(screen.getByRole("button", { name: /paste/i }));
    await user.type(screen.getByLabelText("Text of the log"), "t,cpu");
    await user.click(screen.getByRole("button", { name: "Read this text" }));
    expect(onFile).toHaveBeenCalledTimes(2);
  });

  it("the run before carries the caution of a run; a refused file says line and what to do", () => {
    const { rerender } = render(<DropZone jobId={1} kind="before" problem={null} onFile={() => undefined} />);
    expect(document.body.textContent).toMatch(/During a run:.*stop at the limit temperature/);
    rerender(
      <DropZone
        jobId={1}
        kind="after"
        problem={{ code: "no-time", message: "No column holds a time.", action: "Look at the headings.", line: 3 }}
        onFile={() => undefined}
      />,
    );
    const alert = screen.getByRole("alert");
    expect(alert.textContent).toMatch(/No column holds a time.*line 3.*Look at the headings/s);
  });
});

describe("cores of a log", () => {
  const core = (i: number, sure = true): ColumnView => ({
    ...column({}),
    heading: `Core ${i}`,
    index: i,
    role: `cpu.core${i}.temperature`,
    sure,
  });
  const heads = () => screen.getAllByRole("rowheader").map((h) => h.textContent?.replace(/\s+/g, " "));

  it("are one bundle of wires that opens; one that is asked about stands by itself", async () => {
    render(<ColumnWires columns={[core(0), core(1), core(2, false), core(3)]} onChoose={() => undefined} />);
    expect(heads()).toEqual(["Core 0 … Core 3", "Core 2"]);
    await userEvent.click(screen.getByRole("button", { name: "3 cores" }));
    expect(heads()).toEqual(["Core 0 … Core 3", "Core 0", "Core 1", "Core 2", "Core 3"]);
  });
  it("two of them are no bundle", () => {
    render(<ColumnWires columns={[core(0), core(1)]} onChoose={() => undefined} />);
    expect(heads()).toEqual(["Core 0", "Core 1"]);
  });
});
