import "reflect-metadata";
import { Transform } from "class-transformer";
import { IsIn, IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from "class-validator";
import { ROLES, type Role } from "../core/workshop/trust";
import { trimmed } from "./transforms";

const pin = { message: "A PIN is four digits." };
const initials = { message: "Initials are one to eight letters." };

/** A bench that wants to join the workshop. */
export class JoinInput {
  @IsString({ message: "Give the workshop's passphrase." })
  @MaxLength(300, { message: "This is longer than any passphrase." })
  passphrase!: string;

  @Transform(trimmed)
  @IsString({ message: "Name this bench." })
  @Matches(/^[\p{L}\p{N}][\p{L}\p{N} ._-]{0,39}$/u, { message: "Name this bench: up to forty letters and digits." })
  name!: string;
}

/** A tag and its PIN. */
export class SignInInput {
  @IsInt({ message: "Take a tag." })
  @Min(1)
  person!: number;

  @Matches(/^\d{4}$/, pin)
  pin!: string;
}

export class StopInput {
  @IsInt({ message: "Say which run." })
  @Min(1)
  runId!: number;
}

export class PassphraseInput {
  @IsString({ message: "Give a passphrase." })
  @MaxLength(300, { message: "Two hundred letters at most." })
  passphrase!: string;
}

export class PersonInput {
  @Transform(trimmed)
  @Matches(/^[\p{L}\d]{1,8}$/u, initials)
  initials!: string;

  @IsIn(ROLES, { message: "Choose what they are." })
  role!: Role;

  @Matches(/^\d{4}$/, pin)
  pin!: string;
}

export class PersonChangeInput {
  @IsOptional()
  @IsIn(ROLES, { message: "Choose what they are." })
  role?: Role;

  @IsOptional()
  @Matches(/^\d{4}$/, pin)
  pin?: string;
}

/** One's own PIN, the old one first. */
export class OwnPinInput {
  @Matches(/^\d{4}$/, pin)
  old!: string;

  @Matches(/^\d{4}$/, pin)
  pin!: string;
}

/** A link for an owner: the report of one job, for so many days. */
export class OwnerLinkInput {
  @IsInt({ message: "Say for how many days." })
  @Min(1, { message: "One day at least." })
  @Max(60, { message: "Sixty days at most." })
  days!: number;
}
