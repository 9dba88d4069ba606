import { Type, type ClassConstructor } from "class-transformer";
import { IsObject, ValidateBy, ValidateNested, type ValidationOptions } from "class-validator";
import { isDay } from "../core/base/days";

/** A form within a form: an object, neither a list nor nothing, checked by its own class. */
export function Inner(type: () => ClassConstructor<object>, options: ValidationOptions = {}): PropertyDecorator {
  const message = options.message ?? "Send the fields of the form.";
  return (target, key) => {
    IsObject({ message, ...options })(target, key);
    ValidateNested({ message, ...options })(target, key);
    Type(type)(target, key);
  };
}

/** A day of this century that stands in the calendar, as year-month-day. */
export const IsDay = (options: ValidationOptions = {}): PropertyDecorator =>
  ValidateBy(
    { name: "isDay", validator: { validate: isDay } },
    { message: "Give a day of the calendar between 2000 and 2099, as year-month-day.", ...options },
  );
