"use client";
import { useRouter } from "next/navigation";
import { useMemo, useRef, useState } from "react";
import type { Layout } from "@/core/drawing/parts";
import { send } from "@/ui/kit/controls/send";
import { useSize } from "@/ui/kit/controls/size";
import { useView } from "@/ui/drawing/underside/useView";
import { sendPhoto, type Phase, type PhotoView } from "./photo";

/** The photos of a job: picked, pinned, compared, taken. */
export function usePhotos(photos: PhotoView[], layout: Layout, jobId: number) {
  const router = useRouter();
  const [picked, setPicked] = useState<number | null>(photos[0]?.id ?? null);
  const [against, setAgainst] = useState<number | null>(null);
  const [pinning, setPinning] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [removed, setRemoved] = useState<PhotoView | null>(null);
  const [phase, setPhase] = useState<Phase>("found");
  const input = useRef<HTMLInputElement>(null);
  const [ref, size] = useSize<HTMLDivElement>({ width: 760, height: 480 });
  const view = useView(layout.base, size, ref);
  const photo = photos.find((p) => p.id === picked);
  const other = photos.find((p) => p.id === against);
  const { scale, x, y } = view.view;
  const pinned = useMemo(() => photos.filter((p) => p.xMm !== null && p.yMm !== null), [photos]);

  const change = async (id: number, set: object) => {
    const sent = await send("PATCH", `/api/photos/${id}`, set);
    if (!sent.ok) setProblem(`${sent.problem.message} ${sent.problem.action}`);
    router.refresh();
  };
  const take = async (files: FileList) => {
    setBusy(true);
    setProblem(null);
    for (const file of files) {
      const sent = await sendPhoto(jobId, phase, file);
      if (!sent.ok) setProblem(`${file.name}: ${sent.problem.message} ${sent.problem.action}`);
      else setPicked(sent.value.photoId);
    }
    setBusy(false);
    router.refresh();
  };
  const pin = (e: React.MouseEvent) => {
    if (!pinning || !photo) return;
    const box = e.currentTarget.getBoundingClientRect();
    const at = view.toSheet(e.clientX - box.left, e.clientY - box.top);
    setPinning(false);
    void change(photo.id, { xMm: Math.round(at.x * 10) / 10, yMm: Math.round(at.y * 10) / 10 });
  };
  return {
    photo,
    other,
    setAgainst,
    ref,
    size,
    pin,
    pinning,
    pinned,
    x,
    y,
    scale,
    picked,
    setPicked,
    phase,
    setPhase,
    busy,
    input,
    take,
    problem,
    removed,
    change,
    setRemoved,
    setPinning,
    against,
  };
}
