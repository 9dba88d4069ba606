import { demoCommand } from "./demo";
import { judgeCommand } from "./judge";
import { mapCommand } from "./map";
import { padsCommand } from "./pads";
import { readCommand } from "./read";
import { tightenCommand } from "./tighten";
import { Unusable } from "./unusable";

const COMMANDS: Record<string, { run: (args: string[]) => Promise<void> | void; usage: string }> = {
  judge: {
    run: judgeCommand,
    usage: "judge --before B.csv --after A.csv [--room-before C] [--room-after C] [--limit C] [--json]",
  },
  read: { run: readCommand, usage: "read FILE [--json]" },
  map: { run: mapCommand, usage: "map FILE [--json]" },
  tighten: { run: tightenCommand, usage: "tighten FILE [--json]" },
  pads: { run: padsCommand, usage: "pads FILE [--json]" },
  demo: { run: demoCommand, usage: "demo [--files DIR]" },
};

async function main(): Promise<void> {
  const [name, ...args] = process.argv.slice(2);
  const command = COMMANDS[name ?? ""];
  if (!command)
    throw new Unusable(
      `usage:\n${Object.values(COMMANDS)
        .map((c) => `  ovrant ${c.usage}`)
        .join("\n")}`,
    );
  await command.run(args);
}

main().catch((e: unknown) => {
  process.stderr.write(`${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 2;
});
