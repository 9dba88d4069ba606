/** A failure the technician can act on: what went wrong, where, and what to do about it. */
export interface Problem {
  code: string;
  /** What is wrong, in plain words. */
  message: string;
  /** What to do about it. */
  action: string;
  /** 1-based line of the file, where there is one. */
  line?: number;
  /** Heading or 1-based number of the column, where there is one. */
  column?: string;
  /** After how long it can be tried again, whole seconds, where waiting is what helps. */
  waitS?: number;
  /** What is wrong per field, where a form was sent. */
  fields?: Record<string, string>;
}

export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem };

/** A result that holds its value. */
export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
/** A result that says what went wrong. */
export const bad = <T = never>(problem: Problem): Result<T> => ({ ok: false, problem });

/** One sentence for a terminal or a banner: place, message, action. */
export function describeProblem(p: Problem): string {
  const place = [p.line !== undefined ? `line ${p.line}` : "", p.column ? `column ${p.column}` : ""]
    .filter(Boolean)
    .join(", ");
  return `${place ? `${place}: ` : ""}${p.message} ${p.action}`;
}
