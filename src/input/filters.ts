import "reflect-metadata";
import { Transform } from "class-transformer";
import { ArrayMaxSize, IsArray, IsIn, IsString, MaxLength, MinLength } from "class-validator";
import { RACK_WAYS, type RackWay } from "../core/workshop/job";
import { Inner } from "./shapes";
import { trimmed } from "./transforms";

/** A way of seeing the rack that is kept. */
export class FilterInput {
  @Transform(trimmed)
  @IsString({ message: "Give the words that are looked for." })
  @MinLength(1, { message: "Give the words that are looked for." })
  @MaxLength(60, { message: "Keep the words under 60 characters." })
  word!: string;

  @IsIn(RACK_WAYS, { message: "Choose how the shelves are sorted." })
  way!: RackWay;
}

/** All of them. */
export class FiltersInput {
  @IsArray({ message: "Give filters as a list." })
  @ArrayMaxSize(30, { message: "Thirty filters at most: take one from the list first." })
  @Inner(() => FilterInput, { each: true })
  filters: FilterInput[] = [];
}
