// A thread of the lane of short tasks; it runs TypeScript as the scripts do.
import { register } from 'tsx/esm/api';

register();
const { shortTasks } = await import('./short-tasks.ts');
const { runTask } = await import('../pool/run-task.ts');

export default runTask(shortTasks);
