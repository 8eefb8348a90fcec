import { type TaskName, tasks } from './tasks';

/** What runs in each thread of the pool. */
export default function work({ task, input }: { readonly task: TaskName; readonly input: never }): unknown {
  return tasks[task](input);
}
