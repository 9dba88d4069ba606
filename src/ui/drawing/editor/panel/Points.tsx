"use client";
import { KINDS, type PathPoint, type Part, type PathPart } from "@/core/drawing/parts";
import { withPoint } from "@/core/drawing/edit";
import { NumberField } from "@/ui/kit/controls/NumberField";

export function Points({
  part,
  onChange,
}: {
  part: Extract<Part, { points: unknown }>;
  onChange: (p: Part, what: string) => void;
}) {
  const name = part.tag || KINDS[part.kind].name;
  const bends = part.kind === "pipe" || part.kind === "cable";
  return (
    <table className="w-full text-left">
      <caption className="pb-1 text-left text-body font-strong">Points</caption>
      <PointHeads bends={bends} />
      <tbody>
        {part.points.map((p, i) => (
          <tr key={i}>
            <td className="num pr-1 text-note">{i + 1}</td>
            {(["xMm", "yMm"] as const).map((key) => (
              <td key={key} className="p-0.5">
                <NumberField
                  hideLabel
                  label={`Point ${i + 1} ${key === "xMm" ? "across" : "down"}`}
                  unit="mm"
                  value={p[key]}
                  min={-500}
                  max={1500}
                  onChange={(v) => onChange(withPoint(part, i, { [key]: v }), `Point ${i + 1} of ${name}`)}
                />
              </td>
            ))}
            <BendCell bends={bends} i={i} part={part} p={p} onChange={onChange} name={name} />
            <td>
              {part.points.length > 2 ? (
                <button
                  type="button"
                  aria-label={`Remove point ${i + 1}`}
                  className="grid size-9 place-items-center rounded-tight text-sub hover:bg-plane"
                  onClick={() =>
                    onChange(
                      { ...part, points: part.points.filter((_, k) => k !== i) },
                      `Point ${i + 1} of ${name} removed`,
                    )
                  }
                >
                  ×
                </button>
              ) : null}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface PointHeadsProps {
  bends: boolean;
}

/** Headings of the points of a path. */
function PointHeads({ bends }: PointHeadsProps) {
  return (
    <thead className="text-note text-ink-2">
      <tr>
        <th scope="col">
          <span className="sr-only">Point</span>
        </th>
        <th scope="col" className="font-regular">
          across
        </th>
        <th scope="col" className="font-regular">
          down
        </th>
        {bends ? (
          <th scope="col" className="font-regular">
            bend
          </th>
        ) : null}
        <th scope="col">
          <span className="sr-only">Remove</span>
        </th>
      </tr>
    </thead>
  );
}

interface BendCellProps {
  bends: boolean;
  i: number;
  part: PathPart;
  p: PathPoint;
  onChange: (p: Part, what: string) => void;
  name: string;
}

/** The bend of a path at a point; its ends have none. */
function BendCell({ bends, i, part, p, onChange, name }: BendCellProps) {
  return (
    <>
      {bends ? (
        <td className="p-0.5">
          {i > 0 && i < part.points.length - 1 ? (
            <NumberField
              hideLabel
              label={`Bend at point ${i + 1}`}
              unit="mm"
              value={p.bendMm}
              min={0}
              max={200}
              onChange={(v) => onChange(withPoint(part, i, { bendMm: v }), `Bend ${i + 1} of ${name}`)}
            />
          ) : null}
        </td>
      ) : null}
    </>
  );
}
