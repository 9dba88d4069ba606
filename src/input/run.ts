import "reflect-metadata";
import { Transform } from "class-transformer";
import { IsDefined, IsIn, IsInt, IsNumber, IsOptional, IsString, Matches, Max, MaxLength, Min } from "class-validator";
import { PlanInput } from "./plan";
import { choice, decimal, trimmed } from "./transforms";
import { Inner } from "./shapes";

const degrees = {
  low: "A room temperature lies between −10 and 50 °C.",
  form: "Give the room temperature in °C, such as 22.5, or leave it empty.",
};

/** How a load run was done. Empty fields are unknown. */
export class ConditionsInput {
  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: degrees.form })
  @Min(-10, { message: degrees.low })
  @Max(50, { message: degrees.low })
  roomStartC: number | null = null;

  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: degrees.form })
  @Min(-10, { message: degrees.low })
  @Max(50, { message: degrees.low })
  roomEndC: number | null = null;

  /** Which of the workshop's thermometers showed the room. */
  @Transform(trimmed)
  @IsString()
  @MaxLength(40, { message: "Keep it under 40 characters." })
  thermometer: string = "";

  /** By how much it shows too much, K. */
  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give by how much the thermometer reads high in K." })
  @Min(-10, { message: "A thermometer is off by 10 K at most." })
  @Max(10, { message: "A thermometer is off by 10 K at most." })
  thermometerHighK: number | null = null;

  @Transform(choice)
  @IsOptional()
  @IsIn(["mains", "battery"], { message: "Choose mains or battery." })
  supply: "mains" | "battery" | null = null;

  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the adapter's rating in W." })
  @Min(5, { message: "An adapter gives between 5 and 500 W." })
  @Max(500, { message: "An adapter gives between 5 and 500 W." })
  adapterW: number | null = null;

  @Transform(choice)
  @IsOptional()
  @IsIn(["charging", "full"], { message: "Choose charging or full." })
  charging: "charging" | "full" | null = null;

  @Transform(trimmed)
  @IsString()
  @MaxLength(60, { message: "Keep it under 60 characters." })
  powerMode: string = "";

  @Transform(trimmed)
  @IsString()
  @MaxLength(60, { message: "Keep it under 60 characters." })
  graphicsMode: string = "";

  @Transform(trimmed)
  @IsString()
  @MaxLength(60, { message: "Keep it under 60 characters." })
  surface: string = "";

  @Transform(choice)
  @IsOptional()
  @IsIn(["open", "closed"], { message: "Choose open or closed." })
  lid: "open" | "closed" | null = null;

  @Transform(trimmed)
  @IsString()
  @MaxLength(120, { message: "Keep it under 120 characters." })
  recipe: string = "";

  @Transform(trimmed)
  @IsString()
  @MaxLength(60, { message: "Keep it under 60 characters." })
  fanPolicy: string = "";

  /** Air at the outlets late in the load, °C by the tag of their fin stack. */
  @Transform(trimmed)
  @Matches(/^([A-Za-z0-9 ]{1,8}=-?\d{1,3}(\.\d{1,2})?(;|$)){0,8}$/, {
    message: "Give the air at each outlet in °C, such as 43.5, or leave it empty.",
  })
  exhaust: string = "";
}

/** Where the load starts and ends, s of the run. */
export class PhasesInput {
  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: "Give the start of the load in s." })
  @Min(0, { message: "The load cannot start before the log." })
  loadOnS!: number;

  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: "Give the end of the load in s." })
  @Min(0, { message: "The load cannot end before the log." })
  loadOffS!: number;
}

/** The first line of an upload: what the file behind it is. */
export class RunUploadInput {
  @IsInt({ message: "Say which job the log belongs to." })
  jobId!: number;

  @IsIn(["before", "after"], { message: "Say whether it is the run before or the run after." })
  kind!: "before" | "after";

  @Transform(trimmed)
  @IsString()
  @MaxLength(200, { message: "Keep the file name under 200 characters." })
  name!: string;

  /** Size of the file in bytes as the sender knows it: a file that arrives shorter is not stored. */
  @IsInt({ message: "Give the size of the file." })
  @Min(0)
  bytes!: number;

  /** How the page read the file, with what the technician said of it. */
  @Inner(() => PlanInput)
  @IsDefined({ message: "Say how the log was read." })
  plan!: PlanInput;

  @IsOptional()
  @Inner(() => PhasesInput)
  phases: PhasesInput | null = null;

  @Inner(() => ConditionsInput)
  conditions!: ConditionsInput;

  /** The technician saw that the log seems to belong elsewhere, and takes it all the same. */
  @IsOptional()
  @IsIn([true, false])
  anyway: boolean = false;
}

/** A change of phases or conditions of a stored run. */
export class RunChangeInput {
  @IsOptional()
  @Inner(() => PhasesInput)
  phases?: PhasesInput;

  @IsOptional()
  @Inner(() => ConditionsInput)
  conditions?: ConditionsInput;
}
