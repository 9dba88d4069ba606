/** A stored drawing by its revision; small enough to be a picture, kept by the browser. */
export interface SmallDrawing {
  revisionId: number;
  version: number;
  widthMm: number;
  depthMm: number;
}

/** Room round the base in the picture, mm. */
const EDGE_MM = 8;

interface DrawnProps extends SmallDrawing {
  pxPerMm: number;
  /** Gives way where there is less room. */
  fluid?: boolean;
}

/** The opened underside as a picture to scale, in the colours of the theme. */
export function DrawnOnBench({ revisionId, version, widthMm, depthMm, pxPerMm, fluid = false }: DrawnProps) {
  const picture = (theme: "light" | "dark", className: string) => (
    <img
      alt=""
      loading="lazy"
      src={`/api/layouts/${revisionId}/file?form=svg&theme=${theme}&v=${version}`}
      width={(widthMm + 2 * EDGE_MM) * pxPerMm}
      height={(depthMm + 2 * EDGE_MM) * pxPerMm}
      className={`${fluid ? "h-auto max-w-full" : "max-w-none"} ${className}`}
      style={fluid ? {} : { margin: `0 ${-2 * pxPerMm}px ${-2 * pxPerMm}px` }}
    />
  );
  return (
    <>
      {picture("light", "dark:hidden")}
      {picture("dark", "hidden dark:block")}
    </>
  );
}
