export { memoOf, type Kept } from "./kept";
export { fitLadder, readingsOf, type JointFit, type RunName } from "./fit";
export { addedBy, heightsOf, type AtPoint, type ChipHeights, type Height } from "./heights";
export { type LadderGiven } from "./parameters";
export { gapRows, noTrack, trackOf, type FanScale, type Track } from "./track";
