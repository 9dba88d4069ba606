import { benchCrash } from "./crash";
import { benchData } from "./data";
import { benchDrag } from "./drag";
import { benchDrift } from "./drift";
import { benchJudge } from "./judge";
import { benchLive } from "./live";
import { benchLoad } from "./load";
import { benchPractice } from "./practice";
import { benchRead } from "./read";
import { benchReadWhole } from "./readWhole";
import { benchCutting } from "./cutting";
import { benchSqueeze } from "./squeeze";

const [what, ...args] = process.argv.slice(2);
if (what === "judge") benchJudge(args);
else if (what === "read") benchRead(args);
else if (what === "read-whole") benchReadWhole(args);
else if (what === "squeeze") await benchSqueeze();
else if (what === "cutting") benchCutting();
else if (what === "drag") await benchDrag(args);
else if (what === "data") await benchData(args);
else if (what === "load") await benchLoad(args);
else if (what === "live") await benchLive(args);
else if (what === "drift") benchDrift(args);
else if (what === "practice") benchPractice(args);
else if (what === "crash") await benchCrash(args);
else {
  console.error(
    [
      "usage: npm run bench -- judge [pairs per kind] [kind] [--family=…] [-v]",
      "       npm run bench -- read [rows]",
      "       npm run bench -- read-whole [rows] [turns]",
      "       npm run bench -- drag [parts]",
      "       npm run bench -- squeeze",
      "       npm run bench -- cutting",
      "       npm run bench -- data [scale] [--anew]",
      "       npm run bench -- load [minutes] [scale]",
      "       npm run bench -- live [seconds]",
      "       npm run bench -- drift [trials]",
      "       npm run bench -- practice [cases a level]",
      "       npm run bench -- crash [kills | restores | power | full | read-only | pair | tablets] [times]",
    ].join("\n"),
  );
  process.exitCode = 2;
}
