/** What somebody at the bench is. */
export const ROLES = ["technician", "learner", "desk"] as const;
export type Role = (typeof ROLES)[number];

/** What may be done: look at everything; work steps, runs and practice; close and sign jobs; set the workshop up. */
export type Right = "look" | "work" | "close" | "manage";

const RIGHTS: Readonly<Record<Role, readonly Right[]>> = {
  technician: ["look", "work", "close", "manage"],
  learner: ["look", "work"],
  desk: ["look"],
};

/** Whether a role may do something. */
export const may = (role: Role, right: Right): boolean => RIGHTS[role].includes(right);

export const ROLE_WORDS: Readonly<Record<Role, { name: string; many: string; may: string }>> = {
  technician: { name: "technician", many: "Technicians", may: "All steps, verdicts, dates, workshop ways" },
  learner: { name: "learner", many: "Learners", may: "Steps and practice bench; a technician closes the job" },
  desk: { name: "front desk", many: "Front desk", may: "Looks at everything, changes nothing" },
};
