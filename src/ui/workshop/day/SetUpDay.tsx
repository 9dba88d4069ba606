"use client";
import { Checkbox, Input } from "@headlessui/react";
import { Check, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { usualPromise, type DayForm, type DayPromise } from "@/core/workshop/day";
import type { Problem } from "@/core/base/result";
import { Button } from "@/ui/kit/controls/Button";
import { Field } from "@/ui/kit/controls/Field";
import { send } from "@/ui/kit/controls/send";
import { clock, minuteOf } from "./clock";
import type { DayWork } from "./useDay";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

interface BreakDraft {
  key: number;
  name: string;
  from: string;
  to: string;
}

interface PromiseDraft {
  due: string;
  weight: string;
  today: boolean;
  discharge: string;
  dry: string;
}

const promiseDraft = (p: DayPromise): PromiseDraft => ({
  due: p.dueMin === null ? "" : clock(p.dueMin),
  weight: String(p.weight),
  today: p.today,
  discharge: minutesText(p.dischargeMin),
  dry: minutesText(p.dryMin),
});

const minutesText = (minutes: number | undefined): string => (minutes ? String(minutes) : "");
const minutesIn = (text: string): number => (text.trim() === "" ? 0 : Number(text.replace(",", ".")));

/** What is typed of the day, and how it is kept. */
function useSetUp(work: DayWork, onKept: () => void) {
  const { view } = work;
  const [form, setForm] = useState(() => ({
    from: clock(view.form.fromMin),
    home: clock(view.form.homeMin),
    rigs: String(view.form.rigs),
  }));
  const [breaks, setBreaks] = useState<BreakDraft[]>(() =>
    view.form.breaks.map((b, key) => ({ key, name: b.name, from: clock(b.fromMin), to: clock(b.toMin) })),
  );
  const [promises, setPromises] = useState<Record<string, PromiseDraft>>(() =>
    Object.fromEntries(
      view.jobs.map(({ facts: { jobId } }) => [jobId, promiseDraft(view.kept.promises[String(jobId)] ?? usualPromise)]),
    ),
  );
  const { act, problem, fields, tell } = useSubmit();
  const save = async () => {
    const odd = Object.entries(promises).find(([, p]) => p.due.trim() !== "" && minuteOf(p.due) === null);
    if (odd) return tell(badTime(odd[0]));
    const sent = await act(() =>
      send<DayForm>("PUT", "/api/day/form", {
        fromMin: minuteOf(form.from),
        homeMin: minuteOf(form.home),
        rigs: form.rigs,
        breaks: breaks.map((b) => ({ name: b.name, fromMin: minuteOf(b.from), toMin: minuteOf(b.to) })),
      }),
    );
    if (!sent) return;
    const kept = Object.fromEntries(Object.entries(promises).map(([id, p]) => [id, promiseOf(p)]));
    if (!(await work.keep({ ...view.kept, promises: kept }))) return;
    work.refresh();
    onKept();
  };
  return { form, setForm, breaks, setBreaks, promises, setPromises, problem, fields, save };
}

const badTime = (jobId: string): Problem => ({
  code: "bad-fields",
  message: "",
  action: "",
  fields: { [`due.${jobId}`]: "Give a time, as 14:30." },
});

const promiseOf = (p: PromiseDraft): DayPromise => ({
  dueMin: p.due.trim() === "" ? null : minuteOf(p.due),
  weight: Number(p.weight.replace(",", ".")),
  today: p.today,
  dischargeMin: minutesIn(p.discharge),
  dryMin: minutesIn(p.dry),
});

/** Times, breaks and rigs of the workshop's days, and what was promised of each machine today. */
export function SetUpDay({ work, onClose }: { work: DayWork; onClose: () => void }) {
  const { form, setForm, breaks, setBreaks, promises, setPromises, problem, fields, save } = useSetUp(work, onClose);
  const refused = problem ?? work.problem;
  return (
    <FormDialog title="Set up the day" onClose={onClose} width="wide" onSubmit={save} submit="Keep this">
      <Promises work={work} promises={promises} onChange={setPromises} fields={fields} />
      <div className="mt-6 grid gap-4 sm:grid-cols-3">
        <Field label="Work begins" error={fields.fromMin}>
          <Time value={form.from} onChange={(from) => setForm({ ...form, from })} />
        </Field>
        <Field label="All home by" error={fields.homeMin}>
          <Time value={form.home} onChange={(home) => setForm({ ...form, home })} />
        </Field>
        <Field label="Load runs at once" hint="Sockets, rigs, thermometers" error={fields.rigs}>
          <Time value={form.rigs} onChange={(rigs) => setForm({ ...form, rigs })} />
        </Field>
      </div>
      <Breaks breaks={breaks} onChange={setBreaks} fields={fields} />
      {refused && !problem?.fields ? (
        <p role="alert" className="caution-band mt-4 px-3 py-2 text-body">
          {[refused.message, ...Object.values(refused.fields ?? {}), refused.action].join(" ")}
        </p>
      ) : null}
      <p className="mt-4 text-body text-ink-2">
        A minute late counts as often as its weight: at 2 twice, at 0 not at all. While a battery runs down or parts dry
        nobody is needed, and hands go elsewhere.
      </p>
      <p className="mt-2 text-body text-ink-2">
        An order that was taken stays as it is; “Not as planned” looks for a better one.
      </p>
    </FormDialog>
  );
}

function Time({ value, onChange }: { value: string; onChange: (v: string) => void }) {
  return (
    <Input
      className="field num"
      inputMode="numeric"
      maxLength={5}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    />
  );
}

interface WaitCellsProps {
  tag: string;
  draft: PromiseDraft;
  onChange: (change: Partial<PromiseDraft>) => void;
}

/** How long a machine waits by itself today. */
function WaitCells({ tag, draft, onChange }: WaitCellsProps) {
  return (["discharge", "dry"] as const).map((wait) => (
    <td key={wait} className="py-1.5 pl-3">
      <Input
        aria-label={`Minutes ${tag} ${wait === "dry" ? "dries" : "runs its battery down"}`}
        className="field num"
        inputMode="numeric"
        maxLength={4}
        placeholder="0 min"
        value={draft[wait]}
        onChange={(e) => onChange({ [wait]: e.target.value })}
      />
    </td>
  ));
}

interface PromisesProps {
  work: DayWork;
  promises: Readonly<Record<string, PromiseDraft>>;
  onChange: (p: Record<string, PromiseDraft>) => void;
  fields: Readonly<Record<string, string>>;
}

function Promises({ work, promises, onChange, fields }: PromisesProps) {
  const { jobs } = work.view;
  if (jobs.length === 0)
    return <p className="mt-3 text-lead text-ink-2">No machine with an open job waits for hands.</p>;
  return (
    <table className="mt-4 w-full text-left text-lead">
      <thead className="text-body text-ink-2">
        <tr>
          <th className="pb-1 font-regular">Machine</th>
          <th className="w-28 pb-1 font-regular">Promised for</th>
          <th className="w-24 pb-1 pl-3 font-regular">Weight</th>
          <th className="w-28 pb-1 pl-3 font-regular">Battery runs down</th>
          <th className="w-24 pb-1 pl-3 font-regular">Parts dry</th>
          <th className="w-20 pb-1 pl-3 font-regular">Today</th>
        </tr>
      </thead>
      <tbody>
        {jobs.map(({ facts: { jobId }, machine }) => {
          const id = String(jobId);
          const p = promises[id] ?? promiseDraft(usualPromise);
          const set = (change: Partial<PromiseDraft>) => onChange({ ...promises, [id]: { ...p, ...change } });
          return (
            <tr key={id} className="border-t border-line-2">
              <td className="py-1.5 pr-3">
                <b className="font-strong">{machine.tag}</b>{" "}
                <span className="text-body text-ink-2">
                  {[machine.model, machine.place].filter(Boolean).join(", ")}
                </span>
                {fields[`due.${id}`] ? (
                  <span role="alert" className="caution-band block px-2 py-1 text-note">
                    {fields[`due.${id}`]}
                  </span>
                ) : null}
              </td>
              <td className="py-1.5">
                <Input
                  aria-label={`${machine.tag} promised for`}
                  className="field num"
                  maxLength={5}
                  placeholder={clock(work.view.form.homeMin)}
                  value={p.due}
                  onChange={(e) => set({ due: e.target.value })}
                />
              </td>
              <td className="py-1.5 pl-3">
                <Input
                  aria-label={`Weight of ${machine.tag}`}
                  className="field num"
                  inputMode="decimal"
                  maxLength={4}
                  value={p.weight}
                  onChange={(e) => set({ weight: e.target.value })}
                />
              </td>
              <WaitCells tag={machine.tag} draft={p} onChange={set} />
              <td className="py-1.5 pl-3">
                <Checkbox
                  aria-label={`${machine.tag} today`}
                  checked={p.today}
                  onChange={(today) => set({ today })}
                  className="grid size-11 cursor-pointer place-items-center rounded-control border-2 border-line
                    data-checked:border-ink"
                >
                  {p.today ? <Check aria-hidden size={22} /> : null}
                </Checkbox>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

interface BreaksProps {
  breaks: readonly BreakDraft[];
  onChange: (b: BreakDraft[]) => void;
  fields: Readonly<Record<string, string>>;
}

function Breaks({ breaks, onChange, fields }: BreaksProps) {
  const set = (key: number, change: Partial<BreakDraft>) =>
    onChange(breaks.map((b) => (b.key === key ? { ...b, ...change } : b)));
  return (
    <fieldset className="mt-5">
      <legend className="text-body font-medium">Breaks</legend>
      <ul className="mt-1 grid gap-2">
        {breaks.map((b, i) => {
          const error = fields[`breaks.${i}.fromMin`] ?? fields[`breaks.${i}.toMin`] ?? fields[`breaks.${i}.name`];
          return (
            <li key={b.key}>
              <div className="flex items-center gap-2">
                <Input
                  aria-label={`Name of break ${i + 1}`}
                  className="field flex-1"
                  maxLength={30}
                  value={b.name}
                  onChange={(e) => set(b.key, { name: e.target.value })}
                />
                <Input
                  aria-label={`Break ${i + 1} from`}
                  className="field num w-24"
                  maxLength={5}
                  value={b.from}
                  onChange={(e) => set(b.key, { from: e.target.value })}
                />
                <span aria-hidden>to</span>
                <Input
                  aria-label={`Break ${i + 1} to`}
                  className="field num w-24"
                  maxLength={5}
                  value={b.to}
                  onChange={(e) => set(b.key, { to: e.target.value })}
                />
                <button
                  type="button"
                  aria-label={`Take break ${i + 1} away`}
                  className="grid size-11 shrink-0 place-items-center rounded-control hover:bg-plane"
                  onClick={() => onChange(breaks.filter((x) => x.key !== b.key))}
                >
                  <Trash2 aria-hidden size={18} />
                </button>
              </div>
              {error ? (
                <p role="alert" className="caution-band mt-1 px-2 py-1 text-note">
                  {error}
                </p>
              ) : null}
            </li>
          );
        })}
      </ul>
      <Button
        className="mt-2"
        onClick={() =>
          onChange([...breaks, { key: Math.max(0, ...breaks.map((b) => b.key)) + 1, name: "", from: "", to: "" }])
        }
      >
        <Plus aria-hidden size={18} /> Add a break
      </Button>
    </fieldset>
  );
}
