import { expose } from "comlink";
import { PracticeSession } from "./practiceSession";

/** Mystery machines, off the thread that draws. */
export type PracticeWorker = PracticeSession;
expose(new PracticeSession());
