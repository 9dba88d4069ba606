import type { Role } from "./roles";

/** A tag on its hook: who may sign in, without a name. */
export interface Tag {
  id: number;
  initials: string;
  role: Role;
  /** One more with every other PIN or role: what a device remembers of an older one is void. */
  epoch: number;
  /** Whether its PIN is not asked for now, after too many wrong ones. */
  rests: boolean;
}

/** Wrong PINs given for a tag since its owner signed in last. */
export interface Missed {
  count: number;
  /** When the last one was given, and at which bench; "" on the machine itself. */
  lastMs: number;
  bench: string;
}

/** A bench that joined. */
export interface BenchNow {
  id: number;
  name: string;
  joinedAt: string;
  lastAt: string;
}

/** What a locked bench shows of a run: no place, no complaint, no verdict. */
export interface LockedRun {
  runId: number;
  tag: string;
  phase: string;
  remainingS: number | null;
  hotC: number | null;
}

/** The workshop's network as who may set it up sees it. */
export interface NetworkView {
  hasPassphrase: boolean;
  digits: string;
  people: Tag[];
  benches: BenchNow[];
}

export interface AuditLine {
  id: number;
  at: string;
  who: string;
  bench: string;
  what: string;
}
