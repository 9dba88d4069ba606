import type { Problem } from "../../core/base/result";

const again = "Nothing was stored. Export the job once more where it comes from.";

export const recordProblem = {
  noLink: (): Problem => ({
    code: "link-not-found",
    message: "There is no such link any more.",
    action: "Load the page anew.",
  }),
  notBundle: (): Problem => ({
    code: "not-bundle",
    message: "This zip holds no job.json of Ovrant.",
    action: "Choose the zip that “Export” or ovrant export made.",
  }),
  misfit: (where: string, wants: string): Problem => ({
    code: "bad-bundle",
    message: `job.json: ${where} ${wants}.`,
    action: again,
  }),
  missing: (name: string): Problem => ({ code: "bad-bundle", message: `${name} is not in the zip.`, action: again }),
  changed: (name: string): Problem => ({
    code: "bundle-changed",
    message: `${name} is not what it was when the job was exported.`,
    action: again,
  }),
  unreadable: (name: string, why: string): Problem => ({
    code: "bad-bundle",
    message: `${name} cannot be read: ${why}`,
    action: again,
  }),
  cancelled: (): Problem => ({
    code: "cancelled",
    message: "Taking it in was cancelled.",
    action: "Nothing was stored.",
  }),
  crowded: (): Problem => ({
    code: "crowded",
    message: "Too many files come in at once.",
    action: "Nothing was stored. Wait a moment, then send it again.",
  }),
  open: (): Problem => ({
    code: "job-open",
    message: "This job is still open.",
    action: "Set its next date and close it; then sign.",
  }),
  signed: (revision: number): Problem => ({
    code: "already-signed",
    message: `Revision ${revision} is signed, and nothing changed since.`,
    action: "Open the job again to change it: closing it then makes a new revision.",
  }),
  otherModel: (tag: string, here: string, there: string): Problem => ({
    code: "other-machine",
    message: `${tag} is a ${here} here and a ${there} in the file.`,
    action: "Give one of them another tag, then import again.",
  }),
};
