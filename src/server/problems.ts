import type { Problem } from "../core/result";
import type { FieldErrors } from "../input/check";

/** What a use case can refuse, and the HTTP status that goes with it. */
export const serverProblem = {
  noJob: (): Problem => ({ code: "job-not-found", message: "There is no such job.", action: "Go back to the bench and choose one." }),
  noMachine: (): Problem => ({ code: "machine-not-found", message: "There is no such machine.", action: "Go back to the bench and choose one." }),
  noRun: (): Problem => ({ code: "run-not-found", message: "There is no such run.", action: "Go back to the job and choose one." }),
  jobClosed: (): Problem => ({ code: "job-closed", message: "This job is closed.", action: "Open it again to add a run." }),
  tagTaken: (tag: string): Problem => ({ code: "tag-taken", message: `There is a machine ${tag} already.`, action: "Choose that machine from the list, or give another tag.", fields: { tag: `There is a machine ${tag} already.` } }),
  cutOff: (got: number, said: number): Problem => ({ code: "upload-cut-off", message: `Only ${got} of ${said} bytes arrived.`, action: "Nothing was stored; send the file again." }),
  badHead: (): Problem => ({ code: "bad-upload", message: "The upload does not start with its description.", action: "Send the log from the import page." }),
  badFields: (fields: FieldErrors): Problem => ({ code: "bad-fields", message: Object.values(fields)[0] ?? "The form is not complete.", action: "Correct it and send again.", fields }),
  badPhases: (): Problem => ({ code: "bad-phases", message: "The load must end after it starts, inside the log.", action: "Move the bounds of the load." }),
  badColumn: (heading: string): Problem => ({ code: "bad-column", message: "A column cannot be that.", action: "Choose from the list.", column: heading }),
  roomFirst: (): Problem => ({ code: "runs-missing", message: "There is no verdict before both runs are in.", action: "Add the missing run." }),
} as const;

const STATUS: Record<string, number> = { "job-not-found": 404, "machine-not-found": 404, "run-not-found": 404, "tag-taken": 409, "job-closed": 409, "same-log": 409, "swapped-logs": 409, "name-says-other": 409, "log-too-large": 413 };

export const statusOf = (p: Problem): number => STATUS[p.code] ?? 422;
