import { isRole, unitFromText, type ColumnChoices, type Role, type DeclaredColumn } from "../core/measure/log";
import { Unusable } from "./unusable";

/** What `--column "Heading=cpu.power:W"` tells, as often as it is given: a quantity by heading, with its unit. */
export function declaredColumns(given: readonly string[] = []): ColumnChoices {
  const choices: Record<string, DeclaredColumn> = {};
  for (const text of given) {
    const at = text.lastIndexOf("=");
    const heading = text.slice(0, at).trim();
    const [role = "", unitText] = text.slice(at + 1).split(":");
    if (at < 1 || !isRole(role.trim()))
      throw new Unusable(
        `--column "${text}": Give it as "Heading=quantity" or "Heading=quantity:unit", ` +
          'such as "Pkg=cpu.power:mW". ' +
          "Quantities: cpu.temperature, cpu.core0.temperature, cpu.power, cpu.load, cpu.clock, the same of gpu, " +
          "room.temperature, drive.temperature, case.temperature, fan1.speed, fan1.duty, time, none.",
      );
    const told = role.trim() as Role;
    if (unitText === undefined) {
      choices[heading] = { role: told };
      continue;
    }
    const unit = unitFromText(unitText);
    if (unit === "" || unit === "other")
      throw new Unusable(`--column "${text}": "${unitText}" is no unit. Use °C, °F, W, mW, %, rpm, krpm, MHz or GHz.`);
    choices[heading] = { role: told, unit };
  }
  return choices;
}
