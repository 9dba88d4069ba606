export { examine, type Examination } from "./examine";
export { noFreedom, type Freedom } from "./freedom";
export { machineWitness } from "./machine";
export { doubtsRooms, openRooms } from "./room";
export type { Scene } from "./witness";
