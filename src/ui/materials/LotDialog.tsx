"use client";
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useState } from "react";
import { PASTES } from "@/core/paste";
import { MATERIAL_KINDS, type MaterialKind } from "@/core/stock";
import { Button } from "@/ui/controls/Button";
import { send } from "@/ui/controls/send";

/** A new lot for the shelf. */
export function LotDialog({ open, onClose, onKept }: { open: boolean; onClose: () => void; onKept: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 bg-black/40" aria-hidden />
      <div className="fixed inset-0 grid place-items-center overflow-y-auto p-4">
        <DialogPanel className="w-full max-w-[560px] border-2 border-ink bg-sheet p-6">
          <DialogTitle className="text-[24px] font-[700]">New lot</DialogTitle>
          {open ? <LotForm onClose={onClose} onKept={onKept} /> : null}
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function LotForm({ onClose, onKept }: { onClose: () => void; onKept: () => void }) {
  const [kind, setKind] = useState<MaterialKind>("paste");
  const [fields, setFields] = useState<Record<string, string>>({
    paste: PASTES[0]?.name ?? "",
    softness: "soft",
    price: "0",
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const set = (key: string, value: string) => setFields((f) => ({ ...f, [key]: value }));
  const keep = async () => {
    const { paste, thicknessMm, softness, widthMm, heightMm, ...rest } = fields;
    const blank = (v: string | undefined) => (v?.trim() ? v : null);
    const answer = await send("POST", "/api/materials/lots", {
      kind,
      name: "",
      lot: "",
      amount: "",
      ...rest,
      openedOn: blank(fields.openedOn),
      bestBefore: blank(fields.bestBefore),
      ...(kind === "paste" ? { paste, name: fields.name?.trim() ? fields.name : paste } : {}),
      ...(kind === "pad"
        ? { thicknessMm: blank(thicknessMm), softness, widthMm: blank(widthMm), heightMm: blank(heightMm) }
        : {}),
    });
    if (answer.ok) onKept();
    else setErrors(answer.problem.fields ?? { "": answer.problem.message });
  };
  const field = (key: string, label: string, more: React.InputHTMLAttributes<HTMLInputElement> = {}) => (
    <label className="block text-[16px]">
      <span className="mb-1 block text-ink-2">{label}</span>
      <input
        value={fields[key] ?? ""}
        onChange={(e) => set(key, e.target.value)}
        aria-invalid={Boolean(errors[key])}
        className="field min-h-[46px] w-full px-3 text-[17px]"
        {...more}
      />
      {errors[key] ? (
        <span role="alert" className="mt-1 block text-[15px] text-stop-ink">
          {errors[key]}
        </span>
      ) : null}
    </label>
  );
  const select = (
    key: string,
    label: string,
    options: readonly (readonly [string, string])[],
    value: string,
    onChange: (v: string) => void,
  ) => (
    <label className="block text-[16px]">
      <span className="mb-1 block text-ink-2">{label}</span>
      <select
        value={value}
        onChange={(e) => onChange(e.target.value)}
        className="field min-h-[46px] w-full px-2 text-[17px]"
      >
        {options.map(([v, name]) => (
          <option key={v} value={v}>
            {name}
          </option>
        ))}
      </select>
      {errors[key] ? (
        <span role="alert" className="mt-1 block text-[15px] text-stop-ink">
          {errors[key]}
        </span>
      ) : null}
    </label>
  );
  return (
    <form
      className="mt-4 grid grid-cols-2 gap-x-4 gap-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <div className="col-span-2">
        {select(
          "kind",
          "What it is",
          Object.entries(MATERIAL_KINDS).map(([v, k]) => [v, k.name] as const),
          kind,
          (v) => setKind(v as MaterialKind),
        )}
      </div>
      {kind === "paste" ? (
        <div className="col-span-2">
          {select(
            "paste",
            "Like",
            PASTES.map((p) => [p.name, p.name] as const),
            fields.paste ?? "",
            (v) => set("paste", v),
          )}
        </div>
      ) : null}
      <div className="col-span-2">{field("name", kind === "paste" ? "Name, if another" : "Name")}</div>
      {kind === "pad" ? (
        <>
          {field("thicknessMm", "Thickness, mm", { inputMode: "decimal" })}
          {select(
            "softness",
            "Softness",
            [
              ["soft", "soft"],
              ["medium", "medium"],
              ["firm", "firm"],
            ],
            fields.softness ?? "soft",
            (v) => set("softness", v),
          )}
          {field("widthMm", "Sheet width, mm", { inputMode: "decimal" })}
          {field("heightMm", "Sheet height, mm", { inputMode: "decimal" })}
        </>
      ) : null}
      {field(
        "amount",
        kind === "pad" ? "Sheets" : `Amount${MATERIAL_KINDS[kind].unit ? `, ${MATERIAL_KINDS[kind].unit}` : ""}`,
        { inputMode: "decimal" },
      )}
      {field("price", "Price of the lot", { inputMode: "decimal" })}
      {field("lot", "Lot number")}
      {field("bestBefore", "Best before", { type: "date" })}
      <div className="col-span-2">{field("openedOn", "Opened on; empty while it is closed", { type: "date" })}</div>
      {errors[""] ? (
        <p role="alert" className="col-span-2 text-[16px] text-stop-ink">
          {errors[""]}
        </p>
      ) : null}
      <div className="col-span-2 mt-2 flex gap-3">
        <Button type="submit" look="main">
          Put it on the shelf
        </Button>
        <Button onClick={onClose}>Leave</Button>
      </div>
    </form>
  );
}
