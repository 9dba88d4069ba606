import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from "class-validator";

/** A machine is erased by its own tag, typed anew. */
export class EraseInput {
  @IsString({ message: "Type the tag." })
  @MaxLength(40, { message: "No tag is as long as that." })
  tag = "";
}

/** After so many years machines are erased; null for never. */
export class RetentionInput {
  @IsOptional()
  @IsInt({ message: "Give whole years, or nothing for never." })
  @Min(1, { message: "Give a year at least." })
  @Max(50, { message: "Give fifty years at most." })
  years: number | null = null;
}
