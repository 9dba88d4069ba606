import type { Role } from "@/core/measure/log";

/** Names of what a column can be, in the words of the bench. */
export const ROLE_WORDS: readonly { group: string; roles: readonly [Role, string][] }[] = [
  { group: "Time", roles: [["time", "Time"]] },
  {
    group: "Processor",
    roles: [
      ["cpu.temperature", "Processor temperature"],
      ["cpu.power", "Processor power"],
      ["cpu.load", "Processor load"],
      ["cpu.clock", "Processor clock"],
      ["cpu.work", "Processor, work a second"],
    ],
  },
  {
    group: "Graphics chip",
    roles: [
      ["gpu.temperature", "Graphics temperature"],
      ["gpu.power", "Graphics power"],
      ["gpu.load", "Graphics load"],
      ["gpu.clock", "Graphics clock"],
      ["gpu.work", "Graphics, work a second"],
    ],
  },
  {
    group: "Air",
    roles: [
      ["fan1.speed", "Blower 1 speed"],
      ["fan2.speed", "Blower 2 speed"],
      ["fan3.speed", "Blower 3 speed"],
      ["fan1.duty", "Blower 1, % of full"],
      ["room.temperature", "Room"],
      ["case.temperature", "Case air"],
    ],
  },
  {
    group: "Else",
    roles: [
      ["drive.temperature", "Drive"],
      ["memory.temperature", "Memory"],
      ["base.temperature", "Base, outside"],
      ["battery.power", "Into the battery"],
      ["battery.charge", "Battery charge"],
      ["none", "Left out"],
    ],
  },
];

export function roleName(role: Role): string {
  for (const g of ROLE_WORDS) for (const [r, name] of g.roles) if (r === role) return name;
  const core = /^cpu\.core(\d+)\.temperature$/.exec(role);
  if (core) return `Core ${core[1]} temperature`;
  const fan = /^fan(\d+)\.(speed|duty)$/.exec(role);
  if (fan) return `Blower ${fan[1]}${fan[2] === "duty" ? ", % of full" : " speed"}`;
  return role === "date" ? "Date" : role;
}

/** Colour of the lead by what flows in it: temperatures copper, power blue, fans grey, time pale. */
export function wireColour(role: Role): string {
  if (role === "time" || role === "date") return "var(--d-al2)";
  if (role.endsWith("temperature")) return "var(--copper-fill)";
  if (role.endsWith("power")) return "var(--air)";
  return "var(--room)";
}
