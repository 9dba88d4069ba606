import { execFileSync } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";

const told = (command: string, args: string[]): boolean => {
  try {
    execFileSync(command, args, { stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
};

/** A disk of its own at a folder, in memory, of so many MB; false where this machine does not let one be mounted. */
export function smallDisk(at: string, mb: number): boolean {
  mkdirSync(at, { recursive: true });
  return told("mount", ["-t", "tmpfs", "-o", `size=${mb}m`, "tmpfs", at]);
}

export const remount = (at: string, how: string): boolean => told("mount", ["-o", `remount,${how}`, at]);

/** A file system in a file: what was never synced to it is not in the file, as after a loss of power. */
export function imageDisk(image: string, at: string, mb: number): boolean {
  return told("truncate", ["-s", `${mb}M`, image]) && told("mkfs.ext4", ["-q", "-F", image]) && mountImage(image, at);
}

export function mountImage(image: string, at: string): boolean {
  mkdirSync(at, { recursive: true });
  return told("mount", ["-o", "loop", image, at]);
}

/** Takes a disk off and its folder away. */
export function unmounted(at: string): void {
  if (!told("umount", [at])) told("umount", ["-l", at]);
  rmSync(at, { recursive: true, force: true });
}
