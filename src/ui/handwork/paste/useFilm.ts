import { useCallback, useEffect, useState } from "react";

/** Playing is three times as quick as the bench. */
const QUICK = 3;

/** The moment of a squeeze that is shown: at its end until it is moved or played, s. */
export function useFilm(lastS: number) {
  const endS = Math.ceil(lastS);
  const [atS, setAtS] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const now = Math.min(atS ?? endS, endS);
  useEffect(() => {
    if (!playing) return;
    const from = performance.now();
    const start = now >= endS ? 0 : now;
    let id = 0;
    const tick = () => {
      const t = start + ((performance.now() - from) / 1000) * QUICK;
      setAtS(Math.min(t, endS));
      if (t < endS) id = requestAnimationFrame(tick);
      else setPlaying(false);
    };
    id = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(id);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- plays on from where it was started
  }, [playing, endS]);
  const toggle = useCallback(() => setPlaying((v) => !v), []);
  const show = useCallback((s: number) => (setPlaying(false), setAtS(s)), []);
  return { now, endS, playing, toggle, show };
}
