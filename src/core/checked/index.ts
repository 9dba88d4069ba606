export { checked, plainFrom, readFile, twiceIn, type FileForm, type Misfit } from "./read";
export { jobCheck, layoutCheck, padsCheck, signOffsCheck, tightenCheck } from "./compiled";
