import { expose } from "comlink";
import { cuttingPlan } from "../core/pads";

expose({ plan: cuttingPlan });
