import "reflect-metadata";
import { Transform } from "class-transformer";
import { ArrayMaxSize, IsArray, IsIn, IsISO8601, IsOptional, IsString, Matches, MaxLength } from "class-validator";
import { trimmed } from "./transforms";
import { SCHOOLS, SERVICE_STAGES, type Entry, type Procedure, type ServiceStage } from "../core/handwork/service";

/** One line of the journal as a device sends it. */
export class EntryInput implements Entry {
  @Matches(/^[0-9a-f-]{16,40}$/, { message: "An entry carries an id of its own." })
  id!: string;

  @IsISO8601({ strict: true }, { message: "An entry carries its time." })
  @MaxLength(24, { message: "An entry carries its time." })
  at!: string;

  @IsIn(SERVICE_STAGES, { message: "There is no such stage." })
  stage!: ServiceStage;

  @Matches(/^[a-z-]{1,20}:[A-Za-z0-9:_-]{1,38}$/, { message: "There is no such step." })
  step!: string;

  @IsIn(["done", "undone", "skipped", "noted"], { message: "An entry is done, undone, skipped or noted." })
  act!: Entry["act"];

  @IsString({ message: "An answer is text." })
  @MaxLength(500, { message: "Keep it under 500 characters." })
  value: string = "";

  @IsString({ message: "A reason is text." })
  @MaxLength(500, { message: "Keep the reason under 500 characters." })
  reason: string = "";

  @IsOptional()
  @Matches(/^[\p{L}\d]{0,8}$/u, { message: "Initials are up to eight letters." })
  who?: string;
}

/**
 * What a device has to send, oldest first; each entry is looked at by itself, so that one that is wrong bars no other.
 */
export class JournalInput {
  @IsArray({ message: "Send a list of entries." })
  @ArrayMaxSize(500, { message: "Send 500 entries at most at once." })
  entries!: unknown[];
}

const choices = (key: keyof Procedure) => SCHOOLS[key].options.map(([v]) => v);
const pick = { message: "Choose one of the schools." };

/** One way of the workshop, chosen with its reason. */
export class WayInput {
  @IsIn(Object.keys(SCHOOLS), { message: "There is no such question." })
  key!: keyof Procedure;

  /** Left out it is ours again. */
  @IsOptional()
  value?: string | number;

  @Transform(trimmed)
  @IsString({ message: "Write why." })
  @MaxLength(200, { message: "Keep the reason under 200 characters." })
  why: string = "";

  @IsOptional()
  @Matches(/^[\p{L}\d]{0,8}$/u, { message: "Initials are up to eight letters." })
  who: string = "";
}

/** How a workshop, or one job, works. */
export class ProcedureInput implements Procedure {
  @IsIn(choices("loosen"), pick) loosen!: Procedure["loosen"];
  @IsIn(choices("tighten"), pick) tighten!: Procedure["tighten"];
  @IsIn(choices("rounds"), pick) rounds!: Procedure["rounds"];
  @IsIn(choices("pads"), pick) pads!: Procedure["pads"];
  @IsIn(choices("smallGrease"), pick) smallGrease!: Procedure["smallGrease"];
  @IsIn(choices("fans"), pick) fans!: Procedure["fans"];
  @IsIn(choices("solvent"), pick) solvent!: Procedure["solvent"];
  @IsIn(choices("polish"), pick) polish!: Procedure["polish"];
  @IsIn(choices("pattern"), pick) pattern!: Procedure["pattern"];
}
