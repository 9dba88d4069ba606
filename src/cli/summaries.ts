import { setPriority } from "node:os";
import { parseArgs } from "node:util";
import { closeDatabases } from "../data/base/connection";
import { ageOlder, bringUpToDate, makeStale, summariesLeft } from "../server/job/makeSummaries";
import { workInPlace, type SummariesAsked, type SummariesTold } from "../server/job/summaryMaker";
import { Unusable } from "./unusable";

/** Whoever answers pages comes first. */
const LOW = 10;

/**
 * ovrant summaries [--serve]: works out how jobs stand that is not up to date in lists. With --serve it does so for a
 * server, as that asks, and ends with it.
 */
export async function summariesCommand(args: string[]): Promise<void> {
  const { values } = parseArgs({ args, options: { serve: { type: "boolean", default: false } } });
  workInPlace();
  if (values.serve) {
    serve();
    return;
  }
  const n = await bringUpToDate();
  closeDatabases();
  process.stdout.write(`${n} ${n === 1 ? "job" : "jobs"} brought up to date.\n`);
}

function serve(): void {
  const send = process.send?.bind(process);
  if (!send) throw new Unusable("--serve is for a server that starts this.");
  setPriority(LOW);
  const maker = new Maker((told) => process.connected && send(told));
  process.on("message", (asked: SummariesAsked) => maker.ask(asked));
  process.once("disconnect", () => {
    closeDatabases();
    process.exit(0);
  });
}

/** Works through what is asked, one after the other; what somebody looks at comes first. */
class Maker {
  private readonly first: SummariesAsked[] = [];
  /** Turns whose jobs are being made. */
  private taken: number[] = [];
  private wanted = 0;
  private looked = 0;
  private busy = false;
  private aged = false;

  constructor(private readonly tell: (told: SummariesTold) => void) {}

  ask(asked: SummariesAsked): void {
    if (asked.first.length > 0) this.first.push(asked);
    else this.wanted = asked.turn;
    if (!this.busy) void this.work();
  }

  private async work(): Promise<void> {
    this.busy = true;
    try {
      if (!this.aged) await ageOlder();
      this.aged = true;
      while (this.first.length > 0 || this.looked < this.wanted) await this.turn();
    } catch (e) {
      // the server goes on with what is known, and asks again
      console.error("how jobs stand cannot be worked out", e);
      const made = [...this.taken, ...this.first.splice(0).map((a) => a.turn)];
      this.looked = this.wanted;
      this.tell({ made, looked: this.looked, left: 0 });
    }
    this.busy = false;
  }

  private async turn(): Promise<void> {
    const upTo = this.wanted;
    const take = () => {
      const asked = this.first.splice(0);
      this.taken = asked.map((a) => a.turn);
      return [...new Set(asked.flatMap((a) => a.first))];
    };
    let left = await summariesLeft();
    await makeStale({
      takeFirst: take,
      onMade: (ids) => {
        left = Math.max(0, left - ids.length);
        this.tell({ made: this.taken, looked: this.looked, left });
        return process.connected;
      },
    });
    this.looked = upTo;
    this.tell({ made: this.taken, looked: upTo, left: await summariesLeft() });
  }
}
