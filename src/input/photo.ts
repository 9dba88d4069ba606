import "reflect-metadata";
import { Transform } from "class-transformer";
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from "class-validator";
import { trimmed } from "./transforms";
import { Inner } from "./shapes";

export const PHASES = ["found", "cleaned", "after", "tracing"] as const;

const place = "Put the point on the photo.";

export class PointInput {
  @IsNumber({}, { message: place })
  @Min(-20_000, { message: place })
  @Max(20_000, { message: place })
  x!: number;

  @IsNumber({}, { message: place })
  @Min(-20_000, { message: place })
  @Max(20_000, { message: place })
  y!: number;
}

export class SquaringInput {
  @IsArray({ message: "Put a ring on each of the four corners." })
  @ArrayMinSize(4, { message: "Put a ring on each of the four corners." })
  @ArrayMaxSize(4, { message: "Put a ring on each of the four corners." })
  @Inner(() => PointInput, { each: true })
  corners!: PointInput[];

  @IsOptional()
  @Inner(() => PointInput)
  knownFrom: PointInput | null = null;

  @IsOptional()
  @Inner(() => PointInput)
  knownTo: PointInput | null = null;

  @IsOptional()
  @IsNumber({}, { message: "Give the known length in mm." })
  @Min(1, { message: "A known length lies between 1 and 1000 mm." })
  @Max(1000, { message: "A known length lies between 1 and 1000 mm." })
  knownMm: number | null = null;

  @IsNumber({}, { message: "Give the strength of the photo." })
  @Min(0, { message: "The strength lies between 0 and 1." })
  @Max(1, { message: "The strength lies between 0 and 1." })
  opacity: number = 0.56;
}

/** What can be changed of a photo. */
export class PhotoChangeInput {
  @IsOptional()
  @IsIn(PHASES, { message: "Say when it was taken: as found, cleaned, or after." })
  phase?: (typeof PHASES)[number];

  @IsOptional()
  @Transform(trimmed)
  @IsString()
  @MaxLength(200, { message: "Keep the note under 200 characters." })
  note?: string;

  @IsOptional()
  @IsNumber({}, { message: "Pin it on the drawing." })
  xMm?: number | null;

  @IsOptional()
  @IsNumber({}, { message: "Pin it on the drawing." })
  yMm?: number | null;

  @IsOptional()
  @Inner(() => SquaringInput)
  squaring?: SquaringInput;

  @IsOptional()
  @IsBoolean({ message: "Say whether it is removed." })
  removed?: boolean;
}
