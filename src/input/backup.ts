import "reflect-metadata";
import { Transform } from "class-transformer";
import { IsInt, IsString, Max, MaxLength, Min } from "class-validator";
import type { BackupPlan } from "../core/workshop/keeping";
import { decimal, trimmed } from "./transforms";

const whole = (what: string, from: number, to: number) => `Give ${what} as a whole number between ${from} and ${to}.`;

/** How back-ups are made by themselves. */
export class BackupPlanInput implements BackupPlan {
  @Transform(trimmed)
  @IsString({ message: "Give the folder, or leave it empty." })
  @MaxLength(400, { message: "Keep the path under 400 characters." })
  folder: string = "";

  @Transform(decimal)
  @IsInt({ message: whole("the days", 0, 60) })
  @Min(0, { message: whole("the days", 0, 60) })
  @Max(60, { message: whole("the days", 0, 60) })
  everyDays!: number;

  @Transform(decimal)
  @IsInt({ message: whole("how many are kept", 1, 400) })
  @Min(1, { message: whole("how many are kept", 1, 400) })
  @Max(400, { message: whole("how many are kept", 1, 400) })
  keep!: number;

  @Transform(decimal)
  @IsInt({ message: whole("the months", 0, 120) })
  @Min(0, { message: whole("the months", 0, 120) })
  @Max(120, { message: whole("the months", 0, 120) })
  keepMonths!: number;
}
