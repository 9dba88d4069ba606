"use client";
import { Camera } from "lucide-react";
import { useRef, useState } from "react";
import type { Squaring } from "@/core/drawing/photo";
import { CautionBand } from "@/ui/kit/controls/Band";
import { send } from "@/ui/kit/controls/send";
import { sendPhoto, type PhotoView } from "@/ui/drawing/photos/photo";
import { SquareDialog } from "@/ui/drawing/photos/SquareDialog";
import { PHOTO_EDGE_MM, useSquared } from "@/ui/drawing/photos/useSquared";

interface Props {
  jobId: number;
  photos: readonly PhotoView[];
  base: { widthMm: number; depthMm: number };
  /** The case as the known length says it is, where the technician trusts the length. */
  onBase: (base: { widthMm: number; depthMm: number }) => void;
}

/** A photo under the drawing: taken in, squared up, as strong or faint as wished; it stays with the job. */
export function useTracePhoto({ jobId, photos, base, onBase }: Props) {
  const work = useTraced(photos, base, jobId);
  const { squared, opacity, photo, setOpen, input, squaring, store, take, problem, open, setSquaring } = work;

  const under = squared.photo ? (
    <g opacity={opacity}>
      <image
        href={squared.photo.url}
        x={-PHOTO_EDGE_MM}
        y={-PHOTO_EDGE_MM}
        width={base.widthMm + 2 * PHOTO_EDGE_MM}
        height={base.depthMm + 2 * PHOTO_EDGE_MM}
        preserveAspectRatio="none"
      />
    </g>
  ) : null;
  const controls = (
    <div className="flex flex-wrap items-center gap-x-3">
      <button
        type="button"
        onClick={() => (photo ? setOpen(true) : input.current?.click())}
        className="inline-flex min-h-11 items-center gap-2 rounded-control px-2.5 text-body hover:bg-plane"
      >
        <Camera aria-hidden size={18} /> {photo ? "Photo" : "Trace a photo"}
      </button>
      {photo ? (
        <button type="button" className="link min-h-11 text-body" onClick={() => input.current?.click()}>
          another
        </button>
      ) : null}
      <TraceStrength work={work} />
      {squared.why ? <span className="text-note text-caution-ink">{squared.why}</span> : null}
      <input
        ref={input}
        type="file"
        accept="image/*"
        aria-label="Photo to trace"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const f = e.target.files?.[0];
          if (f) void take(f);
          e.target.value = "";
        }}
      />
      {problem ? <CautionBand role="alert">{problem}</CautionBand> : null}
      {open && photo ? (
        <SquareDialog
          photo={photo}
          base={base}
          start={squaring ? { ...squaring, opacity } : null}
          trust="case"
          onClose={() => setOpen(false)}
          onDone={(s, trust, size) => {
            setOpen(false);
            setSquaring(s);
            if (trust === "length" && size) onBase(size);
            void store(photo.id, { ...s, opacity });
          }}
        />
      ) : null}
    </div>
  );
  return { under, controls, has: squared.photo !== null };
}

/** The photo under the drawing: taken, straightened, stored. */
function useTraced(photos: readonly PhotoView[], base: { widthMm: number; depthMm: number }, jobId: number) {
  const [photo, setPhoto] = useState<PhotoView | null>(
    () => [...photos].reverse().find((p) => p.phase === "tracing") ?? null,
  );
  const [squaring, setSquaring] = useState<Squaring | null>(photo?.squaring ?? null);
  const [opacity, setOpacity] = useState(photo?.squaring?.opacity ?? 0.56);
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const squared = useSquared(photo?.id ?? null, squaring, base, "case");

  const store = async (id: number, s: Squaring) => {
    const p = ([x, y]: readonly [number, number]) => ({ x, y });
    const sent = await send("PATCH", `/api/photos/${id}`, {
      squaring: {
        corners: s.corners.map(p),
        knownFrom: s.known && p(s.known.from),
        knownTo: s.known && p(s.known.to),
        knownMm: s.known?.mm ?? null,
        opacity: s.opacity,
      },
    });
    if (!sent.ok) setProblem(`${sent.problem.message} ${sent.problem.action}`);
  };
  const take = async (file: File) => {
    setProblem(null);
    const sent = await sendPhoto(jobId, "tracing", file);
    if (!sent.ok) return setProblem(`${sent.problem.message} ${sent.problem.action}`);
    const image = new Image();
    image.src = `/api/photos/${sent.value.photoId}`;
    await image.decode().catch(() => undefined);
    setPhoto({
      id: sent.value.photoId,
      phase: "tracing",
      note: "",
      xMm: null,
      yMm: null,
      width: image.naturalWidth || 1600,
      height: image.naturalHeight || 1200,
      squaring: null,
      createdAt: "",
    });
    setSquaring(null);
    setOpen(true);
  };
  return { squared, opacity, photo, setOpen, input, setOpacity, squaring, store, take, problem, open, setSquaring };
}

interface TraceStrengthProps {
  work: ReturnType<typeof useTraced>;
}

/** How strongly the photo shows through, and how well it fits. */
function TraceStrength({ work }: TraceStrengthProps) {
  const { squared, opacity, setOpacity, squaring, photo, store } = work;
  return (
    <>
      {squared.photo ? (
        <label className="flex min-h-11 items-center gap-2 text-note text-ink-2">
          Strength
          <input
            type="range"
            min={0}
            max={100}
            step={4}
            value={Math.round(opacity * 100)}
            className="w-27.5 accent-[var(--copper)]"
            aria-label="Strength of the photo"
            onChange={(e) => setOpacity(Number(e.target.value) / 100)}
            onPointerUp={() => squaring && photo && void store(photo.id, { ...squaring, opacity })}
            onKeyUp={() => squaring && photo && void store(photo.id, { ...squaring, opacity })}
          />
          <span data-testid="misfit">
            {squaring?.known ? `fits within ${squared.photo.misfitMm.toFixed(1)} mm` : "photo only"}
          </span>
        </label>
      ) : null}
      {squared.share !== null ? (
        <progress
          max={1}
          value={squared.share}
          aria-label="Squaring the photo up"
          className="h-2 w-27.5 accent-[var(--copper)]"
        />
      ) : null}
    </>
  );
}
