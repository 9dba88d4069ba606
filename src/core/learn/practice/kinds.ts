import { orrowby17, tessalyK15, wrenfell14, type RigMachine } from "../../simulate";
import type { ChipId } from "../../measure/thermal";

/** Kinds of machines there are to practise on. */
export const PRACTICE_KINDS = ["tessaly", "wrenfell", "orrowby"] as const;
export type PracticeKind = (typeof PRACTICE_KINDS)[number];

interface Kind {
  /** As the model is called, and the title of its drawing. */
  model: string;
  /** Form of its closed case. */
  form: string;
  rig: RigMachine;
}

const memory = { riseKW: 0.34, lagS: 150 };

/** The machines as they are when good: built of many nodes, with cores that are read one by one. */
const KINDS: Readonly<Record<PracticeKind, Kind>> = {
  tessaly: { model: "Tessaly K15", form: "fifteen", rig: { ...tessalyK15, family: "distributed", memory } },
  wrenfell: { model: "Wrenfell 14", form: "fourteen", rig: { ...wrenfell14, family: "leaky", cores: 6 } },
  orrowby: {
    model: "Orrowby 17",
    form: "seventeen",
    rig: { ...orrowby17, family: "distributed", cores: 8, memory: { ...memory, riseKW: 0.23 } },
  },
};

/** The model's name. */
export const modelOf = (kind: PracticeKind): string => KINDS[kind].model;

/** The form of its closed case. */
export const formOf = (kind: PracticeKind): string => KINDS[kind].form;

/** The rig of a kind in good order. */
export const rigOf = (kind: PracticeKind): RigMachine => KINDS[kind].rig;

/** Its chips. */
export const chipsOf = (kind: PracticeKind): ChipId[] => rigOf(kind).chips.map((c) => c.id);
