import { expose } from "comlink";
import { CoreLoad } from "./loadSession";

const load = new CoreLoad(
  () => performance.now(),
  (again, ms) => setTimeout(again, ms),
);
expose({ work: (share: number) => load.work(share), count: () => load.count() });
