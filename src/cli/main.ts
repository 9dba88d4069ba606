import { Unusable } from "./unusable";

interface Command {
  /** Loads the command and runs it: only what is asked for is read in. */
  run: (args: string[]) => Promise<void>;
  usage: string;
}

const COMMANDS: Record<string, Command> = {
  judge: {
    run: async (args) => (await import("./judge")).judgeCommand(args),
    usage:
      "judge --before B.csv --after A.csv [--room-before C] [--room-after C] [--limit C] " +
      "[--column H=Q:U]… [--json]",
  },
  read: {
    run: async (args) => (await import("./read")).readCommand(args),
    usage: "read FILE [--column H=Q:U]… [--json]",
  },
  map: { run: async (args) => (await import("./map")).mapCommand(args), usage: "map FILE [--json]" },
  tighten: { run: async (args) => (await import("./tighten")).tightenCommand(args), usage: "tighten FILE [--json]" },
  pads: { run: async (args) => (await import("./pads")).padsCommand(args), usage: "pads FILE [--json]" },
  plan: { run: async (args) => (await import("./plan")).planCommand(args), usage: "plan FILE [--json]" },
  rig: {
    run: async (args) => (await import("./rig")).rigCommand(args),
    usage: "rig --to URL --run ID --token T [--fault dust=0.6,paste=2] [--speed 60]  |  rig --out FILE [--fault …]",
  },
  report: {
    run: async (args) => (await import("./records")).reportCommand(args),
    usage: "report --job ID OUT.pdf",
  },
  export: {
    run: async (args) => (await import("./records")).exportCommand(args),
    usage: "export --job ID OUT.zip",
  },
  import: { run: async (args) => (await import("./records")).importCommand(args), usage: "import FILE.zip [--json]" },
  verify: { run: async (args) => (await import("./records")).verifyCommand(args), usage: "verify FILE" },
  backup: { run: async (args) => (await import("./backup")).backupCommand(args), usage: "backup FILE" },
  restore: {
    run: async (args) => (await import("./backup")).restoreCommand(args),
    usage: "restore FILE [--dry-run] [--replace] [--broken]",
  },
  pieces: {
    run: async (args) => (await import("./pieces")).piecesCommand(args),
    usage: "pieces [--backups DIR] [--slowly] [--json]",
  },
  summaries: {
    run: async (args) => (await import("./summaries")).summariesCommand(args),
    usage: "summaries [--serve]",
  },
  demo: { run: async (args) => (await import("./demo")).demoCommand(args), usage: "demo [--files DIR]" },
};

const usage = (): string =>
  `usage:\n${Object.values(COMMANDS)
    .map((c) => `  ovrant ${c.usage}`)
    .join("\n")}`;

async function main(): Promise<void> {
  const [name = "", ...args] = process.argv.slice(2);
  if (name === "--help" || name === "help") {
    process.stdout.write(`${usage()}\n`);
    return;
  }
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) throw new Unusable(usage());
  await command.run(args);
}

main().catch((e: unknown) => {
  process.stderr.write(`${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 2;
});
