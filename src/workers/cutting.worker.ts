import { expose } from "comlink";
import { cuttingPlan } from "../core/handwork/pads";

expose({ plan: cuttingPlan });
