"use client";
import { useState } from "react";
import { PASTES } from "@/core/handwork/paste";
import { MATERIAL_KINDS, type MaterialKind } from "@/core/workshop/stock";
import { useMoney } from "@/ui/kit/controls/money";
import { Button } from "@/ui/kit/controls/Button";
import { Pick, type PickOption } from "@/ui/kit/controls/Pick";
import { send } from "@/ui/kit/controls/send";
import { FormDialog } from "@/ui/kit/controls/FormDialog";
import { useDraft } from "@/ui/kit/controls/useDraft";

/** A new lot for the shelf. */
export function LotDialog({ open, onClose, onKept }: { open: boolean; onClose: () => void; onKept: () => void }) {
  return open ? (
    <FormDialog title="New lot" onClose={onClose}>
      <LotForm onClose={onClose} onKept={onKept} />
    </FormDialog>
  ) : null;
}

function LotForm({ onClose, onKept }: { onClose: () => void; onKept: () => void }) {
  const lot = useLotForm(onKept);
  const { draft, set, fields, rest, busy, keep, kind, setKind } = lot;
  const { unit } = MATERIAL_KINDS[kind];
  return (
    <form
      className="mt-4 grid grid-cols-2 gap-x-4 gap-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <Wide>
        <LotPick
          label="What it is"
          value={kind}
          options={KIND_OPTIONS}
          error={fields.kind}
          onChange={(v) => setKind(v)}
        />
      </Wide>
      {kind === "paste" ? (
        <Wide>
          <LotPick
            label="Like"
            value={draft.paste ?? ""}
            options={PASTES.map((p) => ({ value: p.name, name: p.name }))}
            error={fields.paste}
            onChange={(v) => set({ paste: v })}
          />
        </Wide>
      ) : null}
      <Wide>
        <LotField lot={lot} name="name" label={kind === "paste" ? "Name, if another" : "Name"} />
      </Wide>
      {kind === "pad" ? <PadFields lot={lot} /> : null}
      <LotField
        lot={lot}
        name="amount"
        label={kind === "pad" ? "Sheets" : `Amount${unit ? `, ${unit}` : ""}`}
        inputMode="decimal"
      />
      <LotField lot={lot} name="price" label={`Price of the lot, ${useMoney()}`} inputMode="decimal" />
      <LotField lot={lot} name="lot" label="Lot number" />
      <LotField lot={lot} name="bestBefore" label="Best before" type="date" />
      <Wide>
        <LotField lot={lot} name="openedOn" label="Opened on; empty while it is closed" type="date" />
      </Wide>
      {rest ? <div className="col-span-2">{rest}</div> : null}
      <div className="col-span-2 mt-2 flex gap-3">
        <Button type="submit" look="main" disabled={busy}>
          Put it on the shelf
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}

const KIND_OPTIONS = (Object.keys(MATERIAL_KINDS) as MaterialKind[]).map((value) => ({
  value,
  name: MATERIAL_KINDS[value].name,
}));

const SOFTNESS_OPTIONS = ["soft", "medium", "firm"].map((value) => ({ value, name: value }));

const FIGURES_BY = [
  { value: "label", name: "from the label" },
  { value: "measured", name: "measured here" },
];

type LotDraft = ReturnType<typeof useLotForm>;

function Wide({ children }: { children: React.ReactNode }) {
  return <div className="col-span-2">{children}</div>;
}

function PadFields({ lot }: { lot: LotDraft }) {
  return (
    <>
      <LotField lot={lot} name="thicknessMm" label="Thickness, mm" inputMode="decimal" />
      <LotPick
        label="Softness"
        value={lot.draft.softness ?? "soft"}
        options={SOFTNESS_OPTIONS}
        error={lot.fields.softness}
        onChange={(v) => lot.set({ softness: v })}
      />
      <LotField lot={lot} name="widthMm" label="Sheet width, mm" inputMode="decimal" />
      <LotField lot={lot} name="heightMm" label="Sheet height, mm" inputMode="decimal" />
      <LotField lot={lot} name="conductivityWmK" label="Conducts, W/(m·K); empty for usual" inputMode="decimal" />
      <LotField lot={lot} name="quarterKPa" label="Pressed by 25 %, kPa; empty for its class" inputMode="decimal" />
      <Wide>
        <LotPick
          label="Both figures are"
          value={lot.draft.figuresBy ?? "label"}
          options={FIGURES_BY}
          error={lot.fields.figuresBy}
          onChange={(v) => lot.set({ figuresBy: v })}
        />
      </Wide>
    </>
  );
}

interface LotFieldProps extends React.InputHTMLAttributes<HTMLInputElement> {
  lot: LotDraft;
  name: string;
  label: string;
}

function LotField({ lot, name, label, ...more }: LotFieldProps) {
  const error = lot.fields[name];
  return (
    <label className="block text-body">
      <span className="mb-1 block text-ink-2">{label}</span>
      <input
        value={lot.draft[name] ?? ""}
        onChange={(e) => lot.set({ [name]: e.target.value })}
        aria-invalid={Boolean(error)}
        className="field min-h-11.5 w-full px-3 text-lead"
        {...more}
      />
      <Wrong error={error} />
    </label>
  );
}

interface LotPickProps<T extends string> {
  label: string;
  value: T;
  options: readonly PickOption<T>[];
  error: string | undefined;
  onChange: (v: T) => void;
}

function LotPick<T extends string>({ label, value, options, error, onChange }: LotPickProps<T>) {
  return (
    <div className="text-body">
      <span aria-hidden className="mb-1 block text-ink-2">
        {label}
      </span>
      <Pick
        label={label}
        value={value}
        options={options}
        onChange={onChange}
        className="min-h-11.5 w-full px-3 text-lead"
      />
      <Wrong error={error} />
    </div>
  );
}

function Wrong({ error }: { error: string | undefined }) {
  return error ? (
    <span role="alert" className="mt-1 block text-note text-stop-ink">
      {error}
    </span>
  ) : null;
}

/** A lot as typed; kept when the server takes it. */
function useLotForm(onKept: () => void) {
  const [kind, setKind] = useState<MaterialKind>("paste");
  const { act, draft, set, fields, rest, busy } = useDraft<Record<string, string>>({
    paste: PASTES[0]?.name ?? "",
    softness: "soft",
    price: "0",
  });
  const keep = async () => {
    const { paste, thicknessMm, softness, widthMm, heightMm, conductivityWmK, quarterKPa, figuresBy, ...others } =
      draft;
    const blank = (v: string | undefined) => (v?.trim() ? v : null);
    const body = {
      kind,
      name: "",
      lot: "",
      amount: "",
      ...others,
      openedOn: blank(draft.openedOn),
      bestBefore: blank(draft.bestBefore),
      ...(kind === "paste" ? { paste, name: draft.name?.trim() ? draft.name : paste } : {}),
      ...(kind === "pad"
        ? {
            thicknessMm: blank(thicknessMm),
            softness,
            widthMm: blank(widthMm),
            heightMm: blank(heightMm),
            conductivityWmK: blank(conductivityWmK),
            quarterKPa: blank(quarterKPa),
            figuresBy: figuresBy ?? "label",
          }
        : {}),
    };
    if (await act(() => send("POST", "/api/materials/lots", body))) onKept();
  };
  return { draft, set, fields, rest, busy, keep, kind, setKind };
}
