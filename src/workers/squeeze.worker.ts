import { expose } from "comlink";
import { SqueezeSession } from "./squeezeSession";

expose(new SqueezeSession());
