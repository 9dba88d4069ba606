import "reflect-metadata";
import { Transform } from "class-transformer";
import {
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
} from "class-validator";
import { FORMS } from "../core/workshop/job";
import { ENVIRONMENTS, USES } from "../core/workshop/upkeep";
import { choice, decimal, trimmed } from "./transforms";
import { IsDay } from "./shapes";

/** What is known of a machine. */
export class MachineInput {
  @Transform(trimmed)
  @IsString()
  @Matches(/^[A-Za-z0-9][A-Za-z0-9 ._-]{0,23}$/, { message: "Give a tag of up to 24 letters, digits, dots or dashes." })
  tag!: string;

  @Transform(trimmed)
  @IsString()
  @MinLength(1, { message: "Say which model it is." })
  @MaxLength(60, { message: "Keep the model under 60 characters." })
  model!: string;

  @Transform(trimmed)
  @IsString()
  @MaxLength(60, { message: "Keep the variant under 60 characters." })
  variant: string = "";

  @Transform(trimmed)
  @IsString()
  @MaxLength(80, { message: "Keep the place under 80 characters." })
  place: string = "";

  @IsIn(ENVIRONMENTS, { message: "Choose where it lives: office, home, dusty, lint, sawdust or haze." })
  environment: string = "office";

  @IsIn(FORMS, { message: "Choose the size of the base: thirteen, fourteen, fifteen or seventeen." })
  form: string = "fifteen";

  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the throttle limit in °C, or leave it empty." })
  @Min(50, { message: "A throttle limit lies between 50 and 115 °C." })
  @Max(115, { message: "A throttle limit lies between 50 and 115 °C." })
  limitC: number | null = null;

  @IsIn(USES, { message: "Choose how hard it is used: light, daily, long, or leave it empty." })
  used: string = "";

  @Transform(choice)
  @IsOptional()
  @Matches(/^20\d{2}-(0[1-9]|1[0-2])$/, { message: "Give the month it was bought as year and month, such as 2031-03." })
  bought: string | null = null;
}

/** A machine and the job it comes in with. */
export class IntakeInput extends MachineInput {
  @Transform(trimmed)
  @IsString()
  @MinLength(1, { message: "Say what the machine is in for." })
  @MaxLength(500, { message: "Keep the complaint under 500 characters." })
  complaint!: string;
}

/** A further job for a machine that is known. */
export class JobInput {
  @Transform(trimmed)
  @IsString()
  @MinLength(1, { message: "Say what the machine is in for." })
  @MaxLength(500, { message: "Keep the complaint under 500 characters." })
  complaint!: string;

  /** It came back: this job is linked to the last one that was closed. */
  @IsBoolean({ message: "Say whether it came back." })
  comesBack: boolean = false;
}

/** What a job waits for where hands cannot go on. */
export class WaitsInput {
  @IsIn(["part", "word"], { message: "Say whether it waits for a part or for the owner's word." })
  for!: "part" | "word";

  @Transform(trimmed)
  @IsString()
  @MinLength(1, { message: "Say what it waits for." })
  @MaxLength(120, { message: "Keep it under 120 characters." })
  what!: string;

  @IsOptional()
  @IsDay()
  until: string | null = null;

  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the price limit as a number, or leave it empty." })
  @Min(0, { message: "A price limit is not below nothing." })
  @Max(1e6, { message: "Keep the price limit under a million." })
  limit: number | null = null;
}

/** The next due date of a machine; empty takes it away. */
export class DueInput {
  @IsOptional()
  @IsDay()
  dueOn: string | null = null;

  @Transform(trimmed)
  @IsString()
  @MaxLength(200, { message: "Keep the reason under 200 characters." })
  why: string = "";

  /** The day a check run is asked for, some days after new paste. */
  @IsOptional()
  @IsDay()
  checkOn: string | null = null;

  /** Closes the job with it. */
  @IsBoolean({ message: "Say whether the job is closed with it." })
  close: boolean = false;

  @Transform(trimmed)
  @IsString()
  @MaxLength(500, { message: "Keep the note under 500 characters." })
  note: string = "";
}
