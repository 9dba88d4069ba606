"use client";
import { proxy, releaseProxy, wrap } from "comlink";
import { useEffect, useState } from "react";
import type { Squaring } from "@/core/drawing/photo";
import { workerFails } from "@/ui/kit/controls/workerFails";
import type { PhotoWorker } from "@/workers/photo.worker";

/** Room round the case in the squared picture, mm. */
export const PHOTO_EDGE_MM = 14;
const PX_PER_MM = 4;

export interface SquaredPhoto {
  url: string;
  misfitMm: number;
  widthMm: number;
  depthMm: number;
}

export interface SquaringState {
  photo: SquaredPhoto | null;
  /** 0 to 1 while at work; null at rest. */
  share: number | null;
  why: string | null;
}

/** The photo squared up in a worker, anew whenever rings, length or base change. */
export function useSquared(
  photoId: number | null,
  squaring: Squaring | null,
  base: { widthMm: number; depthMm: number },
  trust: "case" | "length",
): SquaringState {
  const [state, setState] = useState<SquaringState>({ photo: null, share: null, why: null });
  const key =
    photoId === null || !squaring ? null : JSON.stringify([photoId, squaring.corners, squaring.known, base, trust]);
  useEffect(() => {
    if (key === null) return;
    const [id, corners, known, own, by] = JSON.parse(key) as [
      number,
      Squaring["corners"],
      Squaring["known"],
      typeof base,
      typeof trust,
    ];
    const worker = new Worker(new URL("../../../workers/photo.worker.ts", import.meta.url), { type: "module" });
    const api = wrap<PhotoWorker>(worker);
    let gone = false;
    let made = "";
    const run = async () => {
      const blob = await (await fetch(`/api/photos/${id}`)).blob();
      const done = await api.squareUp(
        blob,
        { corners, known, opacity: 1 },
        { base: own, trust: by, edgeMm: PHOTO_EDGE_MM, pxPerMm: PX_PER_MM },
        proxy((share: number) => {
          // one that comes after the photo itself is late
          if (!gone) setState((s) => (s.photo?.url === made && made ? s : { ...s, share }));
        }),
      );
      if (gone || !done) return;
      if ("why" in done) return setState({ photo: null, share: null, why: done.why });
      made = URL.createObjectURL(done.picture);
      setState({
        photo: { url: made, misfitMm: done.misfitMm, widthMm: done.widthMm, depthMm: done.depthMm },
        share: null,
        why: null,
      });
    };
    Promise.race([run(), workerFails(worker)]).catch(() => {
      if (!gone) setState({ photo: null, share: null, why: "The photo could not be straightened. Try again." });
    });
    return () => {
      gone = true;
      api[releaseProxy]();
      worker.terminate();
      if (made) URL.revokeObjectURL(made);
    };
  }, [key]);
  return key === null ? { photo: null, share: null, why: null } : state;
}
