import { useEffect, useState } from "react";
import { arrangedLayout, ARRANGEMENTS, emptyLayout, type ArrangementName, type Layout } from "@/core/drawing/parts";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { SmallUnderside } from "@/ui/drawing/underside/SmallUnderside";

/** What a drawing begins on. */
export type StartFrom =
  { from: "last" | "empty" } | { from: "arrangement"; arrangement: ArrangementName } | { from: "like"; like: number };

interface Props {
  jobId: number;
  model: string;
  variant: string;
  base: readonly [widthMm: number, depthMm: number];
  onStart: (how: StartFrom) => void;
}

interface Alike {
  revisionId: number;
  name: string;
  document: Layout;
}

/** A sheet to begin on, with its picture. */
interface Choice {
  key: string;
  name: string;
  note: string;
  layout: Layout;
  how: StartFrom;
}

const BLOWERS = [0, 1, 2] as const;
const CHIPS = [1, 2] as const;

/** Blowers and chips told in two taps, then the likest sheets: this workshop's own first, then typical ones. */
export function StartChoices({ jobId, model, variant, base: [w, d], onStart }: Props) {
  const [blowers, setBlowers] = useState<number | null>(null);
  const [chips, setChips] = useState<number | null>(null);
  const alike = useAlike(jobId, blowers, chips);
  const typical = ARRANGEMENTS.filter(
    ([, , b, c]) => (blowers === null || b === blowers) && (chips === null || c === chips),
  );
  const choices: Choice[] = [
    ...alike.map((a) => ({
      key: `like ${a.revisionId}`,
      name: `Like ${a.name}`,
      note: "drawn here",
      layout: a.document,
      how: { from: "like" as const, like: a.revisionId },
    })),
    ...typical.map(([name, words]) => ({
      key: name,
      name: words,
      note: "typical",
      layout: arrangedLayout(name satisfies ArrangementName, model, variant, w, d),
      how: { from: "arrangement" as const, arrangement: name },
    })),
    {
      key: "empty",
      name: "Empty base",
      note: "to scale, for a photo, a file or by hand",
      layout: emptyLayout(model, variant, w, d),
      how: { from: "empty" as const },
    },
  ];
  const [picked, setPicked] = useState<string | null>(null);
  // nothing told yet: the empty base, as ever; else the likest
  const told = blowers !== null || chips !== null;
  const own = choices.find((c) => c.key === picked) ?? (told ? choices[0] : choices.at(-1));
  useKeys({
    Enter: () => own && onStart(own.how),
    ...Object.fromEntries(choices.slice(0, 9).map((c, i) => [String(i + 1), () => setPicked(c.key)])),
  });
  return (
    <>
      <div className="mt-4 flex flex-wrap gap-x-8 gap-y-2">
        <Taps label="Blowers" of={BLOWERS} value={blowers} onPick={setBlowers} />
        <Taps label="Chips under paste" of={CHIPS} value={chips} onPick={setChips} />
      </div>
      <div
        role="radiogroup"
        aria-label="What to begin on"
        className="my-4 grid flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(195px,1fr))] content-start gap-3"
      >
        {choices.map((c, i) => (
          <Card key={c.key} choice={c} number={i + 1} checked={c === own} onPick={setPicked} onStart={onStart} />
        ))}
      </div>
      <div className="sticky bottom-0 flex justify-end bg-sheet py-3">
        <Button look="main" big className="min-h-19 text-title" keyCap="Enter" onClick={() => own && onStart(own.how)}>
          {own?.how.from === "empty" ? "Start drawing" : "Start from this"}
        </Button>
      </div>
    </>
  );
}

interface CardProps {
  choice: Choice;
  number: number;
  checked: boolean;
  onPick: (key: string) => void;
  onStart: Props["onStart"];
}

/** One sheet to begin on. */
function Card({ choice: c, number, checked, onPick, onStart }: CardProps) {
  return (
    <button
      type="button"
      role="radio"
      aria-checked={checked}
      onClick={() => onPick(c.key)}
      onDoubleClick={() => onStart(c.how)}
      className={`flex flex-col border bg-plane p-3 text-left ${
        checked ? "border-ink outline-[2px] outline-ink" : "border-line hover:border-ink-2"
      }`}
    >
      <span className="grid min-h-30 place-items-center">
        <SmallUnderside layout={c.layout} pxPerMm={0.46} />
      </span>
      <span className="mt-2 flex items-baseline justify-between gap-2">
        <span className="text-lead font-strong">{c.name}</span>
        <span aria-hidden className="num text-tag text-ink-2">
          {number}
        </span>
      </span>
      <span className="text-note text-ink-2">{c.note}</span>
    </button>
  );
}

interface TapsProps {
  label: string;
  of: readonly number[];
  value: number | null;
  onPick: (n: number | null) => void;
}

/** How many of something, by one tap; a second tap on the same takes it back. */
function Taps({ label, of, value, onPick }: TapsProps) {
  return (
    <div role="group" aria-label={label} className="flex items-center gap-2">
      <span className="text-body text-ink-2">{label}</span>
      {of.map((n) => (
        <button
          key={n}
          type="button"
          aria-pressed={value === n}
          onClick={(e) => {
            // after a tap of the hand Enter is the screen's again, not this button's
            if (e.detail > 0) e.currentTarget.blur();
            onPick(value === n ? null : n);
          }}
          className={`num grid size-12 place-items-center rounded-control border-[1.5px] text-sub font-bold ${
            value === n ? "border-ink bg-copper-wash" : "border-line bg-sheet hover:border-ink-2"
          }`}
        >
          {n}
        </button>
      ))}
    </div>
  );
}

/** The workshop's own sheets with as many blowers and chips, once both were told. */
function useAlike(jobId: number, blowers: number | null, chips: number | null): Alike[] {
  const [found, setFound] = useState<{ key: string; list: Alike[] }>({ key: "", list: [] });
  const key = blowers === null || chips === null ? "" : `blowers=${blowers}&chips=${chips}`;
  useEffect(() => {
    if (!key) return;
    let gone = false;
    // offline, or refused: typical ones and the empty base are there all the same
    void send<Alike[]>("GET", `/api/jobs/${jobId}/layout/alike?${key}`).then((r) => {
      if (!gone && r.ok) setFound({ key, list: r.value });
    });
    return () => {
      gone = true;
    };
  }, [jobId, key]);
  return key && found.key === key ? found.list : [];
}
