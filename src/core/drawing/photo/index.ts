export { aspectOf, homography, isConvex, mapped, type Corners, type Homography, type Point } from "./homography";
export { square, warp, type Pixels, type Squared, type Squaring } from "./squaring";
export { pictureKind, type PictureKind } from "./kind";
