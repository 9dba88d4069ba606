export { machineList, MOST_MACHINES, type MachineColumn, type MachineLine, type MachineList } from "./machineList";
