import "reflect-metadata";
import { Transform } from "class-transformer";
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsNumber,
  IsString,
  IsTimeZone,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateIf,
} from "class-validator";
import { CURRENCIES, THRESHOLDS_K, type Currency, type Thermometer, type Workshop } from "../core/workshop/job";
import { LANGUAGES, UNITS, type Language, type Unit } from "../core/base/words";
import { Inner } from "./shapes";
import { decimal, trimmed } from "./transforms";

const offset = "Give by how much it reads high in K, between −10 and 10: 0 where it reads true.";

const zoneMessage = "Give a time zone by its name, such as Europe/Vienna, or leave it empty.";

const threshold = `Give a threshold between ${THRESHOLDS_K.least} and ${THRESHOLDS_K.most} K.`;

/** A thermometer the room is read by. */
export class ThermometerInput implements Thermometer {
  @Transform(trimmed)
  @IsString({ message: "Give the thermometer a name." })
  @MinLength(1, { message: "Give the thermometer a name." })
  @MaxLength(40, { message: "Keep the name under 40 characters." })
  name!: string;

  @Transform(decimal)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: offset })
  @Min(-10, { message: offset })
  @Max(10, { message: offset })
  highK!: number;
}

/** What a workshop says of itself. */
export class WorkshopInput implements Workshop {
  @Transform(trimmed)
  @IsString({ message: "Give the workshop's name, or leave it empty." })
  @MaxLength(60, { message: "Keep the name under 60 characters." })
  name: string = "";

  @IsIn(CURRENCIES, { message: "Choose one of the currencies." })
  currency!: Currency;

  @IsArray({ message: "Give initials as a list." })
  @ArrayMaxSize(40, { message: "Forty people at most." })
  @Matches(/^[\p{L}\d]{1,8}$/u, { each: true, message: "Initials are one to eight letters each." })
  people: string[] = [];

  @IsArray({ message: "Give thermometers as a list." })
  @ArrayMaxSize(20, { message: "Twenty thermometers at most." })
  @Inner(() => ThermometerInput, { each: true })
  thermometers: ThermometerInput[] = [];

  @IsIn(LANGUAGES, { message: "Choose the language of reports: en, de or fr." })
  language: Language = "en";

  @IsIn(UNITS, { message: "Choose the unit of reports: C or F." })
  unit: Unit = "C";

  @Transform(trimmed)
  @IsString({ message: zoneMessage })
  @MaxLength(60, { message: zoneMessage })
  @ValidateIf((w: WorkshopInput) => w.zone !== "")
  @IsTimeZone({ message: zoneMessage })
  zone: string = "";

  @Transform(decimal)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: threshold })
  @Min(THRESHOLDS_K.least, { message: threshold })
  @Max(THRESHOLDS_K.most, { message: threshold })
  thresholdK: number = THRESHOLDS_K.usual;
}
