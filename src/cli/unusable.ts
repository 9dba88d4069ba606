import { describeProblem, type Problem } from "../core/base/result";

/** Input a command cannot use: its message goes to standard error, and the exit code is 2. */
export class Unusable extends Error {
  static of(where: string, problem: Problem): Unusable {
    return new Unusable(`${where}: ${describeProblem(problem)}`);
  }
}
