import "reflect-metadata";
import { Transform } from "class-transformer";
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from "class-validator";
import {
  LEVELS,
  LOGGED,
  MOST_PRESSES,
  PRACTICE_KINDS,
  type Level,
  type Logged,
  type PracticeKind,
} from "../core/learn/practice";
import { COMPLAINTS, DUST_PARTS, FAULTS, type Complaint, type DustPart, type FaultKind } from "../core/learn/suspects";
import { Inner } from "./shapes";
import { choice, trimmed } from "./transforms";

const initials = { message: "Give your initials: one to eight letters." };
const code = { message: "A code is nine letters and digits, such as 7KD-4QH-M2X." };

/** A machine to practise on: by its code, else drawn of a level. */
export class StartTryInput {
  @Transform(trimmed)
  @Matches(/^[\p{L}\d]{1,8}$/u, initials)
  learner!: string;

  @Transform(choice)
  @IsOptional()
  @IsString(code)
  @MaxLength(20, code)
  code: string | null = null;

  @IsOptional()
  @IsIn(LEVELS, { message: "Choose how hard it is." })
  level: Level = "easy";
}

/** One press at the practice bench, after so many. */
export class PressInput {
  @IsString({ message: "Say what is ordered." })
  @Matches(/^([a-z]{1,12}|read:\d{1,2})$/, { message: "There is no such test or service." })
  press!: string;

  @IsInt({ message: "Say after how many presses." })
  @Min(0)
  @Max(MOST_PRESSES)
  after!: number;
}

/** What is said to be wrong: one fault or two. */
export class NamedInput {
  @IsArray({ message: "Say what is wrong." })
  @ArrayMaxSize(2, { message: "Name one fault or two." })
  @IsIn(FAULTS, { each: true, message: "There is no such fault." })
  named!: FaultKind[];
}

/** A try again from a step on. */
export class AgainInput {
  @IsInt({ message: "Say from which step on." })
  @Min(0)
  @Max(MOST_PRESSES)
  step!: number;
}

class FaultInput {
  @IsIn(FAULTS, { message: "There is no such fault." })
  kind!: FaultKind;

  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: "Say how bad it is." })
  @Min(0)
  @Max(1)
  size!: number;

  @IsIn(["cpu", "gpu"], { message: "Say at which chip." })
  chip!: "cpu" | "gpu";

  @IsIn(DUST_PARTS, { message: "Say where the lint lies." })
  part!: DustPart;
}

/** A case a teacher makes. */
export class TaughtCaseInput {
  @Transform(trimmed)
  @IsString()
  @Matches(/\S/, { message: "Give the case a name." })
  @MaxLength(60, { message: "Keep the name under 60 characters." })
  title!: string;

  @IsIn(PRACTICE_KINDS, { message: "Choose a machine." })
  kind!: PracticeKind;

  @IsIn(LEVELS, { message: "Choose how hard it is." })
  level!: Level;

  @IsArray({ message: "Give the faults as a list." })
  @ArrayMaxSize(2, { message: "Two faults at most." })
  @Inner(() => FaultInput, { each: true })
  faults!: FaultInput[];

  @IsIn(COMPLAINTS, { message: "Choose what the owner says." })
  complaint!: Complaint;

  @Transform(trimmed)
  @IsString({ message: "Write what the owner says." })
  @MaxLength(200, { message: "Keep it under 200 characters." })
  words: string = "";

  @IsBoolean({ message: "Say whether somebody opened it before." })
  opened!: boolean;

  @IsIn(LOGGED, { message: "Choose what is logged." })
  logged!: Logged;

  @IsOptional()
  @Matches(/^[\p{L}\d]{0,8}$/u, { message: "Initials are up to eight letters." })
  who: string = "";
}
