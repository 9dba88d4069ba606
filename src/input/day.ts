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
import { DAY_STAGES } from "../core/workshop/day";
import { Inner, IsDay } from "./shapes";
import { decimal, trimmed } from "./transforms";

const time = { message: "Give a time of the day, as 12:30." };
const rigs = { message: "Give how many load runs can go at once, between 1 and 20." };
const weight = { message: "Give a weight between 0 and 10." };
/** A minute of the day. */
const Minute = (): PropertyDecorator => (target, key) => {
  IsInt(time)(target, key);
  Min(0, time)(target, key);
  Max(1_440, time)(target, key);
};

const waits = { message: "Give how long it waits, in whole minutes up to a day." };
/** Minutes in which nobody is needed. */
const Wait = (): PropertyDecorator => (target, key) => {
  Transform(decimal)(target, key);
  IsInt(waits)(target, key);
  Min(0, waits)(target, key);
  Max(1_440, waits)(target, key);
};

export class DayBreakInput {
  @Transform(trimmed)
  @IsString({ message: "Name the break." })
  @MaxLength(30, { message: "Keep the name under 30 characters." })
  name: string = "";

  @Minute() fromMin!: number;
  @Minute() toMin!: number;
}

/** How the workshop's days go. */
export class DayFormInput {
  @Minute() fromMin!: number;
  @Minute() homeMin!: number;

  @Transform(decimal)
  @IsInt(rigs)
  @Min(1, rigs)
  @Max(20, rigs)
  rigs!: number;

  @IsArray({ message: "Give the breaks as a list." })
  @ArrayMaxSize(10, { message: "Ten breaks at most." })
  @Inner(() => DayBreakInput, { each: true })
  breaks: DayBreakInput[] = [];
}

export class DayPromiseInput {
  @IsInt({ message: "Say of which job." })
  @Min(1, { message: "Say of which job." })
  jobId!: number;

  @IsOptional()
  @Minute()
  dueMin: number | null = null;

  @Transform(decimal)
  @IsNumber({ allowNaN: false, allowInfinity: false }, weight)
  @Min(0, weight)
  @Max(10, weight)
  weight: number = 1;

  @IsBoolean({ message: "Say whether it is done today." })
  today: boolean = true;

  @Wait() dischargeMin: number = 0;
  @Wait() dryMin: number = 0;
}

export class DayPieceInput {
  @Matches(/^\d{1,9}$/, { message: "Name the job of every piece." })
  job!: string;

  @IsIn(DAY_STAGES, { message: "There is no such stage." })
  task!: string;
}

/** What is kept of today: promises, and the order that was taken. */
export class SaveDayInput {
  @IsDay({ message: "Say which day." })
  date!: string;

  @IsArray({ message: "Give the promises as a list." })
  @ArrayMaxSize(200, { message: "Two hundred jobs at most." })
  @Inner(() => DayPromiseInput, { each: true })
  promises: DayPromiseInput[] = [];

  @IsOptional()
  @IsArray({ message: "Give the order as a list." })
  @ArrayMaxSize(2_000, { message: "Two thousand pieces at most." })
  @Inner(() => DayPieceInput, { each: true })
  order: DayPieceInput[] | null = null;
}
