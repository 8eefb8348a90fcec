// A thread of the lane of long tasks; it runs TypeScript as the scripts do.
import { register } from 'tsx/esm/api';

register();
const { longTasks } = await import('./long-tasks.ts');
const { runTask } = await import('./run-task.ts');

export default runTask(longTasks);
