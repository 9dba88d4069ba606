import "reflect-metadata";
import { Transform } from "class-transformer";
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, Max, Min } from "class-validator";
import { RECIPE_NAMES, type RecipeName } from "../core/measure/protocol";
import { STAND_IN_STATES, type StandInState } from "../core/simulate";
import { ConditionsInput } from "./run";
import { choice, decimal } from "./transforms";
import { Inner } from "./shapes";

const seconds = { message: "Give the length in s." };
const share = { message: "Give a share from 0 to 1." };

/** An own recipe; its bounds are those of `core/measure/protocol`. */
export class RecipeInput {
  @Transform(decimal)
  @IsNumber({}, seconds)
  idleS!: number;

  @Transform(decimal)
  @IsNumber({}, seconds)
  loadS!: number;

  @Transform(decimal)
  @IsNumber({}, seconds)
  coolS!: number;

  @Transform(decimal)
  @IsNumber({}, share)
  @Min(0, share)
  @Max(1, share)
  cpu!: number;

  @Transform(decimal)
  @IsNumber({}, share)
  @Min(0, share)
  @Max(1, share)
  gpu!: number;

  @IsBoolean({ message: "Say whether a file is copied." })
  drive: boolean = false;
}

/** A simulated machine that stands in for the real one. */
export class StandInInput {
  @IsIn(STAND_IN_STATES, { message: "Choose what is wrong with it." })
  state!: StandInState;

  @Transform(decimal)
  @IsNumber({}, { message: "Give how many times as fast it runs." })
  @Min(1, { message: "It runs 1 to 120 times as fast." })
  @Max(120, { message: "It runs 1 to 120 times as fast." })
  speed: number = 1;

  /** The chance of this one; another machine of the same kind has another. */
  @IsOptional()
  @IsInt({ message: "Give a whole number." })
  @Min(0)
  @Max(1_000_000)
  seed?: number;
}

/** A live run to begin. */
export class LiveRunInput {
  @IsIn(["before", "after"], { message: "Say whether it is the run before or the run after." })
  kind!: "before" | "after";

  @Transform(choice)
  @IsOptional()
  @IsIn(RECIPE_NAMES, { message: `Choose a recipe: ${RECIPE_NAMES.join(", ")}.` })
  recipe: RecipeName | null = null;

  /** The load ends as soon as the run can be judged. */
  @IsOptional()
  @IsBoolean({ message: "Say whether the load ends when it is enough." })
  untilEnough?: boolean;

  @IsOptional()
  @Inner(() => RecipeInput)
  own?: RecipeInput;

  @IsOptional()
  @Inner(() => ConditionsInput)
  conditions?: ConditionsInput;

  @IsOptional()
  @Inner(() => StandInInput)
  standIn?: StandInInput;
}

/** What is asked of a live run from its page. */
export class LiveActInput {
  @IsIn(["stop", "enough", "load-now", "end", "drop", "token"], { message: "Say what to do with the run." })
  act!: "stop" | "enough" | "load-now" | "end" | "drop" | "token";
}

/** The settings of a live run, changed while it goes. */
export class LiveChangeInput {
  @Inner(() => ConditionsInput)
  conditions!: ConditionsInput;
}
