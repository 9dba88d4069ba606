import { spawn, type ChildProcess } from "node:child_process";
import type { Answer, Order } from "./runner";

/** A runner process that is started anew when a mutant makes it run for ever. */
export class Hand {
  private child: ChildProcess | null = null;

  /** What the tests said, or null when they took longer than the limit. */
  async ask(order: Order, limitMs: number): Promise<Answer | null> {
    const child = (this.child ??= await started());
    const answer = await new Promise<Answer | null>((done) => {
      const timer = setTimeout(() => done(null), limitMs);
      const ended = () => done({ failed: true, ms: 0, tainted: true });
      child.once("exit", ended);
      child.once("message", (m: Answer) => {
        clearTimeout(timer);
        child.off("exit", ended);
        done(m);
      });
      child.send(order);
    });
    if (answer === null || answer.tainted || hasEnded(child)) this.stop();
    return answer;
  }

  stop(): void {
    const child = this.child;
    this.child = null;
    child?.removeAllListeners();
    // the tests run in children of the runner: all of them go
    if (!child?.pid || hasEnded(child)) return;
    try {
      process.kill(-child.pid, "SIGKILL");
    } catch {
      // it went by itself in between
    }
  }
}

/** Whether a process is gone, by itself or by a signal: a mutant that grows a list for ever ends it so. */
const hasEnded = (child: ChildProcess): boolean => child.exitCode !== null || child.signalCode !== null;

async function started(): Promise<ChildProcess> {
  const child = spawn(process.execPath, ["--import", "tsx", "scripts/mutate/runner.ts"], {
    stdio: ["ignore", "ignore", "inherit", "ipc"],
    detached: true,
    // a mutant of the simulator is not told by its sources
    env: { ...process.env, KEEP_NO_LOGS: "1" },
  });
  await new Promise<void>((ready, failed) => {
    child.once("message", () => ready());
    child.once("exit", (code) => failed(new Error(`the test runner ended with ${code} before it was ready`)));
  });
  return child;
}
