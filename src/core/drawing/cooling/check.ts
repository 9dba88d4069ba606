/** Something in the drawing that wants a look, with the parts it concerns. */
export interface MapCheck {
  code: CheckCode;
  message: string;
  parts: string[];
}

export type CheckCode =
  | "no-path-to-air"
  | "no-pad"
  | "pipe-ends-in-nothing"
  | "pipe-takes-nothing"
  | "blower-without-fins"
  | "fins-without-blower"
  | "stamp-twice"
  | "stamp-missing"
  | "screws-not-around"
  | "pads-unlike"
  | "pipe-over-capacity"
  | "cable-unrouted"
  | "battery-swollen"
  | "nothing-drawn"
  | "off-base"
  | "tag-twice"
  | "pad-over-nothing"
  | "pad-under-nothing"
  | "pad-hangs-over"
  | "inlet-covered"
  | "chamber-through-blower"
  | "two-blowers"
  | "outlet-against-blower"
  | "outlet-inside"
  | "no-gasket"
  | "cable-over-fins"
  | "two-plates"
  | "pipe-kinked"
  | "screw-lengths";
