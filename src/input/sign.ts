import "reflect-metadata";
import { Transform } from "class-transformer";
import { IsString, Matches, MaxLength, MinLength } from "class-validator";
import { trimmed } from "./transforms";

/** Who signs a job, and who checked it: roles and initials, never names. */
export class SignInput {
  @Transform(trimmed)
  @IsString({ message: "Say in which role, such as bench technician." })
  @MinLength(1, { message: "Say in which role, such as bench technician." })
  @MaxLength(60, { message: "Keep the role under 60 characters." })
  role!: string;

  @Transform(trimmed)
  @IsString({ message: "Give initials." })
  @Matches(/^[\p{L}\d]{1,8}$/u, { message: "Initials are one to eight letters." })
  initials!: string;

  @Transform(trimmed)
  @IsString({ message: "Say in which role, or leave it empty." })
  @MaxLength(60, { message: "Keep the role under 60 characters." })
  checkedRole: string = "";

  @Transform(trimmed)
  @IsString({ message: "Give initials, or leave them empty." })
  @Matches(/^[\p{L}\d]{0,8}$/u, { message: "Initials are one to eight letters." })
  checkedInitials: string = "";

  /** The PIN of who checked, where they have a tag. */
  @IsString({ message: "Give their PIN, or leave it empty." })
  @Matches(/^(\d{4})?$/, { message: "A PIN has four digits." })
  checkedPin: string = "";
}
