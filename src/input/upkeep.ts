import "reflect-metadata";
import { Transform } from "class-transformer";
import { IsIn, IsInt, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from "class-validator";
import { type ENVIRONMENTS, type UpkeepRules } from "../core/workshop/upkeep";
import { Inner, IsDay } from "./shapes";
import { decimal, trimmed } from "./transforms";

const ACTS = ["set", "take", "snooze", "done"] as const;

/** What is to become of a machine's next date. */
export class DueActInput {
  @IsIn(ACTS, { message: "Choose what is to become of the date." })
  act!: (typeof ACTS)[number];

  /** The day it is set to, or put off to. */
  @IsOptional()
  @IsDay()
  dueOn: string | null = null;

  @Transform(trimmed)
  @IsString()
  @MaxLength(200, { message: "Keep the reason under 200 characters." })
  why: string = "";
}

const months = "Give whole months between 1 and 60.";
const times = "Give a factor between 0.2 and 3.";

function IsMonths(): PropertyDecorator {
  return (target, key) => {
    IsInt({ message: months })(target, key);
    Min(1, { message: months })(target, key);
    Max(60, { message: months })(target, key);
  };
}

function IsTimes(): PropertyDecorator {
  return (target, key) => {
    Transform(decimal)(target, key);
    IsNumber({ allowNaN: false, allowInfinity: false }, { message: times })(target, key);
    Min(0.2, { message: times })(target, key);
    Max(3, { message: times })(target, key);
  };
}

/** Months by where a machine lives. */
export class MonthsInput implements Record<(typeof ENVIRONMENTS)[number], number> {
  @IsMonths() office!: number;
  @IsMonths() home!: number;
  @IsMonths() dusty!: number;
  @IsMonths() lint!: number;
  @IsMonths() haze!: number;
  @IsMonths() sawdust!: number;
}

/** The workshop's rules for the next service. */
export class RulesInput implements UpkeepRules {
  @Inner(() => MonthsInput)
  months!: MonthsInput;

  @IsTimes() light!: number;
  @IsTimes() long!: number;
  @IsInt({ message: "Give whole years between 1 and 20." })
  @Min(1, { message: "Give whole years between 1 and 20." })
  @Max(20, { message: "Give whole years between 1 and 20." })
  oldYears!: number;
  @IsTimes() old!: number;
  @IsTimes() clogged!: number;
  @IsMonths() leastMonths!: number;
  @IsMonths() mostMonths!: number;
  @IsInt({ message: "Give days between 0 and 120." })
  @Min(0, { message: "Give days between 0 and 120." })
  @Max(120, { message: "Give days between 0 and 120." })
  aheadDays!: number;
}
