/** Sizes of a base, by the diagonal of its screen in inches. */
export const FORMS = ["thirteen", "fourteen", "fifteen", "seventeen"] as const;
