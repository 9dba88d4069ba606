import {
  squeezeRun,
  suggestPattern,
  type Paste,
  type PastedFace,
  type Pressing,
  type SqueezeRun,
  type SqueezeSetup,
  type Suggestion,
} from "../core/handwork/paste";

const FRAME_S = 0.25;

/** Trials of paste in their own thread; what is under way can be stopped between two steps. */
export class SqueezeSession {
  private turn = 0;

  /** Ends what is under way. */
  stop(): void {
    this.turn++;
  }

  /** Squeezes to rest; null when stopped. */
  async run(setup: SqueezeSetup, onShare: (share: number) => void): Promise<SqueezeRun | null> {
    return squeezeRun(setup, FRAME_S, this.breathe(onShare));
  }

  /** Tries the patterns; null when stopped. */
  async suggest(
    face: PastedFace,
    paste: Paste,
    pressing: Pressing,
    onShare: (share: number) => void,
  ): Promise<Suggestion | null> {
    return suggestPattern(face, paste, pressing, this.breathe(onShare));
  }

  /** Lets messages in between steps, and tells the share that is done. */
  private breathe(onShare: (share: number) => void): (share: number) => Promise<boolean> {
    const mine = ++this.turn;
    return async (share) => {
      onShare(share);
      await new Promise((r) => setTimeout(r, 0));
      return this.turn === mine;
    };
  }
}
