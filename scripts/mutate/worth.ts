/** How often a test noticed a mutant of a folder, and how long it was asked for that, ms. */
export class Tally {
  private readonly kills = new Map<string, number>();
  private readonly askedMs = new Map<string, number>();

  note(folder: string, asked: readonly string[], by: string | undefined, times: ReadonlyMap<string, number>): void {
    const until = by === undefined ? asked.length : asked.indexOf(by) + 1;
    for (const test of asked.slice(0, until)) add(this.askedMs, `${folder} ${test}`, times.get(test) ?? 0);
    if (by !== undefined) add(this.kills, `${folder} ${by}`, 1);
  }

  /** What a test noticed so far for its time; one that was never asked counts as half a mutant noticed. */
  worth(folder: string, test: string, ownMs: number): number {
    const key = `${folder} ${test}`;
    return ((this.kills.get(key) ?? 0) + 0.5) / ((this.askedMs.get(key) ?? 0) + ownMs + 1);
  }
}

const add = (to: Map<string, number>, key: string, more: number) => to.set(key, (to.get(key) ?? 0) + more);
