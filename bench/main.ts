import { benchJudge } from "./judge";

const [what, ...args] = process.argv.slice(2);
if (what === "judge") benchJudge(args);
else {
  console.error("usage: npm run bench -- judge [pairs per kind] [kind] [-v]");
  process.exitCode = 2;
}
