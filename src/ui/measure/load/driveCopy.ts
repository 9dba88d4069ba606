/** Bytes of one write, and of the file before it begins again: larger than what a drive holds back in its cache. */
const CHUNK = 16 * 1024 * 1024;
const MOST = 1024 * 1024 * 1024;
const NAME = "ovrant-load";

/** The drive's load: a file in the browser's own store, written over and over, and taken away at the end. */
export class DriveCopy {
  private working = false;
  private stopped = false;

  constructor(private readonly folder: FileSystemDirectoryHandle) {}

  /** Copies from now on, or rests. */
  work(on: boolean): void {
    if (on === this.working || this.stopped) return;
    this.working = on;
    if (on) void this.copies().catch(() => (this.working = false));
  }

  /** Ends, and takes the file away. */
  stop(): void {
    this.stopped = true;
    this.working = false;
    void this.folder.removeEntry(NAME).catch(() => undefined);
  }

  private async copies(): Promise<void> {
    const chunk = new Uint8Array(CHUNK);
    // what repeats is not written at all by some drives
    for (let at = 0; at < CHUNK; at += 65_536) crypto.getRandomValues(chunk.subarray(at, at + 65_536));
    const file = await this.folder.getFileHandle(NAME, { create: true });
    while (this.working) {
      const out = await file.createWritable();
      try {
        for (let bytes = 0; this.working && bytes < MOST; bytes += CHUNK) {
          chunk[0] = bytes / CHUNK;
          await out.write(chunk);
        }
      } finally {
        await out.close().catch(() => undefined);
      }
    }
  }
}

/** A load on the drive; null where the browser has no store of its own for a page, as one not over TLS. */
export async function driveCopy(): Promise<DriveCopy | null> {
  try {
    return new DriveCopy(await navigator.storage.getDirectory());
  } catch {
    return null;
  }
}
