import { benchDrag } from "./drag";
import { benchJudge } from "./judge";
import { benchRead } from "./read";
import { benchSqueeze } from "./squeeze";

const [what, ...args] = process.argv.slice(2);
if (what === "judge") benchJudge(args);
else if (what === "read") benchRead(args);
else if (what === "squeeze") await benchSqueeze();
else if (what === "drag") await benchDrag(args);
else {
  console.error(
    "usage: npm run bench -- judge [pairs per kind] [kind] [-v]\n       npm run bench -- read [rows]\n       npm " +
      "run bench -- drag [parts]\n       npm run bench -- squeeze",
  );
  process.exitCode = 2;
}
