/** Size of a base by the form of its machine, mm. */
const BASES: Record<string, readonly [number, number]> = {
  thirteen: [300, 212],
  fourteen: [322, 224],
  fifteen: [356, 246],
  seventeen: [398, 272],
};

/** Size of a base of a form, mm; that of fifteen inches for one that is not known. */
export const baseOf = (form: string): readonly [widthMm: number, depthMm: number] => BASES[form] ?? [356, 246];
