export { checked, plainFrom, readFile, twiceIn, type FileForm, type Misfit } from "./read";
export { layoutCheck, padsCheck, tightenCheck } from "./compiled";
