import "reflect-metadata";
import { Transform } from "class-transformer";
import { ArrayMaxSize, IsArray, IsIn, IsString, Matches, MaxLength } from "class-validator";
import { CURRENCIES, type Currency, type Workshop } from "../core/job";
import { trimmed } from "./transforms";

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
}
