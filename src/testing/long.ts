/** Whether the long proofs are run as well: `npm run test:long`, before an issue is closed; not with every change. */
export const LONG = process.env.LONG === "1";

/** So many cases with every change, and so many in the long proofs. */
export const many = (usual: number, long: number): number => (LONG ? long : usual);
