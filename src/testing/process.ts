import { freshProcess } from "../core/base/processWide";

// each file of tests works in a process that holds nothing of the files before it; threads hold nothing anyway
freshProcess(["pool"]);
