import { processWide } from "../../../core/base/processWide";
import { NotTaken, type Incoming } from "./body";

/** What all bodies that come in hold in memory at a time, bytes; with pictures and the server it stays under 700 MB. */
const BODY_BYTES = 160e6;
/** What pictures hold while they are unfolded, bytes: a large one at a time, or some small ones. */
const PICTURE_BYTES = 130e6;
/** So many wait for their share; who comes then is asked to come again. */
const MOST_WAITING = 60;

/** One budget of bytes: who wants a share waits until there is room, first come first served. */
export class Budget {
  private held = 0;
  private readonly waiting: { bytes: number; go: () => void }[] = [];

  constructor(
    private readonly most: number,
    private readonly mostWaiting = MOST_WAITING,
  ) {}

  /** Bytes that are held now. */
  get bytes(): number {
    return this.held;
  }

  /** How many wait for their share. */
  get queue(): number {
    return this.waiting.length;
  }

  /** Takes a share, once there is room; gives back how to return it. More than there is counts as all there is. */
  async take(bytes: number): Promise<() => void> {
    const share = Math.min(bytes, this.most);
    if (this.waiting.length > 0 || this.held + share > this.most) {
      if (this.waiting.length >= this.mostWaiting) throw crowded();
      await new Promise<void>((go) => this.waiting.push({ bytes: share, go }));
    } else this.held += share;
    let returned = false;
    return () => {
      if (returned) return;
      returned = true;
      this.held -= share;
      this.next();
    };
  }

  private next(): void {
    for (let first = this.waiting[0]; first && this.held + first.bytes <= this.most; first = this.waiting[0]) {
      this.waiting.shift();
      this.held += first.bytes;
      first.go();
    }
  }
}

const crowded = () =>
  new NotTaken(503, {
    code: "crowded",
    message: "Too many files come in at once.",
    action: "Nothing was stored. Wait a moment, then send it again.",
  });

const bodies = processWide<Budget>("budget of bodies");
const pictures = processWide<Budget>("budget of pictures");

async function held<T>(budget: Budget, bytes: number, work: () => Promise<T>): Promise<T> {
  const give = await budget.take(bytes);
  try {
    return await work();
  } finally {
    give();
  }
}

/** How many uploads and pictures wait for room. */
export const budgetQueues = (): { bodies: number; pictures: number } => ({
  bodies: bodies.get()?.queue ?? 0,
  pictures: pictures.get()?.queue ?? 0,
});

/** Does what a request asks while its body is held, once there is room for so many bytes. */
export const withBody = <T>(bytes: number, work: () => Promise<T>): Promise<T> =>
  held(
    bodies.orMake(() => new Budget(BODY_BYTES)),
    bytes,
    work,
  );

/** Unfolds a picture, once there is room for it; whoever has a body may wait for this, never the other way round. */
export const withPicture = <T>(bytes: number, work: () => Promise<T>): Promise<T> =>
  held(
    pictures.orMake(() => new Budget(PICTURE_BYTES)),
    bytes,
    work,
  );

/** Bodies up to this size are nothing, bytes. */
const SMALL_BYTES = 256 * 1024;
/** A body of text takes so many times its size once it is read. */
const READ_TIMES = 4;
/** What one without a length counts as, bytes. */
const UNKNOWN_BYTES = 4e6;

/** What a body that is read whole holds, by what its head says, bytes. */
export function heldWhole(request: Incoming): number {
  if (request.method === "GET" || request.body === null) return 0;
  const length = request.headers.get("content-length");
  const bytes = length === null ? UNKNOWN_BYTES : Number(length) || 0;
  return bytes > SMALL_BYTES ? READ_TIMES * bytes : 0;
}
