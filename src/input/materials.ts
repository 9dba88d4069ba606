import "reflect-metadata";
import { Transform } from "class-transformer";
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
} from "class-validator";
import { PASTES } from "../core/handwork/paste";
import { MATERIAL_KINDS, type MaterialKind } from "../core/workshop/stock";
import { decimal, trimmed } from "./transforms";
import { Inner, IsDay } from "./shapes";

const kinds = Object.keys(MATERIAL_KINDS);

/** A lot put on the shelf. */
export class LotInput {
  @IsIn(kinds, { message: "Choose what it is." })
  kind!: MaterialKind;

  @Transform(trimmed)
  @IsString()
  @MinLength(1, { message: "Give it a name." })
  @MaxLength(80, { message: "Keep the name under 80 characters." })
  name!: string;

  @Transform(trimmed)
  @IsString()
  @MaxLength(40, { message: "Keep the lot under 40 characters." })
  lot: string = "";

  /** In the kind's unit; of pads the number of sheets. */
  @Transform(decimal)
  @IsNumber({}, { message: "Say how much it is." })
  @Min(0.01, { message: "Say how much it is." })
  @Max(100000, { message: "That is more than a shelf holds." })
  amount!: number;

  @Transform(decimal)
  @IsNumber({}, { message: "Give the price as a number, or 0." })
  @Min(0, { message: "Give the price as a number, or 0." })
  @Max(1e6, { message: "Give the price as a number, or 0." })
  price: number = 0;

  @IsOptional()
  @IsDay()
  openedOn: string | null = null;

  @IsOptional()
  @IsDay()
  bestBefore: string | null = null;

  /** Which generic paste it is like. */
  @IsOptional()
  @IsIn(PASTES.map((p) => p.name), { message: "Choose the paste it is like." })
  paste: string | null = null;

  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the thickness in mm." })
  @Min(0.2, { message: "A pad is 0.2 to 6 mm thick." })
  @Max(6, { message: "A pad is 0.2 to 6 mm thick." })
  thicknessMm: number | null = null;

  @IsIn(["soft", "medium", "firm"], { message: "Choose how soft it is." })
  softness: "soft" | "medium" | "firm" = "medium";

  /** W/(m·K), as on the label or measured. */
  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the conductivity in W/(m·K)." })
  @Min(0.5, { message: "A pad conducts 0.5 to 40 W/(m·K)." })
  @Max(40, { message: "A pad conducts 0.5 to 40 W/(m·K)." })
  conductivityWmK: number | null = null;

  /** What it presses back by at a quarter of squeeze, kPa. */
  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the pressure at 25 % in kPa." })
  @Min(1, { message: "A pad presses back by 1 to 3000 kPa at 25 %." })
  @Max(3000, { message: "A pad presses back by 1 to 3000 kPa at 25 %." })
  quarterKPa: number | null = null;

  @IsIn(["label", "measured"], { message: "Say whether it is from the label or measured." })
  figuresBy: "label" | "measured" = "label";

  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the sheet's width in mm." })
  @Min(10, { message: "A sheet is 10 to 600 mm wide." })
  @Max(600, { message: "A sheet is 10 to 600 mm wide." })
  widthMm: number | null = null;

  @Transform(decimal)
  @IsOptional()
  @IsNumber({}, { message: "Give the sheet's height in mm." })
  @Min(10, { message: "A sheet is 10 to 600 mm high." })
  @Max(600, { message: "A sheet is 10 to 600 mm high." })
  heightMm: number | null = null;
}

/** What changes about a lot: opened, or put away. */
export class LotChangeInput {
  @IsOptional()
  @IsDay()
  openedOn?: string;

  @IsOptional()
  @IsIn([true, false], { message: "Say whether it is archived." })
  retired?: boolean;
}

/** An amount of a lot booked to a step of a job. */
export class BookingInput {
  @IsInt({ message: "Choose a lot." })
  lotId!: number;

  @Matches(/^[a-z-]{1,20}:[A-Za-z0-9:_-]{1,38}$/, { message: "There is no such step." })
  what!: string;

  @IsNumber({}, { message: "Say how much it is." })
  @Min(0.0001, { message: "Say how much it is." })
  @Max(100000, { message: "That is more than a shelf holds." })
  amount!: number;
}

export class PieceInput {
  @IsString()
  @MinLength(1)
  @MaxLength(24, { message: "Keep the pad's name under 24 characters." })
  id!: string;

  @IsNumber()
  @Min(1, { message: "A pad is 1 to 500 mm wide." })
  @Max(500, { message: "A pad is 1 to 500 mm wide." })
  widthMm!: number;

  @IsNumber()
  @Min(1, { message: "A pad is 1 to 500 mm high." })
  @Max(500, { message: "A pad is 1 to 500 mm high." })
  heightMm!: number;

  @IsNumber()
  @Min(0.2, { message: "A pad is 0.2 to 6 mm thick." })
  @Max(6, { message: "A pad is 0.2 to 6 mm thick." })
  thicknessMm!: number;
}

/** Pads to be cut for a job. */
export class CuttingInput {
  @IsArray({ message: "Send the pads to cut." })
  @ArrayMinSize(1, { message: "There is no pad to cut." })
  @ArrayMaxSize(100, { message: "Cut 100 pads at most at once." })
  @Inner(() => PieceInput, { each: true })
  pieces!: PieceInput[];
}

/** How pads of one softness press back. */
export class PadCurveInput {
  @IsNumber({}, { message: "Give the stiffness in kPa." })
  @Min(1, { message: "From 1 to 5000 kPa." })
  @Max(5000, { message: "From 1 to 5000 kPa." })
  modulusKPa!: number;

  @IsNumber({}, { message: "Give the limit as a share." })
  @Min(0.2, { message: "A pad is pressed by 20 to 95 % at most." })
  @Max(0.95, { message: "A pad is pressed by 20 to 95 % at most." })
  limit!: number;

  @IsNumber({}, { message: "Give the target as a share." })
  @Min(0.02, { message: "Aim at 2 to 60 %." })
  @Max(0.6, { message: "Aim at 2 to 60 %." })
  target!: number;

  @IsNumber()
  @Min(0.01, { message: "At least 1 %." })
  @Max(0.6, { message: "At most 60 %." })
  least!: number;

  @IsNumber()
  @Min(0.02, { message: "At least 2 %." })
  @Max(0.9, { message: "At most 90 %." })
  most!: number;
}

export class PadCurvesInput {
  @Inner(() => PadCurveInput)
  soft!: PadCurveInput;

  @Inner(() => PadCurveInput)
  medium!: PadCurveInput;

  @Inner(() => PadCurveInput)
  firm!: PadCurveInput;
}
