import { existsSync } from "node:fs";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { answerTo, type JudgeAnswers, type JudgeAsk } from "./ask";

/** The judge as a bundle, made with the command. */
const BUNDLE = join(process.cwd(), "dist/cli/judging.mjs");

interface Waiting {
  done: (answer: never) => void;
  failed: (fault: Error) => void;
}

interface Reply {
  id: number;
  answer?: unknown;
  fault?: string;
}

/** A thread that judges, started when it is first asked and anew when it has died. */
export class JudgeThread {
  private running: { worker: Worker; waiting: Map<number, Waiting> } | null = null;
  private last = 0;

  constructor(private readonly bundle: string) {}

  ask<K extends JudgeAsk["kind"]>(ask: Extract<JudgeAsk, { kind: K }>): Promise<JudgeAnswers[K]> {
    const { worker, waiting } = (this.running ??= this.started());
    const id = ++this.last;
    return new Promise((done, failed) => {
      waiting.set(id, { done, failed });
      worker.postMessage({ id, ask });
    });
  }

  async stop(): Promise<void> {
    const { running } = this;
    this.running = null;
    await running?.worker.terminate();
  }

  private started(): { worker: Worker; waiting: Map<number, Waiting> } {
    const worker = new Worker(this.bundle);
    // what waits belongs to its thread: one that dies takes nothing of the next with it
    const waiting = new Map<number, Waiting>();
    // a thread that waits for questions keeps no process alive
    worker.unref();
    worker.on("message", ({ id, answer, fault }: Reply) => {
      const own = waiting.get(id);
      waiting.delete(id);
      if (fault === undefined) own?.done(answer as never);
      else own?.failed(new Error(fault));
    });
    const gone = (why: Error) => {
      if (this.running?.worker === worker) this.running = null;
      for (const own of waiting.values()) own.failed(why);
      waiting.clear();
    };
    worker.on("error", gone);
    worker.on("exit", (code) => gone(new Error(`the judge's thread ended with ${code}`)));
    return { worker, waiting };
  }
}

const thread = new JudgeThread(BUNDLE);

/**
 * Asks the judge off the thread that answers requests. While developing it judges in place: its bundle would be of
 * older sources.
 */
export function judged<K extends JudgeAsk["kind"]>(ask: Extract<JudgeAsk, { kind: K }>): Promise<JudgeAnswers[K]> {
  const apart = process.env.NODE_ENV === "production" && existsSync(BUNDLE);
  return apart ? thread.ask<K>(ask) : Promise.resolve(answerTo<K>(ask));
}
