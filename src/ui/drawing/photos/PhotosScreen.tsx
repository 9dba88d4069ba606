"use client";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { useWholeRows } from "@/ui/kit/controls/wholeRows";
import { words } from "@/core/base/words";
import { Camera } from "lucide-react";
import type { Layout } from "@/core/drawing/parts";
import { CautionBand } from "@/ui/kit/controls/Band";
import { Pick } from "@/ui/kit/controls/Pick";
import { Button } from "@/ui/kit/controls/Button";
import { LensTabs } from "@/ui/drawing/map/LensTabs";
import { Defs, Drawing } from "@/ui/drawing/underside/Drawing";
import { Compare } from "./Compare";
import { PHASE_WORDS, type Phase, type PhotoView } from "./photo";
import { usePhotos } from "./usePhotos";

const PHASES: readonly Phase[] = ["found", "cleaned", "after"];

/**
 * Photos of the job: pinned to their place on the drawing, as found, cleaned and after, two of them compared by a
 * slider.
 */
export function PhotosScreen({
  jobId,
  layout,
  photos,
  heat,
  closed,
}: {
  jobId: number;
  layout: Layout;
  photos: PhotoView[];
  heat: boolean;
  closed: boolean;
}) {
  const work = usePhotos(photos, layout, jobId);
  const pane = useWholeRows<HTMLElement>();
  const { photo, other, setAgainst, ref, picked, setPicked, problem, removed, change, setRemoved } = work;
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col bg-sheet">
        <LensTabs jobId={jobId} shown="photos" heat={heat} note={words.counted(photos.length, "photo")} />
        {photo && other ? (
          <Compare left={photo} right={other} onEnd={() => setAgainst(null)} />
        ) : (
          <PinSheet work={work} ref={ref} layout={layout} />
        )}
      </div>
      <aside
        ref={pane}
        className="flex w-full shrink-0 flex-col gap-3 overflow-y-auto border-line bg-sheet p-4
        lg:w-72.5 lg:border-l-[1.5px] xl:w-82.5"
      >
        {closed ? null : <TakeBar work={work} />}
        {problem ? <CautionBand role="alert">{problem}</CautionBand> : null}
        {removed ? <TakenAway change={change} removed={removed} setRemoved={setRemoved} /> : null}
        {photos.length === 0 ? (
          <p className="text-lead leading-5.75 text-ink-2">
            No photos yet. Take one as found before anything is touched: fins, blowers, paste print.
          </p>
        ) : null}
        <PhotoList photos={photos} picked={picked} setPicked={setPicked} />
        {photo && !closed ? <PhotoInHand work={work} photo={photo} photos={photos} /> : null}
      </aside>
    </div>
  );
}

interface TakenAwayProps {
  change: (id: number, set: object) => Promise<void>;
  removed: PhotoView;
  setRemoved: React.Dispatch<React.SetStateAction<PhotoView | null>>;
}

/** A removed photo can be brought back. */
function TakenAway({ change, removed, setRemoved }: TakenAwayProps) {
  return (
    <CautionBand>
      Photo removed.{" "}
      <button
        type="button"
        className="link min-h-11"
        onClick={() => {
          void change(removed.id, { removed: false });
          setRemoved(null);
        }}
      >
        Bring it back
      </button>
    </CautionBand>
  );
}

interface PinSheetProps {
  work: ReturnType<typeof usePhotos>;
  ref: React.RefObject<HTMLDivElement | null>;
  layout: Layout;
}

/** The underside with photos pinned to it. */
function PinSheet({ work, ref, layout }: PinSheetProps) {
  const { size, pin, pinning, pinned, x, y, scale, picked, setPicked } = work;
  return (
    <div ref={ref} className="relative min-h-90 flex-1 touch-none overflow-hidden">
      <svg
        width={size.width}
        height={size.height}
        onClick={pin}
        className={`absolute inset-0 block ${pinning ? "cursor-crosshair" : ""}`}
        role="img"
        aria-label={`Underside with ${words.counted(pinned.length, "pinned photo")}`}
      >
        <Defs />
        <g transform={`translate(${x} ${y}) scale(${scale})`}>
          <Drawing layout={layout} />
        </g>
      </svg>
      {pinned.map((p) => (
        <button
          key={p.id}
          type="button"
          aria-label={`Photo ${PHASE_WORDS[p.phase].toLowerCase()}${p.note ? `: ${p.note}` : ""}`}
          aria-pressed={p.id === picked}
          onClick={() => setPicked(p.id)}
          className={`absolute -translate-x-1/2 -translate-y-full rounded-[3px] border-[3px] bg-sheet
            ${p.id === picked ? "z-10 border-copper" : "border-sheet outline outline-1 outline-ink"}`}
          style={{ left: x + (p.xMm ?? 0) * scale, top: y + (p.yMm ?? 0) * scale }}
        >
          {}
          <img src={`/api/photos/${p.id}?thumb`} alt="" className="h-13.5 w-17.5 object-cover" />
        </button>
      ))}
      {pinning ? (
        <p className="absolute bottom-3 left-1/2 -translate-x-1/2 bg-caution px-4 py-2 text-body text-[#231900]">
          Tap the place on the drawing where the photo was taken.
        </p>
      ) : null}
    </div>
  );
}

interface TakeBarProps {
  work: ReturnType<typeof usePhotos>;
}

/** When a photo is taken, and the taking. */
function TakeBar({ work }: TakeBarProps) {
  const { phase, setPhase, busy, input, take } = work;
  return (
    <div className="flex flex-col gap-2">
      <div role="radiogroup" aria-label="Taken" className="flex">
        {PHASES.map((p) => (
          <button
            key={p}
            type="button"
            role="radio"
            aria-checked={phase === p}
            onClick={() => setPhase(p)}
            className={`min-h-11 flex-1 border-b-[5px] text-body ${
              phase === p ? "border-copper-fill font-bold" : "border-line text-ink-2"
            }`}
          >
            {PHASE_WORDS[p]}
          </button>
        ))}
      </div>
      <Allowed right="work">
        <Button look="main" big className="min-h-15" disabled={busy} onClick={() => input.current?.click()}>
          <Camera aria-hidden size={20} /> {busy ? "Taking it in" : "Add photos"}
        </Button>
      </Allowed>
      <input
        ref={input}
        type="file"
        accept="image/*"
        multiple
        aria-label="Photos to add"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          if (e.target.files?.length) void take(e.target.files);
          e.target.value = "";
        }}
      />
    </div>
  );
}

interface PhotoListProps {
  photos: PhotoView[];
  picked: number | null;
  setPicked: React.Dispatch<React.SetStateAction<number | null>>;
}

/** Photos by when they were taken. */
function PhotoList({ photos, picked, setPicked }: PhotoListProps) {
  return (
    <>
      {PHASES.map((p) => {
        const own = photos.filter((x) => x.phase === p);
        return own.length ? (
          <section key={p} aria-label={PHASE_WORDS[p]}>
            <h2 className="text-lead font-bold">{PHASE_WORDS[p]}</h2>
            <ul className="mt-1 grid grid-cols-3 gap-2">
              {own.map((x) => (
                <li key={x.id}>
                  <button
                    type="button"
                    aria-label={`${PHASE_WORDS[p]}${x.note ? `: ${x.note}` : `, photo ${x.id}`}`}
                    aria-pressed={x.id === picked}
                    onClick={() => setPicked(x.id)}
                    className={`block w-full border-[3px] ${x.id === picked ? "border-copper" : "border-transparent"}`}
                  >
                    {}
                    <img src={`/api/photos/${x.id}?thumb`} alt="" className="aspect-[4/3] w-full object-cover" />
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ) : null;
      })}
    </>
  );
}

interface PhotoInHandProps {
  work: ReturnType<typeof usePhotos>;
  photo: PhotoView;
  photos: PhotoView[];
}

/** The picked photo: its note, its pin, what it is compared with. */
function PhotoInHand({ work, photo, photos }: PhotoInHandProps) {
  const { change, setPinning, pinning, setRemoved, setPicked, against, setAgainst } = work;
  return (
    <Allowed right="work" quiet>
      <section aria-label="Photo in hand" className="flex flex-col gap-2 border-t border-line pt-3">
        <label className="text-body text-ink-2">
          Note
          <input
            className="field mt-0.5"
            defaultValue={photo.note}
            key={photo.id}
            maxLength={200}
            onBlur={(e) => e.target.value !== photo.note && void change(photo.id, { note: e.target.value })}
          />
        </label>
        <div className="grid grid-cols-2 gap-2">
          <Button onClick={() => setPinning(!pinning)} aria-pressed={pinning}>
            {photo.xMm === null ? "Pin it" : "Pin again"}
          </Button>
          <Button
            onClick={() => {
              setRemoved(photo);
              setPicked(null);
              void change(photo.id, { removed: true });
            }}
          >
            Remove
          </Button>
        </div>
        {photos.length > 1 ? (
          <div className="text-body text-ink-2">
            <span aria-hidden>Compare with</span>
            <Pick
              label="Compare with"
              value={against === null ? "" : String(against)}
              options={[
                { value: "", name: "nothing" },
                ...photos
                  .filter((p) => p.id !== photo.id)
                  .map((p) => ({
                    value: String(p.id),
                    name: `${PHASE_WORDS[p.phase]}${p.note ? `: ${p.note}` : `, photo ${p.id}`}`,
                  })),
              ]}
              onChange={(v) => setAgainst(v ? Number(v) : null)}
              className="mt-0.5"
            />
          </div>
        ) : null}
      </section>
    </Allowed>
  );
}
