import "reflect-metadata";
import { Transform } from "class-transformer";
import { IsIn, IsInt, IsObject, IsOptional, IsString, MaxLength, Min } from "class-validator";
import { ARRANGEMENTS, type ArrangementName } from "../core/drawing/parts";
import { trimmed } from "./transforms";

/** How a job comes to its drawing: the last one of its model, an empty sheet, or a revision of its own to draw on. */
export class StartLayoutInput {
  @IsIn(["last", "empty", "edit", "arrangement", "like"], { message: "Say what to start from." })
  from!: "last" | "empty" | "edit" | "arrangement" | "like";

  /** Which typical arrangement. */
  @IsOptional()
  @IsIn(ARRANGEMENTS.map(([name]) => name), { message: "There is no such arrangement." })
  arrangement: ArrangementName | null = null;

  /** The kept revision of another model that this one is like. */
  @IsOptional()
  @IsInt({ message: "Say which layout it is like." })
  like: number | null = null;
}

/** A save of an open revision. The document itself is checked by the layout reader. */
export class SaveLayoutInput {
  @IsInt({ message: "Say which version was drawn on." })
  @Min(1, { message: "Say which version was drawn on." })
  expects!: number;

  @IsObject({ message: "Send the drawing." })
  document!: object;

  /** Put in place of what somebody else saved; theirs is kept as a revision of its own. */
  @IsOptional()
  @IsIn([true, false], { message: "Say whether it takes the other's place." })
  overTheirs: boolean = false;
}

/** A drawing that is laid aside. */
export class AsideLayoutInput {
  @IsObject({ message: "Send the drawing." })
  document!: object;
}

export class KeepLayoutInput {
  @Transform(trimmed)
  @IsString()
  @MaxLength(200, { message: "Keep the note under 200 characters." })
  note: string = "";
}

export class ForkLayoutInput {
  @Transform(trimmed)
  @IsString()
  @MaxLength(60, { message: "Keep the variant under 60 characters." })
  variant!: string;
}
