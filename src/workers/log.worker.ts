import { expose } from "comlink";
import { LogSession } from "./logSession";

expose(new LogSession());
