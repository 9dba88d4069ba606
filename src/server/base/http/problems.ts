import type { Problem } from "../../../core/base/result";
import type { FieldErrors } from "../../../input/check";

/** What a use case can refuse, and the HTTP status that goes with it. */
export const serverProblem = {
  noJob: (): Problem => ({
    code: "job-not-found",
    message: "There is no such job.",
    action: "Go back to the bench and choose one.",
  }),
  runGoes: (tag: string): Problem => ({
    code: "run-going",
    message: `A run of ${tag} is going.`,
    action: "Nothing was erased. End the run first.",
  }),
  noMachine: (): Problem => ({
    code: "machine-not-found",
    message: "There is no such machine.",
    action: "Go back to the bench and choose one.",
  }),
  noRun: (): Problem => ({
    code: "run-not-found",
    message: "There is no such run.",
    action: "Go back to the job and choose one.",
  }),
  noTry: (): Problem => ({
    code: "try-not-found",
    message: "There is no such machine at the practice bench.",
    action: "Go back to the practice bench and begin one.",
  }),
  practiceMoved: (): Problem => ({
    code: "practice-moved",
    message: "Something else was ordered meanwhile, on another page.",
    action: "Load the page anew: it shows how the machine stands.",
  }),
  otherLearner: (learner: string): Problem => ({
    code: "other-learner",
    message: `${learner} practises on this machine.`,
    action: "Take the same machine by its code: it goes on your own record.",
  }),
  practiceCannot: (): Problem => ({
    code: "practice-cannot",
    message: "That cannot be done as the machine lies now.",
    action: "Order what is on offer.",
  }),
  practiceLong: (most: number): Problem => ({
    code: "practice-long",
    message: `${most} steps are enough for any machine.`,
    action: "Say what is wrong.",
  }),
  practiceNamed: (): Problem => ({
    code: "practice-named",
    message: "It was said already what is wrong with this machine.",
    action: "Load the page anew to see the review, or take it once more from a step.",
  }),
  noTaughtCase: (): Problem => ({
    code: "case-not-found",
    message: "There is no such case on the list.",
    action: "Load the page anew.",
  }),
  noTable: (): Problem => ({
    code: "table-not-found",
    message: "There is no such table.",
    action: "Choose one from the settings: machines, jobs, runs, journal, dues, lots or bookings.",
  }),
  jobClosed: (): Problem => ({
    code: "job-closed",
    message: "This job is closed.",
    action: "Open it again to add a run.",
  }),
  tagTaken: (tag: string): Problem => ({
    code: "tag-taken",
    message: `There is a machine ${tag} already.`,
    action: "Choose that machine from the list, or give another tag.",
    fields: { tag: `There is a machine ${tag} already.` },
  }),
  cutOff: (got: number, said: number): Problem => ({
    code: "upload-cut-off",
    message: `Only ${got} of ${said} bytes arrived.`,
    action: "Nothing was stored; send the file again.",
  }),
  badHead: (): Problem => ({
    code: "bad-upload",
    message: "The upload does not start with its description.",
    action: "Send the log from the import page.",
  }),
  badFields: (fields: FieldErrors): Problem => ({
    code: "bad-fields",
    message: Object.values(fields)[0] ?? "The form is not complete.",
    action: "Correct it and send again.",
    fields,
  }),
  badPhases: (): Problem => ({
    code: "bad-phases",
    message: "The load must end after it starts, inside the log.",
    action: "Move the bounds of the load.",
  }),
  planDiffers: (how: string): Problem => ({
    code: "read-otherwise",
    message: `The log was read otherwise here than on the page: ${how}.`,
    action: "Nothing was stored. Load the page again and drop the file once more.",
  }),
  noLayout: (): Problem => ({
    code: "layout-not-found",
    message: "There is no drawing here yet.",
    action: "Start one, or take the last one of this model.",
  }),
  layoutKept: (number: number): Problem => ({
    code: "layout-kept",
    message: `Revision ${number} was kept meanwhile and stands as it is.`,
    action: "Start a new revision; what you drew is still here.",
  }),
  variantTaken: (model: string, variant: string): Problem => ({
    code: "variant-taken",
    message: `There is a layout of ${model} ${variant || "without a variant name"} already.`,
    action: "Give the variant another name.",
    fields: { variant: "There is a layout of this variant already." },
  }),
  noPhoto: (): Problem => ({
    code: "photo-not-found",
    message: "There is no such photo.",
    action: "Go back to the job and choose one.",
  }),
  photoTooLarge: (mb: number): Problem => ({
    code: "photo-too-large",
    message: `The photo is larger than ${mb} MB.`,
    action: "Take it again at a smaller size.",
  }),
  notMark: (): Problem => ({
    code: "not-a-mark",
    message: "This file is not a picture that can be read.",
    action: "Choose a PNG, JPEG, WebP or AVIF picture of your mark.",
  }),
  noMark: (): Problem => ({
    code: "mark-not-found",
    message: "The workshop has no mark of its own.",
    action: "Choose one in the settings.",
  }),
  notPhoto: (): Problem => ({
    code: "not-a-photo",
    message: "This file is not a photo that can be read.",
    action: "Choose a JPEG, PNG, WebP or AVIF picture.",
  }),
  hugePhoto: (width: number, height: number): Problem => ({
    code: "photo-too-many-pixels",
    message: `This picture says it is ${width} by ${height} pixels: more than is read here.`,
    action: "Send it smaller, or as a plain JPEG of 100 megapixels at most, no side over 20,000 pixels.",
  }),
  heicPhoto: (): Problem => ({
    code: "heic-photo",
    message: "This picture is in HEIC, which cannot be read here.",
    action: "Set the phone's camera to the most compatible format (JPEG), or send the photo on as JPEG.",
  }),
  swollen: (): Problem => ({
    code: "battery-swollen",
    message: "The battery of this machine is swollen: it must not be under load.",
    action: "Deal with the battery first, by local rules; then answer its step at intake again.",
  }),
  noLot: (): Problem => ({
    code: "lot-not-found",
    message: "There is no such lot on the shelf.",
    action: "Choose another.",
  }),
  lotExpired: (name: string): Problem => ({
    code: "lot-expired",
    message: `${name} is past its date.`,
    action: "Take another lot, or archive this one.",
  }),
  lotShort: (name: string, left: string): Problem => ({
    code: "lot-short",
    message: `Of ${name} only ${left} is left.`,
    action: "Take another lot, or put a new one on the shelf.",
  }),
  noBooking: (): Problem => ({
    code: "booking-not-found",
    message: "That was given back already.",
    action: "Load the page again.",
  }),
  cutAlready: (): Problem => ({
    code: "cut-already",
    message: "The pads of this job are cut already.",
    action: "Take that cutting back first.",
  }),
  sheetTaken: (): Problem => ({
    code: "sheet-taken",
    message: "A sheet of this plan was cut up meanwhile.",
    action: "Load the page again and cut by the plan it shows then.",
  }),
  nothingFits: (): Problem => ({
    code: "nothing-fits",
    message: "No sheet on the shelf takes any of these pads.",
    action: "Put a sheet of that thickness on the shelf.",
  }),
  cutLater: (): Problem => ({
    code: "cut-later",
    message: "An off-cut of it was cut up since.",
    action: "Take the later cutting back first.",
  }),
  runsMoved: (): Problem => ({
    code: "runs-moved",
    message: "The runs of this job kept changing while they were judged.",
    action: "Wait a moment, then open the verdict again.",
  }),
  roomFirst: (): Problem => ({
    code: "runs-missing",
    message: "There is no verdict before both runs are in.",
    action: "Add the missing run.",
  }),
} as const;

const STATUS: Record<string, number> = {
  "job-not-found": 404,
  "machine-not-found": 404,
  "run-not-found": 404,
  "try-not-found": 404,
  "case-not-found": 404,
  "practice-moved": 409,
  "practice-named": 409,
  "other-learner": 403,
  "layout-not-found": 404,
  "photo-not-found": 404,
  "photo-too-large": 413,
  "photo-too-many-pixels": 413,
  "layout-kept": 409,
  "variant-taken": 409,
  "tag-taken": 409,
  "job-closed": 409,
  "same-log": 409,
  "swapped-logs": 409,
  "battery-swollen": 409,
  "lot-not-found": 404,
  "booking-not-found": 404,
  "lot-expired": 409,
  "lot-short": 409,
  "cut-already": 409,
  "cut-later": 409,
  "sheet-taken": 409,
  "runs-moved": 409,
  "name-says-other": 409,
  "log-too-large": 413,
  "bad-token": 401,
  "run-ended": 409,
  "run-going": 409,
  "not-now": 409,
  "too-fast": 429,
  "too-many-samples": 413,
};

export const statusOf = (p: Problem): number => STATUS[p.code] ?? 422;
