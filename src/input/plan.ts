import "reflect-metadata";
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
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
import { ROLE, DECLARED_UNITS, type ReadingPlan, type Role, type Unit } from "../core/measure/log";
import { Inner } from "./shapes";

const unreadable = { message: "The log's reading plan is not one of ours. Load the page again." };
const column = { message: "A column cannot be that. Choose from the list." };

/** What was told of one column. */
class DeclaredInput {
  @Matches(ROLE, column)
  role!: Role;

  @IsOptional()
  @IsIn(DECLARED_UNITS, { message: "A column cannot be written in that unit." })
  unit?: Unit;
}

class PlannedColumnInput {
  @IsString(unreadable)
  @MaxLength(2_000, { message: "A heading is too long." })
  heading!: string;

  @Matches(ROLE, column)
  role!: Role;

  @IsString(unreadable)
  @MaxLength(40, unreadable)
  written!: string;

  @IsOptional()
  @Inner(() => DeclaredInput)
  told: DeclaredInput | null = null;
}

class PlannedTimeInput {
  @IsIn(["number", "clock", "iso"], unreadable)
  kind!: "number" | "clock" | "iso";

  @IsNumber({ allowNaN: false, allowInfinity: false }, unreadable)
  @Min(0, unreadable)
  @Max(86_400, unreadable)
  scale!: number;

  @IsBoolean(unreadable)
  newestFirst!: boolean;
}

/** How a log was read: columns, units, time, and what was told of them. */
export class PlanInput implements ReadingPlan {
  @IsIn([1], unreadable)
  version!: 1;

  @IsString(unreadable)
  @MaxLength(40, unreadable)
  header!: string;

  @IsString(unreadable)
  @MaxLength(20, unreadable)
  encoding!: string;

  @IsString(unreadable)
  @MaxLength(2, unreadable)
  separator!: string;

  @IsBoolean(unreadable)
  decimalComma!: boolean;

  @IsInt(unreadable)
  @Min(1, unreadable)
  headerLine!: number;

  @IsDefined(unreadable)
  @Inner(() => PlannedTimeInput)
  time!: PlannedTimeInput;

  @IsArray(unreadable)
  @ArrayMaxSize(2_000, { message: "The log has too many columns." })
  @Inner(() => PlannedColumnInput, { each: true })
  columns!: PlannedColumnInput[];
}
