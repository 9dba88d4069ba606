/** The drawing's named colours written out, for files that leave the app. They are those of the light theme. */
export const drawingColours: Readonly<Record<string, string>> = {
  sheet: "#FBFCFB", ink: "#16211F", "ink-2": "#47544F", "caution-wash": "#FBF1D5", "caution-ink": "#5B4300", stop: "#B3261E", "on-al": "#16211F", "d-ink": "#22302D",
  "d-case": "#DCE2E0", "d-well": "#CDD5D2", "d-board": "#BFCCC3", "d-smd": "#9DADA3", "d-smd2": "#8A9A91", "d-ic": "#55625D", "d-plas": "#A9B3B0", "d-ram": "#A9BBAF",
  "d-al1": "#EEF2F1", "d-al2": "#BDC7C4", "d-al3": "#8E9A97", "d-fan": "#B4BEBB", "d-lip": "#D3DAD8", "d-we1": "#222C2A", "d-we2": "#3B4744", "d-blade": "#C9D2CF",
  cu0: "#5E2B10", cu1: "#93481D", cu2: "#B4622F", cu3: "#CE8450", cu4: "#E6AE80", cu5: "#F4D2B0", "d-ba1": "#BFC7C6", "d-ba2": "#A3ADAB",
  "d-batf": "#8B9694", "d-pkg": "#5F7268", "d-die": "#AEB7BC", "d-pad": "#B9C3D6", "d-padl": "#6F7F9C", "d-shadow": "#0f1a1722", "d-lab": "#FFFFFF",
};

/** The same for the dark theme; for small pictures inside the app. */
export const darkDrawingColours: Readonly<Record<string, string>> = {
  ...drawingColours,
  sheet: "#182020", ink: "#EAF0ED", "ink-2": "#B5C1BC", "caution-wash": "#332A12", "caution-ink": "#F3D27C", stop: "#C2362B", "d-ink": "#0A0F0E", "d-case": "#3A4543",
  "d-well": "#2B3533", "d-board": "#35463D", "d-smd": "#51655A", "d-smd2": "#62766B", "d-ic": "#161D1B", "d-plas": "#4B5654", "d-ram": "#3E5247", "d-al1": "#B9C4C1",
  "d-al2": "#83908D", "d-al3": "#596562", "d-fan": "#5C6866", "d-lip": "#788582", "d-we1": "#0B100F", "d-we2": "#18201F", "d-blade": "#8B9895", "d-ba1": "#4E5957",
  "d-ba2": "#3E4846", "d-batf": "#2F3937", "d-pkg": "#2C3A33", "d-die": "#7C878C", "d-pad": "#7C89A3", "d-padl": "#B7C3DA", "d-shadow": "#00000066", "d-lab": "#232E2C",
};
