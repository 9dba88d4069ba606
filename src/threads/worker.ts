import { TASKS, type TaskName } from "./tasks";

/** What a thread of the pool runs: one task, by its name. */
export default function run({ task, input }: { task: TaskName; input: unknown }): unknown {
  return (TASKS[task] as (input: unknown) => unknown)(input);
}
