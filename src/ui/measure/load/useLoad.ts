"use client";
import { wrap, type Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import { driveCopy, type DriveCopy } from "./driveCopy";
import { graphicsLoad, type GraphicsLoad } from "./graphics";
import { runOf, sendStop, sendWork, type LoadAnswer, type RunToken } from "./link";

/** Without an answer for so long the load stops by itself, ms. */
const LOST_MS = 10_000;
const EVERY_MS = 1_000;

export type Ended = "hand" | "hidden" | "lost" | "adapter" | "over" | null;

/** The page under load: what it works, what the run asks for, and why it stopped. */
export interface LoadState {
  run: RunToken | null;
  /** Why nothing can be done with this address. */
  refused: string;
  started: boolean;
  answer: LoadAnswer | null;
  /** Work a second, so far: processor in million steps, graphics in tiles; null where it rests or is not there. */
  work: { cpu: number | null; gpu: number | null };
  history: { cpu: number[]; gpu: number[] };
  cores: number;
  hasGraphics: boolean | null;
  /** Whether a file can be copied; null where the recipe asks for none. */
  hasDrive: boolean | null;
  ended: Ended;
  linked: boolean;
}

interface Core {
  work(share: number): void;
  count(): number;
}

/** Everything that works: a worker a core, and the graphics chip where there is one. */
class Machine {
  private readonly cores: { worker: Worker; core: Remote<Core> }[];
  readonly graphics: GraphicsLoad | null = graphicsLoad();
  private drive: DriveCopy | null = null;

  constructor(readonly count = Math.max(1, navigator.hardwareConcurrency || 1)) {
    this.cores = Array.from({ length: count }, () => {
      const worker = new Worker(new URL("../../../workers/load.worker.ts", import.meta.url), { type: "module" });
      return { worker, core: wrap<Core>(worker) };
    });
  }

  /** Whether a file can be copied here; asked for by recipes that do. */
  async readies(): Promise<boolean> {
    this.drive = await driveCopy();
    return this.drive !== null;
  }

  work(load: { cpu: number; gpu: number; drive: boolean } | null): void {
    this.drive?.work(load?.drive ?? false);
    for (const { core } of this.cores) void core.work(load?.cpu ?? 0);
    this.graphics?.work(load?.gpu ?? 0);
  }

  /** Work since this was asked last: million steps, tiles. */
  async counts(): Promise<{ cpu: number; gpu: number }> {
    const each = await Promise.all(this.cores.map(({ core }) => core.count()));
    return { cpu: each.reduce((a, b) => a + b, 0) / 1e6, gpu: this.graphics?.count() ?? 0 };
  }

  stop(): void {
    this.work(null);
    for (const { worker } of this.cores) worker.terminate();
    this.graphics?.stop();
    this.drive?.stop();
  }
}

const NOTHING: LoadState = {
  run: null,
  refused: "",
  started: false,
  answer: null,
  work: { cpu: null, gpu: null },
  history: { cpu: [], gpu: [] },
  cores: 0,
  hasGraphics: null,
  hasDrive: null,
  ended: null,
  linked: true,
};

/** Works the machine as its run asks: the server says when and how hard, the page does it and says how much it did. */
export function useLoad(token: string | null) {
  const [state, setState] = useState<LoadState>(NOTHING);
  const machine = useRef<Machine | null>(null);
  const patch = useCallback((more: Partial<LoadState>) => setState((s) => ({ ...s, ...more })), []);

  useEffect(() => {
    let gone = false;
    // while the page is made on the server there is no address yet
    if (token === null) return;
    if (token === "") {
      void Promise.resolve().then(() => patch({ refused: "This address names no run." }));
      return;
    }
    void runOf(token).then((run) => {
      if (gone) return;
      if (run === null) patch({ refused: "The bench does not answer. Load this page again." });
      else if ("problem" in run) patch({ refused: run.problem.message });
      else patch({ run });
    });
    return () => {
      gone = true;
    };
  }, [token, patch]);

  const end = useCallback(
    (why: Ended) => {
      machine.current?.stop();
      machine.current = null;
      setState((s) => ({ ...s, ended: s.ended ?? why, work: { cpu: null, gpu: null } }));
      if (token && state.run && (why === "hand" || why === "hidden" || why === "adapter"))
        void sendStop(token, state.run.runId, why === "hidden" ? "hidden" : "hand");
    },
    [state.run, token],
  );

  const start = () => {
    machine.current = new Machine();
    const { current } = machine;
    if (state.run?.recipe.drive) void current.readies().then((hasDrive) => patch({ hasDrive }));
    patch({ started: true, cores: machine.current.count, hasGraphics: machine.current.graphics !== null });
  };

  const runId = state.run?.runId;
  const going = state.started && state.ended === null;
  useEffect(() => {
    if (!going || runId === undefined || !token) return;
    const report = new Reporter(token, runId, machine, { patch: setState, end });
    return report.begin();
  }, [going, runId, token, end]);

  useStops(going && state.answer?.load !== null, end);
  return { state, start, end };
}

/** A hidden page and a pulled adapter stop the load. */
function useStops(working: boolean, end: (why: Ended) => void): void {
  useEffect(() => {
    if (!working) return;
    const hidden = () => {
      if (document.hidden) end("hidden");
    };
    document.addEventListener("visibilitychange", hidden);
    const battery = navigator as unknown as { getBattery?: () => Promise<EventTarget & { charging: boolean }> };
    let supply: (EventTarget & { charging: boolean }) | null = null;
    const pulled = () => {
      if (supply && !supply.charging) end("adapter");
    };
    void battery.getBattery?.().then((b) => {
      supply = b.charging ? b : null;
      supply?.addEventListener("chargingchange", pulled);
    });
    return () => {
      document.removeEventListener("visibilitychange", hidden);
      supply?.removeEventListener("chargingchange", pulled);
    };
  }, [working, end]);
}

/** Once a second: counts the work, sends it, and does what the run asks for. */
class Reporter {
  private seq = 0;
  private pending: string[] = [];
  private answeredMs = Date.now();
  private lastMs = performance.now();
  private lost = false;
  private over = false;

  constructor(
    private readonly token: string,
    private readonly runId: number,
    private readonly machine: { current: Machine | null },
    private readonly to: { patch: (of: (s: LoadState) => LoadState) => void; end: (why: Ended) => void },
  ) {}

  begin(): () => void {
    let awake: { release(): Promise<void> } | null = null;
    const lock = navigator as unknown as { wakeLock?: { request(kind: "screen"): Promise<typeof awake> } };
    void lock.wakeLock?.request("screen").then(
      (l) => (awake = l),
      () => undefined,
    );
    const timer = window.setInterval(() => void this.second(), EVERY_MS);
    return () => {
      this.over = true;
      window.clearInterval(timer);
      void awake?.release();
    };
  }

  private async second(): Promise<void> {
    const machine = this.machine.current;
    if (!machine || this.over) return;
    const now = performance.now();
    const s = (now - this.lastMs) / 1000;
    this.lastMs = now;
    const did = await machine.counts();
    const work = { cpu: did.cpu > 0 ? did.cpu / s : null, gpu: did.gpu > 0 ? did.gpu / s : null };
    this.pending.push(
      JSON.stringify({
        seq: ++this.seq,
        t: Math.round(now) / 1000,
        "cpu.work": work.cpu && Math.round(100 * work.cpu) / 100,
        "gpu.work": work.gpu && Math.round(100 * work.gpu) / 100,
      }),
    );
    this.to.patch((st) => ({
      ...st,
      work,
      history: {
        cpu: work.cpu === null ? st.history.cpu : [...st.history.cpu, work.cpu],
        gpu: work.gpu === null ? st.history.gpu : [...st.history.gpu, work.gpu],
      },
    }));
    await this.send(machine);
  }

  private async send(machine: Machine): Promise<void> {
    const sent = this.pending.length;
    const answer = await sendWork(this.token, this.runId, this.pending.join("\n"));
    if (this.over) return;
    if (answer === null || "problem" in answer) {
      if (answer && ["run-ended", "bad-token"].includes(answer.problem.code)) return this.to.end("over");
      const lost = Date.now() - this.answeredMs > LOST_MS;
      // nobody could call Stop from the bench: the load rests until somebody can
      if (lost) machine.work(null);
      this.lost ||= lost;
      this.to.patch((s) => ({
        ...s,
        linked: !lost,
        answer: s.answer && lost ? { ...s.answer, load: null } : s.answer,
      }));
      return;
    }
    this.answeredMs = Date.now();
    this.lost = false;
    this.pending = this.pending.slice(sent);
    machine.work(answer.load);
    this.to.patch((s) => ({ ...s, answer, linked: true }));
    if (answer.state === "done") this.to.end("over");
  }
}
