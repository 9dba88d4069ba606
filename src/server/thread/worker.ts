import { parentPort } from "node:worker_threads";
import { answerTo, type JudgeAsk } from "./ask";

/** The judge on a thread of its own: one question at a time, each answered under its number. */
parentPort?.on("message", ({ id, ask }: { id: number; ask: JudgeAsk }) => {
  try {
    parentPort?.postMessage({ id, answer: answerTo(ask) });
  } catch (fault) {
    parentPort?.postMessage({ id, fault: fault instanceof Error ? fault.message : "it failed" });
  }
});
