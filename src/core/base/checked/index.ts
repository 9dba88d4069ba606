export { checked, plainFrom, readFile, twiceIn, type FileForm, type Misfit } from "./read";
export { dayCheck, jobCheck, layoutCheck, padsCheck, signOffsCheck, tightenCheck } from "./compiled";
